import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { stackOn } from '../../api/onDoor';
import { callFindingQuery, knowledgeQuery } from '../../api/queries';
import { InsideView } from '../../drawing/InsideView';
import { SearchMarks } from '../../drawing/SearchMarks';
import { StepDrawing } from '../../drawing/steps/StepDrawing';
import { LinkButton, Plain } from '../../ui/buttons';
import { useReadyToDraw } from '../../ui/DeferredContent';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Label, oneColumn, Quiet, Stack } from '../../ui/layout';
import { MainAction } from '../../ui/MainAction';
import { useOutbox } from '../../ui/outbox';
import { useOwnCalls } from '../../ui/ownCalls';
import { Select } from '../../ui/Select';
import { Loading, Trouble } from '../../ui/states';
import { Gates } from '../Gates';
import { unadvised, useAdvice } from '../practice/useAdvice';
import { StageMain } from '../StageMain';
import type { StageProps } from '../stageProps';
import { TakeBack } from '../TakeBack';
import { TakePhoto } from '../TakePhoto';
import { useAnswer } from '../useCall';
import { FactSwitches } from './FactSwitches';
import { Others, Question } from './Question';
import { SunHere } from './SunHere';
import { Suspects } from './Suspects';

/** The cause that the sun can be asked about. */
const SUN = 'eye_sun';
const SeenList = styled.ul`list-style: none; margin: 0; padding: 0; display: grid; gap: 8px;
  li { display: grid; grid-template-columns: 1fr auto; gap: 2px 12px; align-items: center; } li > :last-child { grid-column: 1 / -1; }`;
/** The question comes first, for the keyboard and on a phone; beside it on a tablet stands the drawing. */
const Page = styled.div`display: grid; grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr); gap: 28px; align-items: start; > :nth-child(1) { order: 1; } > :nth-child(3) { order: 2; }
  ${oneColumn('grid-template-columns: minmax(0, 1fr); > :nth-child(1) { order: 0; }')}`;

/** The part that is looked at, near; the whole door stays in sight below it. */
const Near = styled.div`max-width: 340px;`;

/** What do I look at next, and is this it? */
export function Find({ call, go }: StageProps) {
  const { state } = call;
  const [counted, setCounted] = useOwnCalls();
  const isAdvised = useAdvice(call.call.key, call.call.entries);
  const isCounted = counted === 'counted';
  const query = callFindingQuery(call.call.key, call.call.entries, isCounted);
  const found = useAnswer(call, 'finding', query);
  const isReady = useReadyToDraw(!found.isPending);
  const outbox = useOutbox();
  const [part, setPart] = useState<string | null>(null);
  const [jumped, setJumped] = useState<string | null>(null);
  // What is met stays where it is: the next switch must not move under the finger.
  const stood = useRef(new Set<string>());
  // The answer of before the complaint was said does not ask for it again.
  const isOfBefore = !found.data && found.isPlaceholderData;
  if (found.isPending || isOfBefore || !isReady) return <Loading />;
  if (found.isLoadingError) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  if (!found.data)
    return (
      <Stack>
        <h2>Say first what the customer says</h2>
        <Quiet>What to look at follows from the complaint.</Quiet>
        <MainAction onPress={() => go('arrive')}>To the complaint</MainAction>
      </Stack>
    );
  const { finding, facts, cured, entries, waits_for, gates, own } = found.data;
  const everywhere = finding.parts.flatMap((one) => one.checks);
  const here = finding.parts.find((one) => one.part === part);
  // Without a connection the search goes on by what it knew: what was answered since is not asked again.
  const answered = call.waiting.flatMap(({ body }) => (body.kind === 'checked' ? [body.check] : []));
  const isAlone = answered.length > 0 && outbox.held === 'offline';
  const first = (isAlone && finding.next.find((one) => !answered.includes(one.check))) || finding.next[0];
  const chosen = everywhere.find((one) => one.check === jumped);
  const asked = chosen ?? (isAdvised ? first : undefined);
  for (const group of chosen?.closed ? (gates[chosen.needs] ?? []) : waits_for) stood.current.add(group);
  const waits = state.gate_groups.filter((group) => stood.current.has(group.id));
  const answer = (outcome: string) => {
    if (asked) call.enter({ kind: 'checked', check: asked.check, outcome });
    setJumped(null);
    setPart(null);
  };
  // Where the search has ended a person goes on with the likeliest; what is kept says that no check has shown it.
  const leads = finding.causes[0];
  const likeliest =
    finding.ended && !state.closed && leads && !leads.cause.includes('+') && leads.cause !== state.cause ? leads : null;
  const sure = finding.causes.find((one) => one.confirmed);
  const measured = Object.fromEntries(state.measured.map((one) => [one.field, one.value]));
  return (
    <Page>
      <Stack $gap={18}>
        {sure ? (
          <Stack $gap={8} role="status">
            <h2>{sure.text}</h2>
            <p>{sure.cure}</p>
            {state.cause === finding.confirmed && (
              <Plain isDisabled={state.closed} onPress={() => call.enter({ kind: 'cured', cause: sure.cause })}>
                It is put right: try the complaint again
              </Plain>
            )}
          </Stack>
        ) : asked ? (
          <Question
            check={asked}
            why={chosen ? '' : (first?.why ?? '')}
            closed={chosen?.closed ?? ''}
            isDisabled={state.closed || answered.includes(asked.check)}
            answer={answer}
          />
        ) : (
          <Stack $gap={10}>
            <p role="status">
              {isAdvised
                ? finding.sentence
                : 'Look for yourself: touch a part of the drawing and choose a check there.'}
            </p>
            {likeliest && isAdvised && (
              <div>
                <Plain onPress={() => call.enter({ kind: 'found', cause: likeliest.cause, note: state.cause_note })}>
                  Go on with it, not confirmed
                </Plain>
              </div>
            )}
          </Stack>
        )}
        {isAlone && (
          <Quiet role="status">
            No more advice until there is a connection: what is asked was worked out before your last{' '}
            {answered.length === 1 ? 'answer' : `${answered.length} answers`}. Every check can still be opened and
            answered.
          </Quiet>
        )}
        {!sure && waits.map((group) => <Gates key={group.id} call={call} group={group} />)}
        {isAdvised && <Suspects finding={finding} />}
        {own && (
          <Stack $gap={0}>
            <Quiet>
              {own} {counted === 'counted' ? 'Counted beside what is usual.' : 'Left out.'}
            </Quiet>
            <LinkButton onPress={() => setCounted(counted === 'counted' ? 'left out' : 'counted')}>
              {counted === 'counted' ? 'Leave them out' : 'Count them'}
            </LinkButton>
          </Stack>
        )}
        {!sure && isAdvised && <Others title="After that" checks={finding.next.slice(chosen ? 0 : 1)} go={setJumped} />}
        {!sure && isAdvised && finding.later.length > 0 && <Later checks={finding.later} />}
        <ByEye call={call} go={go} />
      </Stack>
      <Stack $gap={14}>
        {!sure && asked && (
          <Near>
            <StepDrawing of={asked.draw} />
          </Near>
        )}
        <InsideView
          marked
          measured={measured}
          said={state.said}
          plates={stackOn(state.on_door)?.plates}
          over={(place) => (
            <SearchMarks
              place={place}
              parts={unadvised(finding.parts, isAdvised)}
              chosen={part}
              choose={(touched) => setPart(part === touched ? null : touched)}
            />
          )}
        />
        {here && <Others title={`${here.text}: ${here.says || 'not looked at'}`} checks={here.checks} go={setJumped} />}
        {finding.answered.length > 0 && (
          <Stack $gap={6}>
            <Label>What was seen</Label>
            <SeenList>
              {finding.answered.map((one, place) => (
                <li key={entries[place]}>
                  <span>{one.text}</span>
                  <TakeBack call={call} entry={entries[place] ?? ''} of={one.text} />
                  <Quiet>{one.says}</Quiet>
                </li>
              ))}
            </SeenList>
          </Stack>
        )}
        {cured.length > 0 && <Quiet>Put right before: {cured.join('; ')}.</Quiet>}
        <FactSwitches
          facts={facts}
          set={(fact, holds) => call.enter({ kind: 'fact', fact, holds })}
          isDisabled={state.closed}
        />
        {finding.causes.some((one) => one.cause === SUN) && <SunHere call={call} facts={facts} />}
      </Stack>
      <StageMain call={call} go={go} main={found.data.main} />
    </Page>
  );
}

/** What waits, and for what. */
function Later({ checks }: { checks: Schemas['CheckAt'][] }) {
  return (
    <Stack $gap={2} role="group" aria-label="Later">
      <Label>Later</Label>
      {checks.map((one) => (
        <Quiet key={one.check}>
          {one.ask} Only {one.closed}.
        </Quiet>
      ))}
    </Stack>
  );
}

/** While it is still there to be seen. */
function PhotoOf({ call, entry }: { call: StageProps['call']; entry: string }) {
  const waiting = call.waiting.filter(({ body }) => body.kind === 'photographed' && body.of === entry);
  const kept = call.state.photos.filter((one) => one.of === entry).length + waiting.length;
  return (
    <Stack $gap={6} role="group" aria-label="Photo of what was found">
      <TakePhoto
        call={call}
        of={entry}
        label={kept ? `Take another photo of it: ${kept} kept` : 'Take a photo of it'}
      />
    </Stack>
  );
}

/** What is on no list is said in the note. */
const OTHER = 'other';
const LEAST_NOTE = 3;

/** What was plain to see without being asked: said as it is, and not called confirmed. */
function ByEye({ call }: StageProps) {
  const knowledge = useQuery(knowledgeQuery);
  const { state } = call;
  const [note, setNote, forgetNote] = useDraft('note', state.cause_note);
  const [open, setOpen] = useState(false);
  // Arrows and letters walk through the list: what they pass is not what was found.
  const [picked, setPicked] = useState('');
  const found = (cause: string) => {
    call.enter({ kind: 'found', cause, note });
    forgetNote();
    setPicked('');
  };
  return (
    <Stack>
      {state.cause && (
        <p role="status">
          {state.cause_wanted ? 'Asked for: ' : 'Said to be found: '}
          {state.cause_text}
          {state.cause_wanted
            ? '. '
            : state.cause_confirmed
              ? ', confirmed by its check. '
              : ', not confirmed by its check. '}
          <TakeBack call={call} entry={state.cause_entry} of="what was found" />
        </p>
      )}
      {state.cause && !state.cause_wanted && !state.closed && <PhotoOf call={call} entry={state.cause_entry} />}
      <LinkButton onPress={() => setOpen(!open)} aria-expanded={open}>
        Enter the fault or the job yourself
      </LinkButton>
      {open && (
        <>
          <Select
            label="What was found"
            value={picked || (state.cause ?? '')}
            none="None of these"
            options={knowledge.data?.causes ?? []}
            pick={setPicked}
          />
          <Field
            label="Note"
            hint="Where, which side, how many inches of gap"
            value={note}
            onChange={setNote}
            long
            isDisabled={state.closed}
          />
          {picked && picked !== state.cause ? (
            <>
              {picked === OTHER && <Quiet>Say in the note what it is: it stands as the finding.</Quiet>}
              <Plain isDisabled={picked === OTHER && note.trim().length < LEAST_NOTE} onPress={() => found(picked)}>
                Say that this was found
              </Plain>
            </>
          ) : (
            state.cause &&
            note !== state.cause_note && <Plain onPress={() => state.cause && found(state.cause)}>Keep the note</Plain>
          )}
        </>
      )}
    </Stack>
  );
}
