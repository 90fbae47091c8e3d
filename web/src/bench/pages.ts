import type { Schemas } from '../api/client';

/** What a page's answer is worked out of: the sheet as read, what was typed, and the way to type. */
export type ResultProps = {
  sheet: Schemas['Sheet'];
  typed: Record<string, string>;
  type: (name: string, text: string) => void;
};

/** The pages of the bench: what each is for, which measurements it takes, and what it takes for granted. */
export type BenchName = 'springs' | 'identify' | 'convert' | 'extension' | 'counterweight' | 'one-piece';

export type BenchEntry = {
  name: BenchName;
  title: string;
  decides: string;
  groups: string[];
  fields?: string[];
  preset: Record<string, string>;
};

export const BENCH: BenchEntry[] = [
  {
    name: 'springs',
    title: 'Springs',
    decides: 'Which torsion springs carry this door, and what do these springs carry?',
    groups: ['door', 'track', 'drum', 'springs', 'use'],
    preset: { counterbalance: 'torsion' },
  },
  {
    name: 'identify',
    title: 'Identify',
    decides: 'Which spring is this, and what if I am one size off?',
    groups: [],
    fields: [
      'ten_coils_in',
      'twenty_coils_in',
      'outside_diameter_in',
      'inside_diameter_in',
      'pieces_in',
      'wound_quarter_turns',
      'weight_lb',
    ],
    preset: {},
  },
  {
    name: 'convert',
    title: 'Convert',
    decides: 'What does changing over from torsion to extension springs, or back, take?',
    groups: ['door', 'track', 'drum', 'use'],
    preset: { counterbalance: 'torsion' },
  },
  {
    name: 'extension',
    title: 'Extension',
    decides: 'Which extension pair holds this door, and how is it set up?',
    groups: ['door', 'track', 'springs', 'use'],
    preset: { counterbalance: 'extension' },
  },
  {
    name: 'counterweight',
    title: 'Counterweight',
    decides: 'Which plates balance this door on its strap?',
    groups: ['door', 'track', 'drum', 'springs'],
    preset: { counterbalance: 'counterweight' },
  },
  {
    name: 'one-piece',
    title: 'One-piece',
    decides: 'What balances a one-piece door on lifting arms about its pivots?',
    groups: [],
    fields: [
      'weight_lb',
      'height_in',
      'arm_bracket_in',
      'arm_pivot_in',
      'arm_in',
      'pivot_weight_lb',
      'pivot_weight_arm_in',
      'pivot_rate_lb_per_in',
      'pivot_free_in',
      'pivot_lug_in',
      'pivot_anchor_in',
      'pivot_rate_lbin_per_turn',
      'pivot_turns',
    ],
    preset: {},
  },
];
