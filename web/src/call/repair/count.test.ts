import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import type { Body, Waiting } from '../../api/outbox';
import { isThere, standsAt, stepOf } from './count';

const part: Schemas['PartState'] = {
  part: 'left',
  name: 'Left spring',
  count: 2,
  let_off: 0,
  target: 4,
  unit: 'quarter-turns',
  torque_lbin: [],
  bar_force_lb: [],
  bar_in: 18,
};
const waits = (...bodies: Body[]): Waiting[] =>
  bodies.map((body, place) => ({ place, person: 'wren', call: 'one', door: '', id: `${place}`, body }));
const stroke = (side: 'left' | 'right', from_count: number, to_count: number): Body => ({
  kind: 'moved',
  part: side,
  from_count,
  to_count,
});

describe('the count on the tablet', () => {
  it('is what the server has, and what is on its way there', () => {
    expect(standsAt(part, [])).toBe(2);
    expect(standsAt(part, waits(stroke('left', 2, 3), stroke('right', 0, 1), stroke('left', 3, 4)))).toBe(4);
  });

  it('goes towards its target and stops there', () => {
    expect([stepOf(part, 2), stepOf(part, 4), stepOf({ ...part, target: 0 }, 2)]).toEqual([1, 0, -1]);
    expect(stepOf({ ...part, target: null }, 2)).toBe(0);
  });

  it('counts a cone of unknown turns down from nought, until it is said to be slack', () => {
    const unknown = { ...part, count: null, let_off: 3, target: 0 };
    expect(standsAt(unknown, [])).toBe(-3);
    expect(stepOf(unknown, -3)).toBe(-1);
    expect(isThere(unknown, [])).toBe(false);
    expect(isThere(unknown, waits({ kind: 'slack', part: 'left' }))).toBe(true);
  });
});
