import { describe, expect, it } from 'vitest';
import type { Body } from '../api/outbox';
import { inverseOf, isSameSubject } from './inverse';

const GATE: Body = { kind: 'gate', gate: 'clear', met: true };
const HOLDS: Body = { kind: 'reading', reading: { height_in: 42, outcome: 'holds' } };
const STRUCK: Body = { kind: 'withdrawn', entry: 'e1', reason: 'undone at once' };
const PASSED: Body = { kind: 'proof', proof: 'eyes', passed: true, note: '' };

describe('what was entered a moment ago', () => {
  it.each<[string, Body, Body | null]>([
    ['a gate is open again', GATE, { ...GATE, met: false }],
    ['a gate that was opened is met again', { ...GATE, met: false }, GATE],
    [
      'a step is to be done again',
      { kind: 'stepped', steps: ['clamp'], done: true },
      { kind: 'stepped', steps: ['clamp'], done: false },
    ],
    [
      'a step passed over is to be done',
      { kind: 'passed_over', step: 'mark', reason: 'not needed here' },
      { kind: 'stepped', steps: ['mark'], done: false },
    ],
    ['a reading is struck', HOLDS, STRUCK],
    ['springs to be wound again are not', { kind: 'again', quarter_turns: 6 }, STRUCK],
    ['springs that are off stay off', { kind: 'taken_off' }, null],
    ['a stop stands', { kind: 'stopped', stop: 'bar_will_not_seat' }, null],
    ['a stroke is taken back on the counter', { kind: 'moved', part: 'left', from_count: 1, to_count: 2 }, null],
    ['a closed call stays closed', { kind: 'closed', told: '' }, null],
  ])('%s', (_, entered, undone) => {
    expect(inverseOf('e1', entered)).toEqual(undone);
  });
});

describe('what takes the place of what was refused', () => {
  it('is the same thing said once more, or otherwise', () => {
    expect(isSameSubject(GATE, { ...GATE, met: false })).toBe(true);
    expect(isSameSubject(PASSED, { ...PASSED, passed: false })).toBe(true);
  });
  it('is no other thing of the same kind', () => {
    expect(isSameSubject(GATE, { ...GATE, gate: 'power_off' })).toBe(false);
    expect(isSameSubject(PASSED, { ...PASSED, proof: 'reversal' })).toBe(false);
  });
  it('is never a reading, a part or a photo: each stands for itself', () => {
    expect(isSameSubject(HOLDS, HOLDS)).toBe(false);
    const part: Body = { kind: 'part_used', part: 'roller', count: 1 } as Body;
    expect(isSameSubject(part, part)).toBe(false);
  });
});
