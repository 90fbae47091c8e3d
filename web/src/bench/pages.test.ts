import { describe, expect, it } from 'vitest';
import { BENCH } from './pages';
import { listOf, numberOf } from './values';

describe('the bench', () => {
  it('names every page once, with what is decided on it', () => {
    expect(new Set(BENCH.map((page) => page.name)).size).toBe(BENCH.length);
    for (const page of BENCH) expect(page.decides.endsWith('?')).toBe(true);
  });

  it('asks on every page for groups of a door or for fields of its own', () => {
    for (const page of BENCH) expect(page.groups.length > 0).toBe(page.fields === undefined);
  });
});

describe('values of a sheet', () => {
  const values = { weight_lb: 130, lift: 'high', section_heights_in: [21, 21] };

  it('takes a number only for a number and a list only for a list', () => {
    expect(numberOf(values, 'weight_lb')).toBe(130);
    expect(numberOf(values, 'lift')).toBeUndefined();
    expect(numberOf(values, 'nothing')).toBeUndefined();
    expect(listOf(values, 'section_heights_in')).toEqual([21, 21]);
    expect(listOf(values, 'weight_lb')).toBeUndefined();
  });
});
