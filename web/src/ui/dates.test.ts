import { expect, test } from 'vitest';
import { daysAfter, inWords, mondayOf, spell, today } from './dates';

test('a day is a day of the wall calendar, whatever the hour', () => {
  expect(today(new Date(2026, 10, 25, 23, 59))).toBe('2026-11-25');
  expect(today(new Date(2026, 0, 1, 0, 1))).toBe('2026-01-01');
});

test('weeks begin on Monday, over months, years and changes of clocks', () => {
  expect(mondayOf('2026-11-25')).toBe('2026-11-23');
  expect(mondayOf('2026-11-29')).toBe('2026-11-23');
  expect(daysAfter('2026-12-31', 1)).toBe('2027-01-01');
  for (let day = '2026-01-01'; day < '2027-01-01'; day = daysAfter(day, 1)) {
    expect(daysAfter(daysAfter(day, 1), -1)).toBe(day);
    expect(inWords(mondayOf(day))).toContain('Monday');
  }
});

test('minutes as people say them', () => {
  expect([spell(45), spell(60), spell(270)]).toEqual(['45 min', '1 h', '4 h 30']);
});
