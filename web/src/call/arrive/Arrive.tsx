import { useQuery } from '@tanstack/react-query';
import { doorQuery, knowledgeQuery } from '../../api/queries';
import { Choice, MainAction } from '../../ui/buttons';
import { Label, Quiet, Split, Stack } from '../../ui/layout';
import { day } from '../../ui/words';
import { Gates } from '../Gates';
import type { StageProps } from '../stageProps';

/** What does the customer say, and is it safe to put hands on the door? */
export function Arrive({ call, go }: StageProps) {
  const knowledge = useQuery(knowledgeQuery);
  const door = useQuery(doorQuery(call.call.door_key));
  const last = door.data?.calls.find((past) => past.closed_at && past.key !== call.call.key);
  const group = call.state.gate_groups[0];
  const ready = call.state.complaint !== null && group?.met;
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack $gap={8} role="group" aria-label="What the customer says">
        <h2>What does the customer say?</h2>
        {knowledge.data?.complaints.map((one) => (
          <Choice
            key={one.id}
            aria-pressed={call.state.complaint === one.id}
            isDisabled={call.state.closed}
            onPress={() => call.enter({ kind: 'complaint', complaint: one.id })}
          >
            {one.text}
          </Choice>
        ))}
      </Stack>
      <Stack $gap={18}>
        {group && <Gates call={call} group={group} />}
        <div>
          <Label>Last time</Label>
          <Quiet>{last ? `${day(last.closed_at)}: ${last.cause || last.complaint}` : 'No earlier call on file.'}</Quiet>
        </div>
      </Stack>
      <MainAction isDisabled={!ready} onPress={() => go('find')}>
        {ready ? 'Made safe: find the fault' : 'Complaint and three gates'}
      </MainAction>
    </Split>
  );
}
