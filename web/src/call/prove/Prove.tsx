import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { trimQuery } from '../../api/queries';
import { SideViewOf } from '../../drawing/SideViewOf';
import { MainAction } from '../../ui/buttons';
import { Quiet, Split, Stack } from '../../ui/layout';
import { Loading, Refused } from '../../ui/states';
import { Gates } from '../Gates';
import { gatesBefore } from '../groups';
import type { StageProps } from '../stageProps';
import { AdviceLine } from './AdviceLine';
import { Proofs } from './Proofs';
import { ReadingRow } from './ReadingRow';
import { TakeReading } from './TakeReading';

/** Does it hold where it must, what do I trim, and which proof is still open? */
export function Prove({ call, go }: StageProps) {
  const { state } = call;
  const firstLift = gatesBefore(state, 'first_lift');
  const left = state.to_close.length;
  return (
    <>
      <Split $left="minmax(320px, 410px)">
        <Stack $gap={16}>
          <h2>Check the balance</h2>
          {firstLift && !firstLift.met && <Gates call={call} group={firstLift} />}
          {firstLift?.met && !state.closed && <TakeReading call={call} />}
          <Readings call={call} />
          <Proofs call={call} />
        </Stack>
        {state.hung && state.setup ? (
          <Balance call={call} hung={state.hung} setup={state.setup} />
        ) : (
          <Quiet>
            What carries the door and how it is set up is not on record yet, so there is no balance line to compare
            with. Readings are kept all the same.
          </Quiet>
        )}
      </Split>
      <MainAction isDisabled={left > 0} onPress={() => go('close')}>
        {left > 0 ? `${left} to prove` : 'Close the call'}
      </MainAction>
    </>
  );
}

type BalanceProps = { call: StageProps['call']; hung: Schemas['HungDoor']; setup: Schemas['Setup'] };

function Balance({ call, hung, setup }: BalanceProps) {
  const current = call.state.readings.filter((one) => one.current);
  const { file_weight_lb, scale_weight_lb } = call.state;
  const trim = useQuery(
    trimQuery({
      ...hung,
      readings: current.map((one) => one.reading),
      ...(file_weight_lb === null ? {} : { file_weight_lb }),
      ...(scale_weight_lb === null ? {} : { scale_weight_lb }),
    }),
  );
  const planned = useQuery(trimQuery({ ...hung, readings: [] }));
  if (trim.isPending || planned.isPending) return <Loading />;
  if (trim.isError) return <Refused wrong={trim.error} />;
  const line = trim.data.fitted;
  const before = planned.data?.fitted;
  const lines = [
    ...(before && current.length
      ? [
          {
            label: 'as planned',
            positions: before.positions_in,
            forces: before.net_hand_force_lb,
            kind: 'before' as const,
          },
        ]
      : []),
    {
      label: current.length ? 'as the readings say' : 'as planned',
      positions: line.positions_in,
      forces: line.net_hand_force_lb,
      kind: 'main' as const,
    },
  ];
  const pinned = call.state.readings.map((one) => ({
    height: one.reading.height_in,
    outcome: one.reading.outcome ?? null,
    force: one.reading.force_lb ?? null,
    current: one.current,
  }));
  return (
    <Stack>
      <AdviceLine call={call} answer={trim.data} taken={current.length} />
      <SideViewOf
        setup={setup}
        carrier={hung}
        lines={lines}
        friction={trim.data.friction_lb.likely}
        readings={pinned}
      />
    </Stack>
  );
}

function Readings({ call }: { call: StageProps['call'] }) {
  const { readings } = call.state;
  if (!readings.length) return <Quiet>No readings yet. Lift by hand, let go at 3 to 4 ft first.</Quiet>;
  return (
    <Stack $gap={4}>
      {[...readings].reverse().map((one) => (
        <ReadingRow key={one.entry} one={one} call={call} />
      ))}
    </Stack>
  );
}
