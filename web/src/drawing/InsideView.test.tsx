import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
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
  count: 1,
  material: 'oil_tempered',
  dead_coils: 5,
};
const on = (side: 'Left' | 'Right', length_in = 30) => ({
  name: `${side} spring, ${side === 'Left' ? 'right' : 'left'}-hand wound`,
  says: '0.225 × 2" × 30", 29 quarter-turns on it',
  right_side: side === 'Right',
  left_hand: side === 'Right',
  spring: { ...spring, length_in },
});
const said = (springs = [on('Left'), on('Right')]): Schemas['DoorDescription'] => ({
  carried_by: 'torsion',
  words: '',
  wound: '',
  drum: '4" flat drum',
  cable: '0.125 in cable, from the bottom bracket over the drum',
  springs,
  opener: '',
  rail_in: null,
  eyes: null,
});

const widthOf = (name: RegExp) =>
  Number(screen.getByRole('button', { name }).querySelector('rect')?.getAttribute('width'));

describe('inside view', () => {
  it('draws every part with a name that can be focused', () => {
    render(<InsideView measured={measured} said={said()} />);
    const names = screen.getAllByRole('button').map((part) => part.getAttribute('aria-label'));
    expect(names.filter((name) => name?.startsWith('Section'))).toHaveLength(4);
    expect(names).toContain('Left spring, right-hand wound: 0.225 × 2" × 30", 29 quarter-turns on it');
    expect(names).toContain('Right drum: 4" flat drum');
    expect(names).toContain('Left cable: 0.125 in cable, from the bottom bracket over the drum');
  });

  it('reads out the part that is touched', () => {
    render(<InsideView measured={measured} said={said()} />);
    fireEvent.click(screen.getByRole('button', { name: /^Section 2/ }));
    expect(screen.getByText('Section 2 from the floor')).toBeTruthy();
    expect(screen.getByText(/21" high/)).toBeTruthy();
  });

  it('reads a part out by keyboard: Space and Enter both press it', () => {
    render(<InsideView measured={measured} said={said()} />);
    const drum = screen.getByRole('button', { name: 'Right drum: 4" flat drum' });
    for (const key of [' ', 'Enter']) {
      fireEvent.keyDown(drum, { key });
      fireEvent.keyUp(drum, { key });
      expect(drum.getAttribute('aria-pressed')).toBe('true');
    }
  });

  it('draws the springs to the scale of the door', () => {
    const { rerender } = render(<InsideView measured={measured} said={said()} />);
    const long = widthOf(/^Left spring/);
    rerender(<InsideView measured={measured} said={said([on('Left', 15)])} />);
    expect(widthOf(/^Left spring/)).toBeCloseTo(long / 2);
  });

  it('draws one spring where there is one, and none where none is known', () => {
    const { rerender } = render(<InsideView measured={measured} said={said([{ ...on('Left'), name: 'Spring' }])} />);
    expect(screen.getAllByRole('button', { name: /^Spring/ })).toHaveLength(1);
    rerender(<InsideView measured={measured} said={said([])} />);
    expect(screen.queryByRole('button', { name: /spring/i })).toBeNull();
  });

  it('says so when the door has not been measured', () => {
    render(<InsideView measured={{}} said={said([])} />);
    expect(screen.getByText('not measured yet: a usual door is drawn')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Left drum: 4" flat drum' })).toBeTruthy();
  });
});

describe('what runs it and watches it', () => {
  it('is drawn where it was looked at, by kind', () => {
    const eyes = { height_in: 5.5, left: 'The receiver, 5 1/2" above the floor', right: 'The sender' };
    render(
      <InsideView
        measured={{ ...measured, opener_kind: 'shaft' }}
        said={{ ...said(), opener: 'On the shaft', eyes }}
      />,
    );
    expect(screen.getByRole('button', { name: 'Opener: On the shaft' }).querySelector('circle')).toBeTruthy();
    expect(screen.getByRole('button', { name: /^Left eye: The receiver/ })).toBeTruthy();
    expect(screen.getByRole('button', { name: /^Right eye: The sender/ })).toBeTruthy();
  });

  it('is left out where nobody looked', () => {
    render(<InsideView measured={measured} said={said()} />);
    expect(screen.queryByRole('button', { name: /^Opener|eye/ })).toBeNull();
  });
});
