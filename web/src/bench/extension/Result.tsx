import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { pairOn } from '../../api/onDoor';
import { extensionQuery } from '../../api/queries';
import { PairSets } from '../../sizing/PairSets';
import { Loading, Refused } from '../../ui/states';
import { MissingNumbers } from '../MissingNumbers';
import type { ResultProps } from '../result';
import { numberOf } from '../values';

/** The pair for the door typed. */
export function Result({ sheet }: ResultProps) {
  const { setup, wrong_setup, values, on_door: there } = sheet;
  if (!setup || wrong_setup) return <MissingNumbers count={sheet.missing.length} />;
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
