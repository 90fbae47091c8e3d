import { afterEach, describe, expect, it } from 'vitest';
import { setUnits, withUnit } from './units';
import { feet, force, tape, wire } from './words';

afterEach(() => setUnits('trade'));

describe('in metric', () => {
  it('says the same sizes in millimetres and kilograms', () => {
    setUnits('metric');
    expect([tape(2.0625), feet(82.5), wire(0.207), force(12).text]).toEqual(['52 mm', '2096 mm', '5.26 mm', '5.4 kg']);
    expect(force(0.2).kind).toBe('holds');
  });

  it.each([
    ['2100', 'feet', '2100 mm'],
    [' .5 ', 'length', '.5 mm'],
    ["6'10 1/2", 'feet', "6'10 1/2"],
    ['84 in', 'feet', '84 in'],
    ['-2', 'weight', '-2 kg'],
    ['58, 59.5 kg; 60', 'weights', '58 kg, 59.5 kg;60 kg'],
    ['4', 'count', '4'],
    ['7/16', 'decimal', '7/16'],
  ] as const)('takes %s for a %s as %s', (typed, quantity, sent) => {
    setUnits('metric');
    expect(withUnit(typed, quantity)).toBe(sent);
    setUnits('trade');
    expect(withUnit(typed, quantity)).toBe(typed);
  });
});

describe('lengths', () => {
  it.each([
    [0, '0"'],
    [0.5, '1/2"'],
    [27.5, '27 1/2"'],
    [2.0625, '2 1/16"'],
    [11.97, '12"'],
    [82, '82"'],
  ])('writes %f inches as %s', (inches, text) => {
    expect(tape(inches)).toBe(text);
  });

  it.each([
    [0, '0"'],
    [11, '11"'],
    [12, "1'"],
    [42, `3'6"`],
    [84, "7'"],
    [83.98, "7'"],
    [82.5, `6'10 1/2"`],
  ])('writes %f inches in feet as %s', (inches, text) => {
    expect(feet(inches)).toBe(text);
  });
});

describe('hand force', () => {
  it('is heavy above zero, hot below, and holds within friction', () => {
    expect(force(12)).toEqual({ text: '12 lb', mark: '▼ heavy', kind: 'heavy' });
    expect(force(-12)).toEqual({ text: '12 lb', mark: '▲ hot', kind: 'hot' });
    expect(force(-7, 8)).toEqual({ text: '7 lb', mark: '▬ holds', kind: 'holds' });
    expect(force(0.2).kind).toBe('holds');
  });
});
