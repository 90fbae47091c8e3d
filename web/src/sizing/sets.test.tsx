import { render, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { Carries } from './Carries';
import { SetDetails, SideBySide, Springs } from './SetDetails';

const life = { low: 9_000, likely: 12_000, high: 16_000 };
const spring = {
  wire_in: 0.225,
  inside_diameter_in: 2,
  length_in: 30,
  count: 1,
  material: 'oil_tempered',
  dead_coils: 5,
};
const part = (share: number, words: string): Schemas['PartOut'] => ({
  words,
  life_words: '9 000–16 000 cycles',
  share,
  share_each: share,
  torque_lbin: 150,
  stress_psi: 212_400,
  life_cycles: life,
  wound_length_in: 31.6,
  wound_inside_diameter_in: 1.88,
  energy_ftlb: 240,
  formula_rate_lbin_per_turn: 20,
  table_rate_lbin_per_turn: null,
  table_difference: null,
});
const worst = {
  worst_hot_lb: -9,
  worst_hot_height_in: 66,
  worst_heavy_lb: 5,
  worst_heavy_height_in: 18,
};
const said = {
  springs: '0.225 × 2" × 30", one',
  turns: '7¼ turns (29 quarter-turns)',
  rate: '−4.2 % ▼',
  rate_kind: 'heavy' as const,
  cycles: '9 000–16 000',
  life: '9 000–16 000 cycles, 2.1–11 years',
  hottest: '9 lb hot ▲ at 5\'6"',
  heaviest: 'nowhere heavy',
  worst: '▲ 9 ▼ 0',
  why: ['outlasts it', "Supplier's rate 19.00, formula 20.00 (−5.0 %)."],
};
const set: Schemas['SetOut'] = {
  id: '0.225x2x30x1',
  said,
  springs: [spring],
  parts: [part(0.6, '0.225 × 2" × 30", one'), part(0.4, '0.207 × 2" × 27", one')],
  duplex: false,
  in_van: false,
  rate_lbin_per_turn: 36,
  rate_error: -0.042,
  quarter_turns: 29,
  stress_psi: 212_400,
  life_cycles: life,
  life_years: { low: 2.1, high: 11 },
  ...worst,
  torque_lbin: 150,
  bar_force_lb: 8.3,
  bar_in: 18,
  wound_length_in: 31.6,
  shaft_needed_in: 69.2,
  energy_ftlb: 240,
  reasons: ['rate', 'outlasts it'],
  profile: {
    positions_in: [0, 84],
    net_hand_force_lb: [0, 0],
    smoothed_lb: [0, 0],
    ...worst,
    hottest: said.hottest,
    heaviest: said.heaviest,
  },
};

describe('a set', () => {
  it('stands in columns beside another, each line of both in the same row', () => {
    const other = { ...set, id: 'other', said: { ...said, rate: '+1.0 %' } };
    render(
      <SideBySide
        sets={[
          { name: 'Now', set },
          { name: 'Advised', set: other },
          { name: 'None', set: null },
        ]}
      />,
    );
    const rows = screen.getAllByRole('row').map((row) => row.textContent);
    expect(rows[0]).toBe('NowAdvised');
    expect(rows).toContain('Rate−4.2 % ▼+1.0 %');
  });

  it('gives its reasons one under another', () => {
    render(<SetDetails set={set} />);
    expect(screen.getByText("Supplier's rate 19.00, formula 20.00 (−5.0 %).")).toBeTruthy();
  });

  it('tells each spring of a mismatched set apart', () => {
    render(<Springs set={set} />);
    const rows = screen.getAllByRole('row').map((row) => row.textContent);
    expect(rows[1]).toContain('60 %');
    expect(rows[2]).toContain('40 %');
    expect(rows[1]).toContain('212 kpsi');
  });
});

describe('what springs carry', () => {
  it('says the sentence, and why to stop where there is a reason', () => {
    const carried = { sprung_weight_lb: 139.2, sentence: 'These carry 139 lb.', stop: '' };
    const { rerender } = render(<Carries carried={carried} />);
    expect(screen.getByRole('region').textContent).toBe('These carry 139 lb.');
    rerender(<Carries carried={{ ...carried, stop: 'Stop: more than a third apart.' }} />);
    expect(screen.getByText(/^Stop:/)).toBeTruthy();
  });
});
