import { describe, expect, it } from 'vitest';
import { type BenchPage, toBench, usualOf } from '../api/bench';
import { listOf, numberOf } from './values';

const page = (name: string, more: Partial<BenchPage>): BenchPage => ({
  name,
  title: name,
  decides: '',
  answer: '',
  instead: {},
  ...more,
});
const springs = page('springs', {
  groups: ['door'],
  usual: { weight_lb: '130 lb', section_count: '4', drum_diameter_in: '4' },
  instead: { section_count: ['section_heights_in'], drum_diameter_in: ['listed_drum', 'drum_profile_in'] },
});
const survey = page('survey', { fields: ['counterbalance', 'sectional', 'height_in'] });
const clearance = page('clearance', { fields: ['height_in', 'section_count'] });

describe('what is usual on a page', () => {
  it('stands until it is typed', () => {
    expect(usualOf(springs, {}).weight_lb).toBe('130 lb');
    expect(usualOf(springs, { weight_lb: '150' }).weight_lb).toBeUndefined();
    expect(usualOf(springs, { weight_lb: '' }).weight_lb).toBe('130 lb');
  });

  it('gives way to what is typed in its place', () => {
    expect(usualOf(springs, {}).drum_diameter_in).toBe('4');
    expect(usualOf(springs, { listed_drum: 'flat_8' }).drum_diameter_in).toBeUndefined();
    expect(usualOf(springs, { section_heights_in: '21, 21' }).section_count).toBeUndefined();
  });
});

describe('a page for a door there is', () => {
  const said = { carried_by: 'torsion', words: '' } as Parameters<typeof toBench>[2];

  it('has typed what it asks for and is known, a pick by its name and a length with its unit', () => {
    const known = [
      { field: 'height_in', value: 84, text: "7'" },
      { field: 'counterbalance', value: 'torsion', text: 'torsion springs' },
      { field: 'weight_lb', value: 130, text: '130 lb' },
      { field: 'sectional', text: 'yes' },
    ];
    expect(toBench(survey, known, said)).toBe('/bench/survey?height_in=7%27&counterbalance=torsion');
    expect(toBench(survey, [], said)).toBe('/bench/survey');
  });

  it('says what hangs on it where that is known, and that a door of sections is one', () => {
    const known = [{ field: 'section_count', value: 4, text: '4' }];
    const hung = { ...said, words: 'a pair of springs' };
    expect(toBench(survey, known, hung)).toBe('/bench/survey?counterbalance=torsion&sectional=yes');
    const before = [{ field: 'counterbalance', value: 'extension', text: 'extension' }];
    expect(toBench(survey, before, hung), 'what hangs there now').toBe('/bench/survey?counterbalance=torsion');
    expect(toBench(clearance, known, hung)).toBe('/bench/clearance?section_count=4');
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
