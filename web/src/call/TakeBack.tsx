import { Plain } from '../ui/buttons';
import type { Call } from './useCall';

type Props = { call: Call; entry: string; of: string };

/** Strikes one entry of the call: what it said stays in the file as taken back. */
export function TakeBack({ call, entry, of }: Props) {
  const underWay = call.waiting.some(({ body }) => body.kind === 'withdrawn' && body.entry === entry);
  return (
    <Plain
      isDisabled={underWay || call.state.closed}
      aria-label={`Take back ${of}`}
      onPress={() => call.enter({ kind: 'withdrawn', entry, reason: 'entered by mistake' })}
    >
      Take back
    </Plain>
  );
}
