import type { Schemas } from '../api/client';

type Before = Schemas['GateGroupState']['before'];

/** The group of gates that stands before a kind of work on this door. */
export function gatesBefore(state: Schemas['CallState'], before: Before): Schemas['GateGroupState'] | undefined {
  return state.gate_groups.find((group) => group.before === before);
}
