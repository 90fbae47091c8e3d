import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { MainAction, Plain, PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Row, Split, Stack, Steps } from '../../ui/layout';
import { Gates } from '../Gates';
import type { StageProps } from '../stageProps';
import type { Call } from '../useCall';
import { isThere, standsAt } from './count';
import { HookOrPlate } from './HookOrPlate';
import { StopRules } from './StopRules';
import { TurnCounter } from './TurnCounter';

/** What is the next thing to do to what carries the door, and may I? */
export function Repair({ call, go }: StageProps) {
  const { state } = call;
  const [counting, setCounting] = useState(false);
  const { work } = state;
  const cones = state.parts[0]?.unit === 'quarter-turns';
  const nought = Object.fromEntries(state.parts.map(({ part }) => [part, 0]));
  if (!work) {
    return (
      <Stack>
        <h2>Nothing to do to what carries the door</h2>
        <Quiet>
          {state.said.words ? `It is carried by ${state.said.words}. ` : ''}No other springs, pair or plates are picked,
          and nothing is aimed at.
        </Quiet>
        <Row>
          <PlainLink to={`/calls/${call.call.key}/size`}>Pick what goes on</PlainLink>
          {cones && !state.closed && (
            <Plain onPress={() => call.enter({ kind: 'aimed', targets: nought })}>Let the springs down</Plain>
          )}
        </Row>
      </Stack>
    );
  }
  const groups = state.gate_groups.filter((group) => work.gates.includes(group.id));
  const handsOn = state.gate_groups[0];
  const met = Boolean(handsOn?.met) && groups.every((group) => group.met);
  const counted = work.step === 'let_down' || (work.step === 'set' && cones);
  // It stays until it is put away: the last stroke must not pull the counter from under the hand.
  if (counting && cones)
    return (
      <TurnCounter
        call={call}
        title={work.title}
        stops={work.stops}
        close={() => setCounting(false)}
        done={() => setCounting(false)}
      />
    );
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack>
        <h2>{work.title}</h2>
        {state.chosen && <p>{state.chosen.entry ? `To go on: ${state.chosen.words}` : state.chosen.words}</p>}
        {state.chosen?.stale && <Caution>{state.chosen.stale}</Caution>}
        {work.stopped && <Caution role="alert">{work.stopped}</Caution>}
        {work.cautions.map((caution) => (
          <Caution key={caution}>{caution}</Caution>
        ))}
        {work.steps.length > 0 && (
          <Steps>
            {work.steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </Steps>
        )}
        {work.step !== 'take_off' && work.step !== 'put_on' && <Standing call={call} />}
        {work.step === 'set' && !counted && met && <HookOrPlate call={call} />}
        {!handsOn?.met && (
          <p>
            Make-safe gates are open. <PlainLink to={`/calls/${call.call.key}/arrive`}>Back to Arrive</PlainLink>
          </p>
        )}
        {work.step === 'down' && <StillPulls call={call} />}
        <StopRules call={call} stops={work.stops} stopped={() => undefined} />
        {state.chosen?.entry && !state.closed && <TakeBackPick call={call} entry={state.chosen.entry} />}
        <Quiet>Local codes and the maker’s manual come first. For trained technicians.</Quiet>
      </Stack>
      <Stack $gap={18}>
        {groups.map((group) => (
          <Gates key={group.id} call={call} group={group} />
        ))}
      </Stack>
      <Next call={call} go={go} work={work} met={met} counted={counted} count={() => setCounting(true)} />
    </Split>
  );
}

type NextProps = StageProps & { work: Schemas['Work']; met: boolean; counted: boolean; count: () => void };

/** The one next action, where it may be done. */
function Next({ call, go, work, met, counted, count }: NextProps) {
  const { state } = call;
  if (work.step === 'done') return <MainAction onPress={() => go('prove')}>Check the balance</MainAction>;
  if (!met || state.closed) return <MainAction isDisabled>Meet every gate first</MainAction>;
  if (counted) {
    const down = work.step === 'let_down';
    const begun = state.parts.some((part) => standsAt(part, call.waiting) !== (down ? part.target : 0));
    return (
      <MainAction onPress={count}>{down ? 'Count them down' : begun ? 'Go on winding' : 'Start winding'}</MainAction>
    );
  }
  if (work.step === 'set') return <MainAction isDisabled>Move every part to its place</MainAction>;
  if (work.step === 'down' && !work.done)
    return <MainAction onPress={() => go('size')}>Pick these again, or others</MainAction>;
  const kind = work.step === 'take_off' ? 'taken_off' : 'put_on';
  const asked = call.waiting.some(({ body }) => body.kind === kind);
  return (
    <MainAction isDisabled={asked} onPress={() => call.enter({ kind })}>
      {work.done}
    </MainAction>
  );
}

function Standing({ call }: { call: Call }) {
  return call.state.parts.map((part) => {
    const at = standsAt(part, call.waiting);
    return (
      <p key={part.part}>
        {part.name}: <b>{standing(part, at, isThere(part, call.waiting))}</b>
      </p>
    );
  });
}

/** Springs thought to be down: a cable that is still tight says of one of them that it is not. */
function StillPulls({ call }: { call: Call }) {
  return (
    <Row>
      {call.state.parts.map((part) => (
        <Plain key={part.part} onPress={() => call.enter({ kind: 'still_wound', part: part.part })}>
          {part.name} still pulls
        </Plain>
      ))}
    </Row>
  );
}

function standing(part: Schemas['PartState'], at: number, there: boolean): string {
  if (part.count === null && !there) return `turns not known, ${-at} let off`;
  if (part.target === 0) return there ? 'down' : `${at} ${part.unit} to let off`;
  return part.target === null ? `${at} ${part.unit}` : `${at} of ${part.target} ${part.unit}`;
}

function TakeBackPick({ call, entry }: { call: Call; entry: string }) {
  return (
    <div>
      <Plain onPress={() => call.enter({ kind: 'withdrawn', entry, reason: 'kept what hangs there' })}>
        Keep what hangs there instead
      </Plain>
    </div>
  );
}
