import { describe, expect, it } from 'vitest';
import { secondsLeft } from './Presses';

describe('the time a unit waits', () => {
  it.each([
    [0, 30],
    [200, 30],
    [1000, 29],
    [29_800, 1],
    [30_000, 0],
    [90_000, 0],
  ])('after %i ms there are %i s left', (after, left) => {
    expect(secondsLeft(5_000, 5_000 + after, 30)).toBe(left);
  });
});
