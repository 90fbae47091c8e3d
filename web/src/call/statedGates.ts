import type { Schemas } from '../api/client';
import type { Call } from './useCall';

/** The gates as this tablet has them: what waits to be sent, over what the server told. */
export function statedGates({ waiting }: Pick<Call, 'waiting'>): Map<string, boolean> {
  const stated = new Map<string, boolean>();
  for (const { body } of waiting) if (body.kind === 'gate') stated.set(body.gate, body.met);
  return stated;
}

/** The first gate of these groups that nobody has stated. */
export function nextGate(
  call: Pick<Call, 'waiting' | 'state'>,
  groups: readonly string[],
): Schemas['GateState'] | undefined {
  const stated = statedGates(call);
  return groups
    .flatMap((id) => call.state.gate_groups.find((group) => group.id === id)?.gates ?? [])
    .find((gate) => !(stated.get(gate.id) ?? gate.met));
}
