import { expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { promisedIn } from './FreeTimes';

const within = (from_minute: number, until_minute: number) =>
  promisedIn({ after: '', travel_min: 0, from_minute, until_minute } as Schemas['FreeWindow']).map(
    ({ from, until }) => [from, until],
  );

it('promises windows in whole quarters within what is free, none of them short, and not too many', () => {
  expect(within(522, 595)).toEqual([[525, 585]]);
  expect(within(480, 800)).toEqual([
    [480, 600],
    [600, 720],
    [720, 795],
  ]);
  expect(within(930, 938)).toEqual([]);
  expect(within(480, 1100)).toHaveLength(4);
  for (let from = 400; from < 500; from += 7)
    for (const [start = 0, end = 0] of within(from, from + 200)) {
      expect(start >= from && end <= from + 200 && start % 15 === 0 && end % 15 === 0).toBe(true);
    }
});
