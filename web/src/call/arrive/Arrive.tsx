import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { stackOn } from '../../api/onDoor';
import { isPractice } from '../../api/practiceQueries';
import { callFindingQuery, doorCallsQuery, knowledgeQuery } from '../../api/queries';
import { InsideView } from '../../drawing/InsideView';
import { Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Label, Quiet, Row, Split, Stack } from '../../ui/layout';
import { useOwnCalls } from '../../ui/ownCalls';
import { RadioButtons } from '../../ui/RadioButtons';
import { Reach } from '../../ui/Reach';
import { day } from '../../ui/words';
import { Gates } from '../Gates';
import { StageMain } from '../StageMain';
import type { StageProps } from '../stageProps';
import { type Call, useAnswer } from '../useCall';

/** On a phone what is to be met comes first. */
const Beside = styled.div`@media (max-width: 700px) { display: none; }`;

/** What does the customer say, and is it safe to put hands on the door? */
export function Arrive({ call, go }: StageProps) {
  const [open, setOpen] = useState(false);
  // Chosen as soon as it is touched: with the answer of the server, whenever that comes, nothing moves under the finger.
  const waiting = call.waiting.flatMap(({ body }) => (body.kind === 'complaint' ? [body.complaint] : [])).at(-1);
  const isChosen = (waiting ?? call.state.complaint) !== null && !open;
  const pick = (complaint: string) => {
    call.enter({ kind: 'complaint', complaint });
    setOpen(false);
  };
  return (
    <Split $left="minmax(0, 1fr)">
      {isChosen ? (
        <Told call={call} waiting={waiting} another={() => setOpen(true)} />
      ) : (
        <Complaints call={call} pick={pick} />
      )}
      <Safe call={call} go={go} />
      <StageMain call={call} go={go} main={call.state.main.arrive} />
    </Split>
  );
}

/** What was said, by whom, and how to reach them. */
function Told({ call, waiting, another }: { call: Call; waiting: string | undefined; another: () => void }) {
  const knowledge = useQuery(knowledgeQuery);
  const text = knowledge.data?.complaints.find((one) => one.id === waiting)?.text ?? call.state.complaint_text;
  const { customer, phone, place, access_notes } = call.call;
  const first = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // The list it was chosen from is gone: the keyboard goes on from what stands in its place.
    if (document.activeElement === document.body) first.current?.focus({ preventScroll: true });
  }, []);
  return (
    <Stack $gap={14}>
      <h2>“{text}”</h2>
      {!waiting && call.state.complaint_note && <p>{call.state.complaint_note}</p>}
      {!call.state.closed && (
        <div>
          <Plain ref={first} onPress={another}>
            The customer says something else
          </Plain>
        </div>
      )}
      <Stack $gap={2}>
        {customer && <p>{customer}</p>}
        {place && <Quiet>{place}</Quiet>}
        {access_notes && <Quiet>{access_notes}</Quiet>}
      </Stack>
      <Row style={{ justifyContent: 'start' }}>
        <Reach phone={phone} place={place} />
      </Row>
      {call.state.measured.length > 0 && <AsOnFile call={call} />}
    </Stack>
  );
}

/** The door one is going to stand before, as far as it is known. */
function AsOnFile({ call: { state } }: { call: Call }) {
  const measured = Object.fromEntries(state.measured.map((one) => [one.field, one.value]));
  return (
    <Beside>
      <InsideView measured={measured} said={state.said} plates={stackOn(state.on_door)?.plates} />
    </Beside>
  );
}

/** The complaints people have, behind a search that knows what they type. */
function Complaints({ call, pick }: { call: Call; pick: (complaint: string) => void }) {
  const knowledge = useQuery(knowledgeQuery);
  const [words, setWords] = useState('');
  const shown = (knowledge.data?.complaints ?? []).filter((one) => says(one, words));
  return (
    <Stack $gap={8}>
      <h2>What does the customer say?</h2>
      <Field label="Search" hint="In their words: bang, sun, remote, crooked" value={words} onChange={setWords} />
      {shown.length === 0 && <Quiet>Nothing like “{words}” is known. Fewer letters find more.</Quiet>}
      <RadioButtons
        label="What the customer says"
        options={shown}
        value={call.state.complaint}
        pick={pick}
        isDisabled={call.state.closed}
      />
    </Stack>
  );
}

/** What must be true before hands are on the door, and what is known beforehand. */
function Safe({ call, go }: StageProps) {
  const group = call.state.gate_groups[0];
  const ready = call.state.complaint !== null && group?.met;
  const earlier = useQuery({ ...doorCallsQuery(call.call.door_key), enabled: !isPractice(call.call.key) });
  const last = earlier.data?.find((past) => past.closed_at && past.key !== call.call.key);
  const [ownCalls] = useOwnCalls();
  const query = callFindingQuery(call.call.key, call.call.entries, ownCalls === 'counted');
  const found = useAnswer(call, 'finding', query);
  return (
    <Stack $gap={18}>
      {group && <Gates call={call} group={group} />}
      {found.data && (
        <div role="status">
          <Label>To the customer, and to the van</Label>
          <p>{found.data.triage.sentence}</p>
        </div>
      )}
      <div>
        <Label>Last time</Label>
        <Quiet>{last ? `${day(last.closed_at)}: ${last.cause || last.complaint}` : 'No earlier call on file.'}</Quiet>
      </div>
      {ready && !call.state.touched && (
        <div>
          <Label>Nothing broken, nothing slack?</Label>
          <Quiet>Read the balance before you touch anything: it is what the repair is measured against.</Quiet>
          <Plain onPress={() => go('prove')}>Read the door as found</Plain>
        </div>
      )}
    </Stack>
  );
}

/** Whether each word typed begins a word of the complaint, or of what people call it. */
export function says(complaint: Pick<Schemas['ComplaintOut'], 'text' | 'words'>, typed: string): boolean {
  const known = `${complaint.text} ${complaint.words.join(' ')}`.toLowerCase().split(/\W+/);
  const words = typed.toLowerCase().split(/\W+/).filter(Boolean);
  return words.every((word) => known.some((one) => one.startsWith(word)));
}
