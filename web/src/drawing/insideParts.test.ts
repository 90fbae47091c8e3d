import { describe, expect, it } from 'vitest';
import { rowsOf, springParts, stiles } from './insideParts';

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

describe('springs on the shaft', () => {
  it('puts each on the side it is said to be on, off the centre plate', () => {
    const [left, right] = springParts([on('Left'), on('Right')], 192);
    expect(left).toMatchObject({ name: 'Left spring, right-hand wound', leftHand: false, from: 96 - 3 - 30 });
    expect(right).toMatchObject({ name: 'Right spring, left-hand wound', leftHand: true, from: 96 + 3 });
  });

  it('sets those of one side one after the other', () => {
    const parts = springParts([on('Left'), on('Left'), on('Right'), on('Right')], 240).sort((a, b) => a.from - b.from);
    for (const [place, part] of parts.slice(1).entries()) {
      const before = parts[place];
      expect(part.from).toBeGreaterThanOrEqual((before?.from ?? 0) + (before?.length ?? 0));
    }
  });
});

describe('rows and stiles', () => {
  it('stacks uneven rows from the floor up', () => {
    expect(rowsOf([24, 18, 18, 24], 84, 4)).toEqual([
      { from: 0, high: 24 },
      { from: 24, high: 18 },
      { from: 42, high: 18 },
      { from: 60, high: 24 },
    ]);
  });

  it('takes rows to be alike until they are measured', () => {
    expect(rowsOf(undefined, 84, 4).map((row) => row.high)).toEqual([21, 21, 21, 21]);
  });

  it('sets stiles about four feet apart, none at the edges', () => {
    expect(stiles(192)).toEqual([48, 96, 144]);
    expect(stiles(48)).toEqual([]);
  });
});
