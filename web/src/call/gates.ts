import type { Schemas } from '../api/client';
import type { Call } from './useCall';

/** The gates as this tablet has them: what waits to be sent, over what the server told. */
export function gatesSaid({ waiting }: Pick<Call, 'waiting'>): Map<string, boolean> {
  const said = new Map<string, boolean>();
  for (const { body } of waiting) if (body.kind === 'gate') said.set(body.gate, body.met);
  return said;
}

/** The first gate of these groups that nobody has stated. */
export function nextGate(
  call: Pick<Call, 'waiting' | 'state'>,
  groups: readonly string[],
): Schemas['GateState'] | undefined {
  const said = gatesSaid(call);
  return groups
    .flatMap((id) => call.state.gate_groups.find((group) => group.id === id)?.gates ?? [])
    .find((gate) => !(said.get(gate.id) ?? gate.met));
}
