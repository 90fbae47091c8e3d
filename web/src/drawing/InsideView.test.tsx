import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { InsideView } from './InsideView';

const measured = {
  width_in: 192,
  height_in: 84,
  section_count: 4,
  weight_lb: 172,
  drum_diameter_in: 4,
  cable_in: 0.125,
};
const spring = {
  wire_in: 0.225,
  inside_diameter_in: 2,
  length_in: 30,
  count: 2,
  material: 'oil_tempered',
  dead_coils: 5,
};

const widthOf = (name: RegExp) =>
  Number(screen.getByRole('button', { name }).querySelector('rect')?.getAttribute('width'));

describe('inside view', () => {
  it('draws every part with a name that can be focused', () => {
    render(<InsideView measured={measured} on={{ springs: [spring], quarter_turns: 29 }} />);
    const names = screen.getAllByRole('button').map((part) => part.getAttribute('aria-label'));
    expect(names.filter((name) => name?.startsWith('Section'))).toHaveLength(4);
    expect(names).toContain('Left spring, right-hand wound: 0.225 × 2" × 30", 29 quarter-turns on it');
    expect(names).toContain('Right drum: 4" flat drum');
    expect(names).toContain('Left cable: 0.125" cable, from the bottom bracket over the drum');
  });

  it('reads out the part that is touched', () => {
    render(<InsideView measured={measured} on={{ springs: [spring] }} />);
    fireEvent.click(screen.getByRole('button', { name: /^Section 2/ }));
    expect(screen.getByText('Section 2 from the floor')).toBeTruthy();
    expect(screen.getByText(/21" high/)).toBeTruthy();
  });

  it('draws the springs to the scale of the door', () => {
    const { rerender } = render(<InsideView measured={measured} on={{ springs: [spring] }} />);
    const long = widthOf(/^Left spring/);
    rerender(<InsideView measured={measured} on={{ springs: [{ ...spring, length_in: 15 }] }} />);
    expect(widthOf(/^Left spring/)).toBeCloseTo(long / 2);
  });

  it('draws one spring where there is one, and none where none is known', () => {
    const { rerender } = render(<InsideView measured={measured} on={{ springs: [{ ...spring, count: 1 }] }} />);
    expect(screen.getAllByRole('button', { name: /^Spring/ })).toHaveLength(1);
    rerender(<InsideView measured={measured} on={{ springs: [] }} />);
    expect(screen.queryByRole('button', { name: /spring/i })).toBeNull();
  });

  it('says so when the door has not been measured', () => {
    render(<InsideView measured={{}} on={{ springs: [] }} />);
    expect(screen.getByText('not measured yet: a usual door is drawn')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Left drum: not measured yet' })).toBeTruthy();
  });
});
