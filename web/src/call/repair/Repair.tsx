import { useState } from 'react';
import { useLocation, useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { stackOn } from '../../api/onDoor';
import { callProceduresQuery } from '../../api/queries';
import { InsideView } from '../../drawing/InsideView';
import { StepMark } from '../../drawing/StepMark';
import { StepDrawing } from '../../drawing/steps/StepDrawing';
import { LinkButton, Plain, PlainLink } from '../../ui/buttons';
import { useReadyToDraw } from '../../ui/DeferredContent';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Caution, Label, oneColumn, Panel, Quiet, Row, STAYS, Stack } from '../../ui/layout';
import { RadioButtons } from '../../ui/RadioButtons';
import { Loading, Trouble } from '../../ui/states';
import { Gates } from '../Gates';
import { StageMain } from '../StageMain';
import type { StageProps } from '../stageProps';
import { type Call, useAnswer } from '../useCall';
import { isThere, standsAt } from './count';
import { HookOrPlate } from './HookOrPlate';
import { stepNow, stepsSaid } from './next';
import { StepCard } from './StepCard';
import { PlanOf, StepList } from './StepList';
import { StopRules } from './StopRules';
import { canSpeak, sayAloud } from './spoken';
import { TurnCounter } from './TurnCounter';

const COUNTER = 'counter';

/** The step and where the hands go beside it; on a phone one under the other. What else belongs to the work stands below. */
const Page = styled.div`display: grid; grid-template: 'step drawn' auto 'rest drawn' 1fr / minmax(320px, 1fr) minmax(0, 1.1fr); gap: 16px 28px; align-items: start;
  > :nth-child(1) { grid-area: step; } > :nth-child(2) { grid-area: drawn; ${STAYS} } > :nth-child(3) { grid-area: rest; }
  ${oneColumn("grid-template: 'step' auto 'drawn' auto 'rest' auto / minmax(0, 1fr); > :nth-child(2) { position: static; }")}`;
/** Where there is a drawing of what the hands do, it has the room, and the door beside it says where that is. */
const Drawn = styled.div`display: grid; gap: 10px; &.zoomed > :first-child { width: 45%; min-width: 190px; justify-self: end; }`;

/** What is the one thing I do now, what can hurt, and may I? */
export function Repair({ call, go }: StageProps) {
  const { state } = call;
  // In the address, so that the gesture back puts the counter away and leaves the stage as it is.
  const [address, setAddress] = useSearchParams();
  const counting = address.has('count');
  const { state: opened } = useLocation();
  const navigate = useNavigate();
  // Opened from here, it goes back: the next gesture back leaves the stage, and not a counter that is put away.
  const putAway = () => (opened === COUNTER ? navigate(-1) : setAddress({}, { replace: true }));
  const [picked, setPicked] = useState('');
  const found = useAnswer(call, 'procedures', callProceduresQuery(call.call.key, call.call.entries));
  const isReady = useReadyToDraw(!found.isPending);
  const { work } = state;
  const cones = state.parts[0]?.unit === 'quarter-turns';
  // It stays until it is put away: the last stroke must not pull the counter from under the hand.
  if (counting && cones && work)
    return <TurnCounter call={call} title={work.title} stops={work.stops} close={putAway} done={putAway} />;
  if (found.isPending || !isReady) return <Loading />;
  if (found.isLoadingError) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  const { procedures, lead } = found.data;
  const named = (name: string) => procedures.find((one) => one.procedure === name);
  const procedure = named(picked) ?? named(lead);
  if (!procedure) return <NothingToDo call={call} />;
  const step = stepNow(procedure, stepsSaid(state.steps_said, call.waiting));
  const mine = procedure.work ? work : null;
  // The first lift is made on Prove, and its gates stand there.
  const here = step && !(procedure.work && step.does === 'lift') ? step.gates : [];
  const needed = new Set([...(mine && (!step || step.does) ? mine.gates : []), ...here]);
  const groups = state.gate_groups.filter(
    (group) => needed.has(group.id) && (group.before !== 'hands_on' || !group.met),
  );
  const measured = Object.fromEntries(state.measured.map((one) => [one.field, one.value]));
  return (
    <>
      <Page>
        <Stack $gap={12}>
          <Row>
            <Stack $gap={0}>
              {mine && <Label as="p">{procedure.title}</Label>}
              <h2>{mine?.title ?? procedure.title}</h2>
            </Stack>
            {step && <ReadAloud words={[step.caution, step.do, step.why]} />}
          </Row>
          {state.left && <Caution role="status">{state.left}</Caution>}
          {mine?.stopped && <Caution role="alert">{mine.stopped}</Caution>}
          {step ? (
            <StepCard call={call} procedure={procedure} step={step} fresh={!found.isPlaceholderData}>
              {groups.map((group) => (
                <Gates key={group.id} call={call} group={group} />
              ))}
            </StepCard>
          ) : (
            <p role="status">
              {procedure.now ? 'All that was told is said: what comes next needs a connection.' : 'Every step is done.'}
            </p>
          )}
          {mine && mine.step !== 'take_off' && mine.step !== 'put_on' && <Standing call={call} />}
          {mine && mine.step === 'set' && !cones && step?.does === 'wind' && procedure.shut.length === 0 && (
            <HookOrPlate call={call} />
          )}
          {cones && (mine?.step === 'down' || mine?.step === 'take_off') && <StillPulls call={call} />}
        </Stack>
        <Drawn className={step?.draw ? 'zoomed' : ''}>
          <InsideView
            marked
            small={Boolean(step?.draw)}
            measured={measured}
            said={state.said}
            plates={stackOn(state.on_door)?.plates}
            over={(place) => (step ? <StepMark place={place} at={step.at} /> : null)}
          />
          {step && <StepDrawing of={step.draw} />}
        </Drawn>
        <Stack $gap={12}>
          {mine && state.chosen && (
            <p>{state.chosen.entry ? `To install: ${state.chosen.words}` : state.chosen.words}</p>
          )}
          {mine && state.chosen?.stale && <Caution>{state.chosen.stale}</Caution>}
          <PlanOf procedure={procedure} />
          {procedures.length > 1 && (
            <RadioButtons
              label="The work"
              flow
              value={procedure.procedure}
              pick={setPicked}
              options={procedures.map((one) => ({ id: one.procedure, text: one.title }))}
            />
          )}
          <StepList procedure={procedure} />
          {mine && state.chosen?.entry && !state.closed && <TakeBackPick call={call} entry={state.chosen.entry} />}
          {!work && <ToTheSprings call={call} />}
          {!state.closed && <LeaveIt call={call} />}
          <Quiet>Local codes and the maker’s manual come first. For trained technicians.</Quiet>
        </Stack>
      </Page>
      <StageMain
        call={call}
        go={go}
        // Past the last step that was told, nobody knows yet what comes next.
        main={step ? step.main : procedure.now ? null : procedure.main}
        asked={step?.id}
        fresh={!found.isPlaceholderData}
        count={() => setAddress({ count: 'open' }, { state: COUNTER })}
        beside={mine && <StopRules call={call} stops={mine.stops} stopped={() => undefined} />}
      />
    </>
  );
}

/** The words of a step said aloud, on request; nothing where the browser cannot. */
function ReadAloud({ words }: { words: string[] }) {
  if (!canSpeak()) return null;
  return <Plain onPress={() => sayAloud(words.filter(Boolean).join(' '))}>Read aloud</Plain>;
}

function NothingToDo({ call }: { call: Call }) {
  const { words } = call.state.said;
  return (
    <Stack>
      <h2>No spring work picked yet</h2>
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
  const zero = Object.fromEntries(parts.map(({ part }) => [part, 0]));
  return (
    <Row>
      <PlainLink to={`/calls/${call.call.key}/size`}>Pick what goes on</PlainLink>
      {parts[0]?.unit === 'quarter-turns' && !closed && (
        <Plain onPress={() => call.enter({ kind: 'aimed', targets: zero })}>Let the springs down</Plain>
      )}
    </Row>
  );
}

/** The work is left as it stands: why, for whoever takes it up. */
function LeaveIt({ call }: { call: Call }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason, forget] = useDraft('left');
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
            forget();
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
