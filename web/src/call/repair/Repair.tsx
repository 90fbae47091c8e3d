import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { callProceduresQuery } from '../../api/queries';
import { InsideView } from '../../drawing/InsideView';
import { StepMark } from '../../drawing/StepMark';
import { LinkButton, MainAction, Plain, PlainLink } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Caution, Label, Panel, Quiet, Row, Split, Stack } from '../../ui/layout';
import { OneOf } from '../../ui/OneOf';
import { useRested } from '../../ui/rested';
import { Loading, Trouble } from '../../ui/states';
import { Gates } from '../Gates';
import type { StageProps } from '../stageProps';
import type { Call } from '../useCall';
import { isThere, standsAt } from './count';
import { HookOrPlate } from './HookOrPlate';
import { isBarred, stepNow, stepsSaid, wantsMadeSafe } from './next';
import { StepCard, sayDone } from './StepCard';
import { PlanOf, StepList } from './StepList';
import { StopRules } from './StopRules';
import { TurnCounter } from './TurnCounter';

/** What is the one thing I do now, what can hurt, and may I? */
export function Repair({ call, go }: StageProps) {
  const { state } = call;
  const [counting, setCounting] = useState(false);
  const [picked, setPicked] = useState('');
  const found = useQuery(callProceduresQuery(call.call.key, call.call.entries));
  const { work } = state;
  const cones = state.parts[0]?.unit === 'quarter-turns';
  // It stays until it is put away: the last stroke must not pull the counter from under the hand.
  if (counting && cones && work)
    return (
      <TurnCounter
        call={call}
        title={work.title}
        stops={work.stops}
        close={() => setCounting(false)}
        done={() => setCounting(false)}
      />
    );
  if (found.isPending) return <Loading />;
  if (found.isError) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  const { procedures } = found.data;
  const procedure = procedures.find((one) => one.procedure === picked) ?? procedures[0];
  if (!procedure) return <NothingToDo call={call} />;
  const step = stepNow(procedure, stepsSaid(state.steps_said, call.waiting));
  const mine = procedure.work ? work : null;
  // The first lift is made on Prove, and its gates stand there.
  const here = step && !(procedure.work && step.does === 'lift') ? step.gates : [];
  const needed = new Set([...(mine && (!step || step.does) ? mine.gates : []), ...here]);
  const groups = state.gate_groups.filter((group) => needed.has(group.id) && group.before !== 'hands_on');
  const measured = Object.fromEntries(state.measured.map((one) => [one.field, one.value]));
  return (
    <Split $left="minmax(0, 1.1fr)">
      <Stack $gap={14}>
        <Stack $gap={0}>
          {mine && <Label>{procedure.title}</Label>}
          <h2>{mine?.title ?? procedure.title}</h2>
        </Stack>
        <PlanOf procedure={procedure} />
        {procedures.length > 1 && (
          <OneOf
            label="The work"
            flow
            value={procedure.procedure}
            pick={setPicked}
            options={procedures.map((one) => ({ id: one.procedure, text: one.title }))}
          />
        )}
        {state.left && <Caution role="status">{state.left}</Caution>}
        {mine && state.chosen && <p>{state.chosen.entry ? `To go on: ${state.chosen.words}` : state.chosen.words}</p>}
        {mine && state.chosen?.stale && <Caution>{state.chosen.stale}</Caution>}
        {mine?.stopped && <Caution role="alert">{mine.stopped}</Caution>}
        {step ? (
          <StepCard call={call} procedure={procedure} step={step} fresh={!found.isPlaceholderData}>
            {wantsMadeSafe(step) && !state.gate_groups[0]?.met && (
              <p>
                Make-safe gates are open. <PlainLink to={`/calls/${call.call.key}/arrive`}>Back to Arrive</PlainLink>
              </p>
            )}
            {groups.map((group) => (
              <Gates key={group.id} call={call} group={group} />
            ))}
          </StepCard>
        ) : (
          <p role="status">Every step is done.</p>
        )}
        {mine && mine.step !== 'take_off' && mine.step !== 'put_on' && <Standing call={call} />}
        {mine?.step === 'set' && !cones && step?.does === 'wind' && procedure.shut.length === 0 && (
          <HookOrPlate call={call} />
        )}
        {cones && (mine?.step === 'down' || mine?.step === 'take_off') && <StillPulls call={call} />}
        {mine && <StopRules call={call} stops={mine.stops} stopped={() => undefined} />}
        {mine && state.chosen?.entry && !state.closed && <TakeBackPick call={call} entry={state.chosen.entry} />}
        {!work && <ToTheSprings call={call} />}
        {!state.closed && <LeaveIt call={call} />}
        <Quiet>Local codes and the maker’s manual come first. For trained technicians.</Quiet>
      </Stack>
      <Stack $gap={18}>
        <InsideView
          marked
          measured={measured}
          said={state.said}
          plates={state.on_door.counterweight?.plates}
          over={(place) => (step ? <StepMark place={place} at={step.at} /> : null)}
        />
        <StepList procedure={procedure} />
      </Stack>
      <Next
        call={call}
        go={go}
        procedure={procedure}
        step={step}
        work={mine}
        fresh={!found.isPlaceholderData}
        count={() => setCounting(true)}
      />
    </Split>
  );
}

function NothingToDo({ call }: { call: Call }) {
  const { words } = call.state.said;
  return (
    <Stack>
      <h2>Nothing to do to what carries the door</h2>
      <Quiet>
        {words ? `It is carried by ${words}. ` : ''}No other springs, pair or plates are picked, nothing is aimed at,
        and nothing was found that has a procedure of its own.
      </Quiet>
      <ToTheSprings call={call} />
    </Stack>
  );
}

/** From work beside what carries the door to work on it. */
function ToTheSprings({ call }: { call: Call }) {
  const { parts, closed } = call.state;
  const nought = Object.fromEntries(parts.map(({ part }) => [part, 0]));
  return (
    <Row>
      <PlainLink to={`/calls/${call.call.key}/size`}>Pick what goes on</PlainLink>
      {parts[0]?.unit === 'quarter-turns' && !closed && (
        <Plain onPress={() => call.enter({ kind: 'aimed', targets: nought })}>Let the springs down</Plain>
      )}
    </Row>
  );
}

type NextProps = StageProps & {
  procedure: Schemas['ProcedureState'];
  step: Schemas['StepState'] | undefined;
  work: Schemas['Work'] | null;
  /** Whether the steps are of the call as it stands now. */
  fresh: boolean;
  count: () => void;
};

/** The one next action, where it may be done. */
function Next({ call, go, procedure, step, work, fresh, count }: NextProps) {
  const { state } = call;
  // A double tap says one step.
  const isRested = useRested(step?.id ?? '');
  if (!step) return <MainAction onPress={() => go('prove')}>Check the balance</MainAction>;
  if (step.does === 'lift' && procedure.work)
    return <MainAction onPress={() => go('prove')}>Check the balance</MainAction>;
  const open = state.gate_groups.filter((group) =>
    [...step.gates, ...(step.does ? (work?.gates ?? []) : [])].includes(group.id),
  );
  const unsafe = wantsMadeSafe(step) && !state.gate_groups[0]?.met;
  if (state.closed || unsafe || open.some((group) => !group.met))
    return <MainAction isDisabled>Meet every gate first</MainAction>;
  // What bars a step the opener runs is how the door stands by hand.
  if (isBarred(procedure, step))
    return step.touches === 'power' ? (
      <MainAction onPress={() => go('prove')}>Check the balance</MainAction>
    ) : (
      <MainAction isDisabled>Not as the door stands now</MainAction>
    );
  if (step.does === '' || step.does === 'lift')
    return <MainAction onPress={() => isRested() && sayDone(call, [step])}>Done: next step</MainAction>;
  // The steps are asked for anew after each entry: until they are here, the call is further on than they are.
  if (!work || !fresh) return <MainAction isDisabled>One moment</MainAction>;
  const does = work.act;
  const cones = state.parts[0]?.unit === 'quarter-turns';
  if (does === 'lift') return <MainAction onPress={() => go('prove')}>Check the balance</MainAction>;
  if (does === 'let_down' || (does === 'wind' && cones)) {
    const down = does === 'let_down';
    const begun = state.parts.some((part) => standsAt(part, call.waiting) !== (down ? part.target : 0));
    return (
      <MainAction onPress={count}>{down ? 'Count them down' : begun ? 'Go on winding' : 'Start winding'}</MainAction>
    );
  }
  if (does === 'wind') return <MainAction isDisabled>Move every part to its place</MainAction>;
  if (does === 'rewind' && !work.done)
    return <MainAction onPress={() => go('size')}>Pick these again, or others</MainAction>;
  const kind = does === 'take_off' ? 'taken_off' : 'put_on';
  const asked = call.waiting.some(({ body }) => body.kind === kind);
  return (
    <MainAction isDisabled={asked} onPress={() => call.enter({ kind })}>
      {work.done}
    </MainAction>
  );
}

/** The work is left as it stands: why, for whoever takes it up. */
function LeaveIt({ call }: { call: Call }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  if (!open) return <LinkButton onPress={() => setOpen(true)}>Leave it as it stands</LinkButton>;
  return (
    <Panel role="group" aria-label="Leave it as it stands">
      <Field
        label="Why it is left"
        hint="It is kept with where every part stands and which gates are met."
        value={reason}
        onChange={setReason}
        maxLength={600}
      />
      <Row>
        <Plain
          isDisabled={reason.trim().length < 3}
          onPress={() => {
            call.enter({ kind: 'left', reason: reason.trim() });
            setOpen(false);
          }}
        >
          Leave it so
        </Plain>
        <Plain onPress={() => setOpen(false)}>Go on working</Plain>
      </Row>
    </Panel>
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
