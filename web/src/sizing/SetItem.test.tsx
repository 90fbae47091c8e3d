import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { Schemas } from '../api/client';
import { Carries } from './Carries';
import { SetItem, Springs } from './SetItem';

const spring = {
  wire_in: 0.225,
  inside_diameter_in: 2,
  length_in: 30,
  count: 1,
  material: 'oil_tempered',
  dead_coils: 5,
};
const life = { low: 9_000, likely: 12_000, high: 16_000 };
const part = (share: number): Schemas['PartOut'] => ({
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
const profile = {
  positions_in: [0, 84],
  net_hand_force_lb: [0, 0],
  worst_hot_lb: -9,
  worst_hot_height_in: 66,
  worst_heavy_lb: 5,
  worst_heavy_height_in: 18,
};
const { positions_in: _positions, net_hand_force_lb: _forces, ...worst } = profile;
const set: Schemas['SetOut'] = {
  springs: [spring, { ...spring, wire_in: 0.207 }],
  parts: [part(0.6), part(0.4)],
  duplex: false,
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
  profile,
};

describe('a set in the list', () => {
  it('says how far its rate is off by words, sign and mark, and how long it lasts', () => {
    render(<SetItem set={set} />);
    expect(screen.getByText('−4.2 % ▼')).toBeTruthy();
    expect(screen.getByText(/9 000–16 000 cycles, 2.1–11 years · 29 quarter-turns/)).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('gives its reasons once it is opened, the supplier’s rate beside the formula', () => {
    const pick = vi.fn();
    const listed = { ...set, parts: [{ ...part(1), table_rate_lbin_per_turn: 19, table_difference: -0.05 }] };
    const { rerender } = render(<SetItem set={listed} pick={pick} />);
    fireEvent.click(screen.getByRole('button'));
    expect(pick).toHaveBeenCalledOnce();
    expect(screen.queryByText(/outlasts it/)).toBeNull();
    rerender(<SetItem set={listed} pick={pick} open />);
    expect(screen.getByText(/outlasts it. Hottest 9 lb at 5'6", heaviest 5 lb/)).toBeTruthy();
    expect(screen.getByText(/Supplier's rate 19.00, formula 20.00 \(−5.0 %\)/)).toBeTruthy();
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
  it('gives the verdict only against a known weight, and stops when they lie too far apart', () => {
    const { rerender } = render(<Carries carried={{ sprung_weight_lb: 139.2, stop: false }} />);
    expect(screen.getByRole('region').textContent).toBe('These carry 139 lb.');
    rerender(<Carries carried={{ sprung_weight_lb: 190, difference: 0.46, verdict: 'wrong', stop: true }} />);
    expect(screen.getByRole('region').textContent).toContain('wrong for this door (+46.0 %)');
    expect(screen.getByText(/^Stop:/)).toBeTruthy();
  });
});
