import { describe, expect, it } from 'vitest';
import { rowsOf, springParts, stiles } from './insideParts';

const spring = {
  wire_in: 0.225,
  inside_diameter_in: 2,
  length_in: 30,
  count: 2,
  material: 'oil_tempered',
  dead_coils: 5,
};
const inner = { ...spring, wire_in: 0.207, inside_diameter_in: 1.75 };

describe('springs on the shaft', () => {
  it('puts the right-hand-wound spring left of the centre plate and the left-hand-wound one right of it', () => {
    const [left, right] = springParts({ springs: [spring], quarter_turns: 29 }, 192);
    expect(left).toMatchObject({ name: 'Left spring, right-hand wound', leftHand: false, from: 96 - 3 - 30 });
    expect(right).toMatchObject({ name: 'Right spring, left-hand wound', leftHand: true, from: 96 + 3 });
    expect(left?.says).toContain('29 quarter-turns on it');
  });

  it('sets four side by side without one lying on another', () => {
    const parts = springParts({ springs: [{ ...spring, count: 4 }] }, 240).sort((a, b) => a.from - b.from);
    expect(parts.map((part) => part.name.split(',')[0])).toEqual([
      'Far left spring',
      'Left spring',
      'Right spring',
      'Far right spring',
    ]);
    for (const [place, part] of parts.slice(1).entries()) {
      const before = parts[place];
      expect(part.from).toBeGreaterThanOrEqual((before?.from ?? 0) + (before?.length ?? 0));
    }
  });

  it('draws a nested pair once a side and names what sits inside', () => {
    const parts = springParts({ springs: [spring, inner], duplex: true }, 192);
    expect(parts).toHaveLength(2);
    expect(parts[0]?.says).toContain('around 0.207');
  });

  it('draws both springs of a mismatched set', () => {
    const parts = springParts(
      {
        springs: [
          { ...spring, count: 1 },
          { ...inner, count: 1 },
        ],
      },
      192,
    );
    expect(parts.map((part) => part.says.slice(0, 5))).toEqual(['0.225', '0.207']);
  });

  it('draws none where none is known', () => {
    expect(springParts({ springs: [] }, 192)).toEqual([]);
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
