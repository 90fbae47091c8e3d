import { describe, expect, it } from 'vitest';
import {
  carrierWords,
  chance,
  cycles,
  feet,
  force,
  percent,
  quarters,
  springWords,
  tape,
  thousands,
  years,
} from './words';

describe('lengths', () => {
  it.each([
    [0, '0"'],
    [0.5, '½"'],
    [27.5, '27½"'],
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
    [82.5, `6'10½"`],
  ])('writes %f inches in feet as %s', (inches, text) => {
    expect(feet(inches)).toBe(text);
  });
});

describe('springs, life and error', () => {
  const spring = {
    wire_in: 0.2187,
    inside_diameter_in: 2,
    length_in: 31.5,
    count: 2,
    material: 'oil_tempered',
    dead_coils: 5,
  };

  it('names a spring by its three numbers and how many', () => {
    expect(springWords(spring)).toBe('0.2187 × 2" × 31½", two');
    expect(springWords({ ...spring, count: 1 })).toBe('0.2187 × 2" × 31½", one');
    expect(springWords({ ...spring, count: 4 })).toBe('0.2187 × 2" × 31½", four');
  });

  it('shows life as a range and never finer than it is known', () => {
    expect(cycles({ low: 12236, likely: 15907, high: 20679 })).toBe('12 000–21 000 cycles');
    expect(thousands(9432)).toBe('9 400');
    expect(thousands(1_000_000)).toBe('1 000 000');
  });

  it('signs a share', () => {
    expect(percent(0.0081)).toBe('+0.8 %');
    expect(percent(-0.0349)).toBe('−3.5 %');
    expect(percent(0)).toBe('0.0 %');
  });

  it('is never quite sure', () => {
    expect(chance(0.62)).toBe('62 %');
    expect(chance(0.999)).toBe('over 99 %');
  });

  it('writes strokes as turns', () => {
    expect(quarters(29)).toBe('7¼ turns');
    expect(quarters(40)).toBe('10 turns');
    expect(quarters(3)).toBe('0¾ turns');
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

describe('what carries a door', () => {
  const spring = {
    wire_in: 0.225,
    inside_diameter_in: 2,
    length_in: 30,
    count: 2,
    material: 'oil_tempered',
    dead_coils: 5,
  };
  const stack = {
    plates: { large: 4, small: 8, large_lb: 18.9, small_lb: 5 },
    hub: { core_radius_in: 1, strap_in: 0.1, turns: 8 },
  };

  it('names springs, a pair or a stack, and nothing where it is not known', () => {
    expect(carrierWords({ springs: [spring] })).toBe('0.225 × 2" × 30", two');
    expect(carrierWords({ springs: [spring, { ...spring, wire_in: 0.207 }] })).toContain(' + 0.207');
    expect(carrierWords({ springs: [spring, spring], duplex: true })).toContain(', around ');
    expect(carrierWords({ extension: { class_lb: 130, open_stretch_in: 2 } })).toBe('130 lb pair, 2" stretch at open');
    expect(carrierWords({ counterweight: stack })).toBe('4 large and 8 small plates');
    expect(carrierWords({})).toBe('');
  });

  it('writes years the way people say them', () => {
    expect(years({ low: 2.14, high: 11.4 })).toBe('2.1–11 years');
    expect(years({ low: 8, high: 400 })).toBe('8.0–60+ years');
    expect(years({ low: 90, high: 400 })).toBe('over 60 years');
  });
});
