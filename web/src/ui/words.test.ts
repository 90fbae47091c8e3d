import { describe, expect, it } from 'vitest';
import { feet, force, tape } from './words';

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
