import { useQuery } from '@tanstack/react-query';
import { doorCallsQuery, knowledgeQuery } from '../../api/queries';
import { MainAction, Plain } from '../../ui/buttons';
import { Label, Quiet, Split, Stack } from '../../ui/layout';
import { OneOf } from '../../ui/OneOf';
import { day } from '../../ui/words';
import { Gates } from '../Gates';
import type { StageProps } from '../stageProps';

/** What does the customer say, and is it safe to put hands on the door? */
export function Arrive({ call, go }: StageProps) {
  const knowledge = useQuery(knowledgeQuery);
  const earlier = useQuery(doorCallsQuery(call.call.door_key));
  const last = earlier.data?.find((past) => past.closed_at && past.key !== call.call.key);
  const group = call.state.gate_groups[0];
  const ready = call.state.complaint !== null && group?.met;
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack $gap={8}>
        <h2>What does the customer say?</h2>
        <OneOf
          label="What the customer says"
          options={knowledge.data?.complaints ?? []}
          value={call.state.complaint}
          pick={(complaint) => call.enter({ kind: 'complaint', complaint })}
          isDisabled={call.state.closed}
        />
      </Stack>
      <Stack $gap={18}>
        {group && <Gates call={call} group={group} />}
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
      <MainAction isDisabled={!ready} onPress={() => go('find')}>
        {ready ? 'Made safe: find the fault' : 'Complaint and three gates'}
      </MainAction>
    </Split>
  );
}
