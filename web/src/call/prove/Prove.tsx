import { useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { callBalanceQuery } from '../../api/queries';
import { lineOf } from '../../drawing/lines';
import { SideViewOf } from '../../drawing/SideViewOf';
import { PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Split, Stack } from '../../ui/layout';
import { Loading, Trouble } from '../../ui/states';
import { Gates } from '../Gates';
import { StageMain } from '../StageMain';
import type { StageProps } from '../stageProps';
import { AdviceLine } from './AdviceLine';
import { Proofs } from './Proofs';
import { ReadingRow } from './ReadingRow';
import { TakeReading } from './TakeReading';

/** Does it hold where it must, what do I trim, and which proof is still open? */
export function Prove({ call, go }: StageProps) {
  const { state } = call;
  const before = state.touched ? 'first_lift' : 'as_found';
  const firstLift = state.gate_groups.find((group) => group.before === before);
  const gated = useRef(!firstLift?.met);
  const handsOn = state.gate_groups.find((group) => group.before === 'hands_on');
  const power = state.gate_groups.find((group) => group.before === 'power');
  return (
    <>
      <Split $left="minmax(320px, 410px)">
        <Stack $gap={16}>
          <h2>{state.touched ? 'Check the balance' : 'Read the door as found, before anything is touched'}</h2>
          {state.not_lifted && <Caution role="note">{state.not_lifted}</Caution>}
          {power?.met && !state.closed && (
            <Quiet>
              It is plugged in and joined.{' '}
              <PlainLink to={`/calls/${call.call.key}/arrive`}>Make it safe to read it again</PlainLink>
            </Quiet>
          )}
          {!power?.met && !state.not_lifted && handsOn && !handsOn.met && <Gates call={call} group={handsOn} />}
          {!power?.met && !state.not_lifted && firstLift && !firstLift.met && <Gates call={call} group={firstLift} />}
          {!power?.met && !state.not_lifted && firstLift?.met && handsOn?.met !== false && !state.closed && (
            <TakeReading call={call} takeFocus={gated.current} />
          )}
          <Readings call={call} />
          {!state.closed && power && <Gates call={call} group={power} />}
          <Proofs call={call} />
        </Stack>
        <Balance call={call} go={go} />
      </Split>
      <StageMain call={call} go={go} main={state.main.prove} />
    </>
  );
}

function Balance({ call, go }: StageProps) {
  const balance = useQuery(callBalanceQuery(call.call.key, call.call.entries));
  if (balance.isPending) return <Loading />;
  if (balance.isError) return <Trouble wrong={balance.error} retry={() => balance.refetch()} />;
  if (!balance.data) {
    return (
      <Quiet>
        What carries the door and how it is set up is not on record yet, so there is no balance line to compare with.
        Readings are kept all the same.
      </Quiet>
    );
  }
  const { answer, planned, setup, hung } = balance.data;
  const { reads } = answer;
  const lines = [
    ...(reads ? [lineOf(planned, 'as planned', 'before')] : []),
    lineOf(answer.fitted, reads ? 'as the readings say' : 'as planned', 'main'),
  ];
  const pinned = call.state.readings.map((one) => ({
    height: one.reading.height_in,
    outcome: one.reading.outcome ?? null,
    force: one.reading.force_lb ?? null,
    current: one.current,
  }));
  return (
    <Stack>
      <AdviceLine call={call} go={go} balance={balance.data} />
      <SideViewOf setup={setup} carrier={hung} lines={lines} friction={answer.friction_lb.likely} readings={pinned} />
    </Stack>
  );
}

function Readings({ call }: { call: StageProps['call'] }) {
  const { readings } = call.state;
  if (!readings.length) return <Quiet>No readings yet. Lift by hand, let go where it is asked.</Quiet>;
  return (
    <Stack $gap={4}>
      {[...readings].reverse().map((one) => (
        <ReadingRow key={one.entry} one={one} call={call} />
      ))}
    </Stack>
  );
}
