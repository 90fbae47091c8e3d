import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { gatesBefore } from './groups';

const group = (id: string, before: Schemas['GateGroupState']['before']) => ({
  id,
  title: id,
  before,
  met: false,
  gates: [],
});
const state = {
  gate_groups: [group('hands_on', 'hands_on'), group('hanging', 'work'), group('first_lift_pair', 'first_lift')],
} as unknown as Schemas['CallState'];

describe('gates of a call', () => {
  it('finds the group that stands before a kind of work, whatever carries the door', () => {
    expect(gatesBefore(state, 'work')?.id).toBe('hanging');
    expect(gatesBefore(state, 'first_lift')?.id).toBe('first_lift_pair');
  });

  it('finds none where the door has none', () => {
    expect(gatesBefore({ ...state, gate_groups: [] }, 'work')).toBeUndefined();
  });
});
