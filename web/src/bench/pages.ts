import type { Schemas } from '../api/client';
import type { Dimensions } from '../drawing/Dimension';

/** What a page's answer is worked out of: the sheet as read, what was typed, and the way to type. */
export type ResultProps = {
  sheet: Schemas['Sheet'];
  typed: Record<string, string>;
  type: (name: string, text: string) => void;
  /** The page's numbers as a drawing shows them, to be touched. */
  dimensions: Dimensions;
};

/** The pages of the bench: what each is for, which measurements it takes, and what it takes for granted. */
export type BenchName =
  | 'springs'
  | 'identify'
  | 'convert'
  | 'extension'
  | 'counterweight'
  | 'one-piece'
  | 'limits'
  | 'packing'
  | 'survey'
  | 'placement'
  | 'clearance'
  | 'replace';

export type BenchEntry = {
  name: BenchName;
  title: string;
  decides: string;
  groups: string[];
  fields?: string[];
  preset: Record<string, string>;
  /** What is taken for a value until it is typed: a page opens on a usual door. */
  usual: Record<string, string>;
};

const DOOR = {
  weight_lb: '130 lb',
  width_in: "9'",
  height_in: "7'",
  section_count: '4',
  radius_in: '12',
};
/** A door on its track, for what goes by its sizes alone: no weight changes that, but a door of the core has one. */
const ON_TRACK = {
  fields: ['height_in', 'section_count', 'lift', 'radius_in', 'rise_in', 'high_lift_in'],
  preset: { weight_lb: '130 lb' },
  usual: { height_in: "7'", section_count: '4', lift: 'standard', radius_in: '12' },
};
const DRUM = { drum_diameter_in: '4', cable_in: '1/8' };
/** What is typed may stand in the place of something usual: then that is not taken. */
const INSTEAD: Record<string, readonly string[]> = {
  drum_diameter_in: ['listed_drum', 'drum_profile_in'],
  section_count: ['section_heights_in'],
  ten_coils_in: ['twenty_coils_in'],
  twenty_coils_in: ['ten_coils_in'],
  hub_core_in: ['usual_hub'],
  strap_in: ['usual_hub'],
  pivot_weight_lb: ['pivot_rate_lb_per_in', 'pivot_rate_lbin_per_turn'],
  pivot_weight_arm_in: ['pivot_rate_lb_per_in', 'pivot_rate_lbin_per_turn'],
};

/** The usual values that stand, beside what was typed. */
export function usualOf(page: BenchEntry, typed: Record<string, string>): Record<string, string> {
  const stands = (field: string) => !typed[field] && !INSTEAD[field]?.some((other) => typed[other]);
  return Object.fromEntries(Object.entries(page.usual).filter(([field]) => stands(field)));
}

export const BENCH: BenchEntry[] = [
  {
    name: 'springs',
    title: 'Springs',
    decides: 'Which torsion springs carry this door, and what do these springs carry?',
    groups: ['door', 'track', 'drum', 'springs', 'use'],
    preset: { counterbalance: 'torsion' },
    usual: { ...DOOR, ...DRUM },
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
    usual: {
      ten_coils_in: '2 1/16',
      twenty_coils_in: '4 1/8',
      inside_diameter_in: '2',
      pieces_in: '27 1/2',
      weight_lb: '130 lb',
    },
  },
  {
    name: 'convert',
    title: 'Convert',
    decides: 'What does changing over from torsion to extension springs, or back, take?',
    groups: ['door', 'track', 'drum', 'use'],
    preset: { counterbalance: 'torsion' },
    usual: { ...DOOR, ...DRUM },
  },
  {
    name: 'extension',
    title: 'Extension',
    decides: 'Which extension pair holds this door, and how is it set up?',
    groups: ['door', 'track', 'springs', 'use'],
    preset: { counterbalance: 'extension' },
    usual: { ...DOOR, open_stretch_in: '2' },
  },
  {
    name: 'counterweight',
    title: 'Counterweight',
    decides: 'Which plates balance this door on its strap?',
    groups: ['door', 'track', 'drum', 'springs'],
    preset: { counterbalance: 'counterweight' },
    usual: { ...DOOR, ...DRUM, hub_core_in: '3/4', strap_in: '.2', hub_turns: '7.5' },
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
    usual: {
      weight_lb: '160 lb',
      height_in: "7'",
      arm_bracket_in: '4',
      arm_pivot_in: '44',
      arm_in: '40',
      pivot_weight_lb: '84 lb',
      pivot_weight_arm_in: '40',
    },
  },
  {
    name: 'limits',
    title: 'Limit screws',
    decides: 'How far, and which way, do I turn each limit screw of a trolley on a rail?',
    groups: [],
    fields: [
      'limit_up_stops',
      'limit_up_off_in',
      'limit_up_turned',
      'limit_up_moved_in',
      'limit_down_stops',
      'limit_down_off_in',
      'limit_down_turned',
      'limit_down_moved_in',
      'inches_per_turn',
    ],
    preset: {},
    usual: { limit_up_stops: 'short', limit_up_off_in: '3', limit_down_stops: 'short', limit_down_off_in: '0' },
  },
  {
    name: 'survey',
    title: 'Opener on the shaft',
    decides: 'Will an opener on the shaft fit this door, and what would make it?',
    groups: [],
    fields: [
      'counterbalance',
      'sectional',
      'height_in',
      'width_in',
      'shaft_diameter_in',
      'shaft_sound',
      'shaft_past_plate_in',
      'shaft_to_ceiling_in',
      'shaft_to_wall_in',
      'shaft_end_to_side_in',
      'drum_diameter_in',
      'cable_over_top',
      'wound_as_usual',
      'bottom_gap_in',
      'outlet_in',
      'balanced',
      'free',
      'shaft_wander_in',
    ],
    preset: {},
    usual: {},
  },
  {
    name: 'placement',
    title: 'Opener on a rail',
    decides: 'Where do bracket, rail and arm go, and what is in their way?',
    groups: [],
    fields: [
      ...ON_TRACK.fields,
      'width_in',
      'top_section',
      'highest_travel_in',
      'ceiling_in',
      'beam_underside_in',
      'beam_from_door_in',
      'vehicle_in',
    ],
    preset: ON_TRACK.preset,
    usual: ON_TRACK.usual,
  },
  {
    name: 'clearance',
    title: 'Clear opening',
    decides: 'Does the vehicle pass under the open door, and what would win some height?',
    groups: [],
    fields: [...ON_TRACK.fields, 'opening_height_in', 'rail_underside_in', 'beam_underside_in', 'vehicle_in'],
    preset: ON_TRACK.preset,
    usual: ON_TRACK.usual,
  },
  {
    name: 'replace',
    title: 'Repair or replace',
    decides: 'Is this opener worth its repair?',
    groups: [],
    fields: ['opener_fault', 'opener_year', 'eye_type', 'repair_price', 'new_price'],
    preset: {},
    usual: { opener_fault: 'board' },
  },
  {
    name: 'packing',
    title: 'Packing',
    decides: 'What do I pack a slack-cable monitor out with, and where do its roller and the lock go?',
    groups: [],
    fields: ['monitor_cable_in', ...ON_TRACK.fields, 'drum_diameter_in'],
    preset: ON_TRACK.preset,
    usual: { monitor_cable_in: '2 3/4', ...ON_TRACK.usual, drum_diameter_in: '4' },
  },
];

type Known = { field: string; value?: unknown; text: string };

/** What is known of a door beside what was measured: what hangs on it now, whatever was measured before, and that it has sections. */
function besides(known: readonly Known[], said: Schemas['DoorDescription']): Known[] {
  const sections = known.some((one) => one.field === 'section_count');
  return [
    ...(said.words ? [{ field: 'counterbalance', value: said.carried_by, text: said.words }] : []),
    ...(sections ? [{ field: 'sectional', value: 'yes', text: 'yes' }] : []),
  ];
}

/** The address of a page of the bench with what is known of a door already typed. */
export function toBench(name: BenchName, known: readonly Known[], said: Schemas['DoorDescription']): string {
  const page = BENCH.find((one) => one.name === name);
  const typed = new URLSearchParams();
  for (const { field, value, text } of [...known, ...besides(known, said)]) {
    // What is picked is written by its name, what is measured with its unit; what is neither is typed anew.
    if (page?.fields?.includes(field) && (typeof value === 'string' || typeof value === 'number'))
      typed.set(field, typeof value === 'string' ? value : text);
  }
  return `/bench/${name}${typed.size ? `?${typed}` : ''}`;
}
