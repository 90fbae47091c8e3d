import { describe, expect, it } from 'vitest';
import type { Waiting } from '../../api/outbox';
import { countOf } from './count';

const spring = { spring: 'left' as const, done: 4, planned: 29, torque_lbin: [], bar_force_lb: [], bar_in: 18 };
const stroke = (side: 'left' | 'right', from: number, to: number): Waiting => ({
  id: `${side}-${from}-${to}`,
  body: { kind: 'counted', spring: side, from_quarter: from, to_quarter: to },
});

describe('the count as this tablet knows it', () => {
  it('is what the server has while nothing waits', () => {
    expect(countOf(spring, [])).toBe(4);
  });

  it('follows the strokes on their way, up and down', () => {
    expect(countOf(spring, [stroke('left', 4, 5), stroke('left', 5, 6)])).toBe(6);
    expect(countOf(spring, [stroke('left', 4, 5), stroke('left', 5, 4)])).toBe(4);
  });

  it('keeps the springs apart and ignores everything else', () => {
    const gate: Waiting = { id: 'gate-0001', body: { kind: 'gate', gate: 'shaft', met: true } };
    expect(countOf(spring, [gate, stroke('right', 0, 1)])).toBe(4);
  });
});
