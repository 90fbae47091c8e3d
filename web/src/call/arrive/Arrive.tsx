import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { callFindingQuery, doorCallsQuery, knowledgeQuery } from '../../api/queries';
import { Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Label, Quiet, Split, Stack } from '../../ui/layout';
import { RadioButtons } from '../../ui/RadioButtons';
import { day } from '../../ui/words';
import { Gates } from '../Gates';
import { StageMain } from '../StageMain';
import type { StageProps } from '../stageProps';

/** What does the customer say, and is it safe to put hands on the door? */
export function Arrive({ call, go }: StageProps) {
  const knowledge = useQuery(knowledgeQuery);
  const earlier = useQuery(doorCallsQuery(call.call.door_key));
  const last = earlier.data?.find((past) => past.closed_at && past.key !== call.call.key);
  const group = call.state.gate_groups[0];
  const found = useQuery(callFindingQuery(call.call.key, call.call.entries, false));
  const [words, setWords] = useState('');
  const shown = (knowledge.data?.complaints ?? []).filter(
    (one) => says(one, words) || (!words && one.id === call.state.complaint),
  );
  const ready = call.state.complaint !== null && group?.met;
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack $gap={8}>
        <h2>What does the customer say?</h2>
        <Field label="Search" hint="In their words: bang, sun, remote, crooked" value={words} onChange={setWords} />
        {shown.length === 0 && <Quiet>Nothing like “{words}” is known. Fewer letters find more.</Quiet>}
        <RadioButtons
          label="What the customer says"
          options={shown}
          value={call.state.complaint}
          pick={(complaint) => call.enter({ kind: 'complaint', complaint })}
          isDisabled={call.state.closed}
        />
      </Stack>
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
      <StageMain call={call} go={go} main={call.state.main.arrive} />
    </Split>
  );
}

/** Whether each word typed begins a word of the complaint, or of what people call it. */
export function says(complaint: Pick<Schemas['ComplaintOut'], 'text' | 'words'>, typed: string): boolean {
  const known = `${complaint.text} ${complaint.words.join(' ')}`.toLowerCase().split(/\W+/);
  const words = typed.toLowerCase().split(/\W+/).filter(Boolean);
  return words.every((word) => known.some((one) => one.startsWith(word)));
}
