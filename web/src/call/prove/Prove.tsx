import type { UseQueryResult } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { callBalanceQuery } from '../../api/queries';
import { lineOf } from '../../drawing/lines';
import { SideViewOf } from '../../drawing/SideViewOf';
import { PlainLink } from '../../ui/buttons';
import { Caution, oneColumn, Quiet, STAYS, Stack } from '../../ui/layout';
import { MainAction } from '../../ui/MainAction';
import { Loading, Trouble } from '../../ui/states';
import { Gates } from '../Gates';
import { StageMain } from '../StageMain';
import type { StageProps } from '../stageProps';
import { type Call, useAnswer } from '../useCall';
import { AdviceLine } from './AdviceLine';
import { Proofs } from './Proofs';
import { ReadingRow } from './ReadingRow';
import { TakeReading } from './TakeReading';

/** The chart with what is asked of it, all of it in sight; what is known and proved below. */
const Page = styled.div`display: grid; grid-template: 'asked chart' auto 'known chart' 1fr / minmax(320px, 410px) minmax(0, 1fr); gap: 14px 28px; align-items: start;
  > :nth-child(1) { grid-area: asked; } > :nth-child(2) { grid-area: chart; ${STAYS} } > :nth-child(3) { grid-area: known; }
  ${oneColumn(`grid-template: 'chart' auto 'asked' auto 'known' auto / minmax(0, 1fr); > :nth-child(2) { position: static; }
    &.gated { grid-template: 'asked' auto 'chart' auto 'known' auto / minmax(0, 1fr); }`)}
  @media (max-width: 700px) { gap: 8px; h2 { position: absolute; clip-path: inset(50%); } }`;

type Balance = UseQueryResult<Schemas['CallBalance'] | null>;

/** Does it hold where it must, what do I trim, and which proof is still open? */
export function Prove({ call, go }: StageProps) {
  const { state } = call;
  const balance = useAnswer(call, 'balance', callBalanceQuery(call.call.key, call.call.entries));
  const [picked, pick] = useState<number | null>(null);
  const advice = balance.data?.answer.advice;
  // Where the advice wants to know next, until the door is drawn to another height.
  const height = picked ?? advice?.next_height_in ?? advice?.pull_at_in ?? state.holds_at_in;
  const before = state.touched ? 'first_lift' : 'as_found';
  const [handsOn, firstLift, power] = (['hands_on', before, 'power'] as const).map((name) =>
    state.gate_groups.find((group) => group.before === name),
  );
  const gated = useRef(!firstLift?.met);
  const isLifting = !power?.met && !state.not_lifted;
  const open = isLifting ? [handsOn, firstLift].filter((group) => group && !group.met) : [];
  const trim = state.closed ? undefined : balance.data?.trims[0];
  const aimAt = (targets: Schemas['TrimPlan']['targets']) => {
    call.enter({ kind: 'aimed', targets });
    go('repair');
  };
  return (
    <>
      <Page className={open.length ? 'gated' : ''}>
        <Stack $gap={12}>
          <h2>{state.touched ? 'Check the balance' : 'Read the door as found, before anything is touched'}</h2>
          {state.not_lifted && <Caution role="note">{state.not_lifted}</Caution>}
          {power?.met && !state.closed && (
            <Quiet>
              It is plugged in and joined.{' '}
              <PlainLink to={`/calls/${call.call.key}/arrive`}>Make it safe to read it again</PlainLink>
            </Quiet>
          )}
          {open.map((group) => group && <Gates key={group.id} call={call} group={group} />)}
          {balance.data && <AdviceLine call={call} aimAt={aimAt} balance={balance.data} />}
          {isLifting && !open.length && firstLift && !state.closed && (
            <TakeReading
              call={call}
              height={height}
              pick={pick}
              isBusy={balance.isFetching}
              takeFocus={gated.current}
            />
          )}
        </Stack>
        <Chart call={call} balance={balance} height={height} pick={pick} />
        <Stack $gap={16}>
          <Readings call={call} />
          {balance.data?.answer.reads && <Quiet>{balance.data.answer.reads}</Quiet>}
          {!state.closed && power && <Gates call={call} group={power} />}
          <Proofs call={call} isLifting={isLifting} />
        </Stack>
      </Page>
      {trim && !open.length ? (
        <MainAction onPress={() => aimAt(trim.targets)}>Trim it now: {trim.words}</MainAction>
      ) : (
        <StageMain call={call} go={go} main={state.main.prove} />
      )}
    </>
  );
}

type ChartProps = { call: Call; balance: Balance; height: number; pick: (inches: number) => void };

/** The door where it is let go, and the force there: what was planned, what the readings say, each reading pinned. */
function Chart({ call, balance, height, pick }: ChartProps) {
  if (balance.isPending) return <Loading />;
  if (balance.isLoadingError) return <Trouble wrong={balance.error} retry={() => balance.refetch()} />;
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
    <SideViewOf
      setup={setup}
      carrier={hung}
      lines={lines}
      friction={answer.friction_lb.likely}
      readings={pinned}
      position={height}
      onPosition={pick}
      low
    />
  );
}

function Readings({ call }: { call: Call }) {
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
