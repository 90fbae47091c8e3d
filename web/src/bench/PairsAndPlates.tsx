import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../api/client';
import { pairOn, stackOn } from '../api/onDoor';
import { counterweightQuery, extensionQuery } from '../api/queries';
import { PairSets } from '../sizing/PairSets';
import { StackSets } from '../sizing/StackSets';
import { Quiet } from '../ui/layout';
import { Loading, Refused } from '../ui/states';
import type { ResultProps } from './pages';
import { numberOf } from './values';

/** The pair for the door typed. */
export function ExtensionResult({ sheet }: ResultProps) {
  const { setup, wrong_setup, values, on_door: there } = sheet;
  if (!setup || wrong_setup) return <Missing count={sheet.missing.length} />;
  const stretch = numberOf(values, 'open_stretch_in');
  const relaxed = numberOf(values, 'relaxed_in');
  return (
    <Pair
      setup={setup}
      question={{
        door: setup.door,
        track: setup.track,
        ...(stretch === undefined ? {} : { open_stretch_in: stretch }),
        ...(relaxed === undefined ? {} : { relaxed_in: relaxed }),
        household: typeof values.household === 'string' ? values.household : null,
        on_door: pairOn(there),
      }}
    />
  );
}

function Pair({ setup, question }: { setup: Schemas['Setup']; question: Schemas['ExtensionQuestion'] }) {
  const found = useQuery(extensionQuery(question));
  if (found.isError) return <Refused wrong={found.error} />;
  return found.data ? <PairSets column setup={setup} answer={found.data} /> : <Loading />;
}

/** The plates for the door typed. */
export function CounterweightResult({ sheet }: ResultProps) {
  const { setup, wrong_setup, values, on_door: there, hub } = sheet;
  if (!setup?.drum || wrong_setup || !hub) return <Missing count={sheet.missing.length} />;
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

function Missing({ count }: { count: number }) {
  return <Quiet>Type the door and its track{count ? `: ${count} numbers are missing` : ''}.</Quiet>;
}
