import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import type { Body, Waiting } from '../../api/outbox';
import { backTo, isThere, pullAt, standsAt, stepOf } from './count';

const part: Schemas['PartState'] = {
  part: 'left',
  name: 'Left spring',
  count: 2,
  let_off: 0,
  target: 4,
  unit: 'quarter-turns',
  likely: null,
  aim: '',
  strokes: [],
  up: '',
  down: '',
  taken_back_to: null,
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

  it('takes strokes of half a turn, but never past its target', () => {
    expect([stepOf(part, 1, 2), stepOf(part, 3, 2), stepOf({ ...part, target: 0 }, 1, 2)]).toEqual([2, 1, -1]);
    expect(stepOf({ ...part, count: null }, -3, 2)).toBe(-2);
  });

  it('takes back the last stroke alone, and only once', () => {
    expect(backTo({ ...part, taken_back_to: 1 }, [])).toBe(1);
    expect(backTo(part, waits(stroke('left', 2, 4)))).toBe(2);
    expect(backTo(part, waits(stroke('left', 2, 4), stroke('left', 4, 2)))).toBeNull();
    expect(backTo(part, waits(stroke('left', 2, 4), stroke('right', 0, 1)))).toBeNull();
  });

  it('reads the pull at its count, of unknown turns at what is likely left, and nowhere beyond', () => {
    const strokes = [0, 1, 2, 3].map((torque_lbin) => ({
      torque_lbin,
      bar_force_lb: 0,
      energy_ftlb: 0,
      chalk_line: '',
      length: '',
    }));
    expect(pullAt({ ...part, strokes }, 2)?.torque_lbin).toBe(2);
    const unknown = { ...part, count: null, likely: 3, strokes };
    expect([0, -1, -3, -4].map((at) => pullAt(unknown, at)?.torque_lbin)).toEqual([3, 2, 0, undefined]);
    expect(pullAt({ ...unknown, likely: null }, -1)).toBeUndefined();
  });

  it('counts a cone of unknown turns down from zero, until it is said to be slack', () => {
    const unknown = { ...part, count: null, let_off: 3, target: 0 };
    expect(standsAt(unknown, [])).toBe(-3);
    expect(stepOf(unknown, -3)).toBe(-1);
    expect(isThere(unknown, [])).toBe(false);
    expect(isThere(unknown, waits({ kind: 'slack', part: 'left' }))).toBe(true);
  });
});
