import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { stackOn } from '../../api/onDoor';
import { counterweightQuery } from '../../api/queries';
import { StackSets } from '../../sizing/StackSets';
import { Loading, Refused } from '../../ui/states';
import { MissingNumbers } from '../MissingNumbers';
import type { ResultProps } from '../result';
import { numberOf } from '../values';
/** The plates for the door typed. */
export function Result({ sheet }: ResultProps) {
  const { setup, wrong_setup, values, on_door: there, hub } = sheet;
  if (!setup?.drum || wrong_setup || !hub) return <MissingNumbers count={sheet.missing.length} />;
  const large = numberOf(values, 'large_plate_lb');
  const small = numberOf(values, 'small_plate_lb');
  return (
    <Stack
      setup={setup}
      question={{
        door: setup.door,
        track: setup.track,
        drum: setup.drum,
        hub,
        ...(large === undefined ? {} : { large_lb: large }),
        ...(small === undefined ? {} : { small_lb: small }),
        on_door: stackOn(there)?.plates ?? null,
      }}
    />
  );
}

function Stack({ setup, question }: { setup: Schemas['Setup']; question: Schemas['CounterweightQuestion'] }) {
  const found = useQuery(counterweightQuery(question));
  if (found.isError) return <Refused wrong={found.error} />;
  return found.data ? <StackSets column setup={setup} answer={found.data} /> : <Loading />;
}
