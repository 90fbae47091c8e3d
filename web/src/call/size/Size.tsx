import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { sizingQuery } from '../../api/queries';
import { PairSets } from '../../sizing/PairSets';
import { StackSets } from '../../sizing/StackSets';
import { useSetOptions } from '../../sizing/setOptions';
import { TorsionSets } from '../../sizing/TorsionSets';
import { PlainLink } from '../../ui/buttons';
import { useReadyToDraw } from '../../ui/DeferredContent';
import { Caution, Quiet, Stack } from '../../ui/layout';
import { MainAction } from '../../ui/MainAction';
import { Loading, Trouble } from '../../ui/states';
import type { StageProps } from '../stageProps';
import { useAnswer } from '../useCall';
import { Keep } from './Keep';
import { Offers } from './Offers';

/** Does what hangs there stay, or what goes on this door? */
export function Size({ call, go }: StageProps) {
  const { state } = call;
  const [kept, keep] = useState<boolean>();
  const keeping = state.offers.find((one) => one.name === 'keep' && one.open);
  const isKept = keeping !== undefined && (kept ?? keeping.chosen);
  // The kind that is to carry the door needs no more saying.
  const chosen = isKept ? keeping : state.offers.find((one) => one.name !== 'keep' && !one.command);
  return (
    <Stack>
      <Offers call={call} chosen={chosen} keep={keep} />
      {isKept ? <Keep call={call} go={go} offer={keeping} /> : <NewOnes call={call} go={go} />}
    </Stack>
  );
}

function NewOnes({ call, go }: StageProps) {
  const { state } = call;
  if (state.setup && !state.wrong_setup) return <Options call={call} go={go} />;
  return (
    <Stack>
      <h2>Pick what goes on</h2>
      {state.wrong_setup ? (
        <Caution>{state.wrong_setup}</Caution>
      ) : (
        <Quiet>The door is not measured yet: {state.missing.length} numbers are missing.</Quiet>
      )}
      <div>
        <PlainLink to={`/calls/${call.call.key}/measure`}>Measure the door</PlainLink>
      </div>
    </Stack>
  );
}

function Options({ call, go }: StageProps) {
  const { state } = call;
  const asked = useSetOptions(state.chosen?.option);
  const query = sizingQuery(call.call.key, call.call.entries, asked.options);
  const sizing = useAnswer(asked.isFirst ? call : { ...call, known: null }, 'sizing', query);
  const isReady = useReadyToDraw(!sizing.isPending);
  if (sizing.isPending || !isReady) return <Loading />;
  if (sizing.isLoadingError)
    return (
      <Stack>
        <Trouble wrong={sizing.error} retry={() => sizing.refetch()} />
        <div>
          <PlainLink to={`/calls/${call.call.key}/measure`}>Back to the measures</PlainLink>
        </div>
      </Stack>
    );
  const { setup, torsion, compare, extension, counterweight, doubt, there_wrong, has_van } = sizing.data;
  const stale = state.chosen?.stale ?? '';
  const doubts = [doubt, there_wrong, stale].filter((one): one is string => Boolean(one));
  // What is on the door, or picked for the door as it is measured now, needs no second pick.
  const picked = (option: string) => state.chosen?.option === option && !stale;
  const use = (option: string) => {
    if (!picked(option)) call.enter({ kind: 'picked', option });
    go('repair');
  };
  const action = (words: string, option: string | undefined) => (
    <MainAction isDisabled={option === undefined || state.closed} onPress={() => option && use(option)}>
      {words}
    </MainAction>
  );
  if (extension)
    return (
      <PairSets setup={setup} answer={extension} doubts={doubts} use={state.closed ? undefined : use}>
        {action('Use this pair', extension.pair.id)}
      </PairSets>
    );
  if (counterweight)
    return (
      <StackSets setup={setup} answer={counterweight} doubts={doubts}>
        {action('Use these plates', counterweight.id)}
      </StackSets>
    );
  if (!torsion) return null;
  return (
    <TorsionSets
      setup={setup}
      answer={torsion}
      compared={compare}
      asked={asked}
      hasVan={has_van}
      doubts={doubts}
      chosen={state.chosen?.option}
    >
      {(set: Schemas['SetOut'] | undefined) => action('Use this set', set?.id)}
    </TorsionSets>
  );
}
