import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { followUpsQuery } from '../api/queries';
import { useRemembered } from '../app/remembered';
import { Label, Page, Quiet, Stack } from '../ui/layout';
import { OneOf } from '../ui/OneOf';
import { Loading, Refused, Trouble } from '../ui/states';
import { FollowUpForm } from './FollowUpForm';
import { FollowUpRow } from './FollowUpRow';

const List = styled.ul`list-style: none; margin: 0; padding: 0;`;
const ALL = 'all' as const;
const KINDS = [ALL, 'yearly', 'springs', 'declined', 'parts', 'warranty', 'sun', 'other'] as const;

/** Whom do I call next, and for what? */
export function FollowUps() {
  const [kind, setKind] = useRemembered('follow-ups.kind', KINDS);
  const found = useQuery(followUpsQuery(kind === ALL ? undefined : kind));
  if (found.isPending) return <Loading />;
  if (found.isError) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  const { follow_ups, more, kinds } = found.data;
  return (
    <Page>
      <h1>Follow-ups</h1>
      <OneOf
        label="Which"
        flow
        value={kind}
        pick={setKind}
        options={[{ id: ALL, text: 'All' }, ...kinds] as { id: (typeof KINDS)[number]; text: string }[]}
      />
      {follow_ups.length === 0 && <Quiet>Nothing stands. Keep one on a door’s file or when a call is closed.</Quiet>}
      <List>
        {follow_ups.map((one) => (
          <FollowUpRow key={`${one.key} ${one.version}`} one={one} withDoor />
        ))}
      </List>
      {more > 0 && <Quiet>And {more} more, less pressing.</Quiet>}
    </Page>
  );
}

/** What is to be done at one door later, and a form for another. */
export function FollowUpsOf({ door, closed = false }: { door: string; closed?: boolean }) {
  const found = useQuery(followUpsQuery(undefined, door));
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return null;
  return (
    <Stack role="group" aria-label="Follow-ups">
      <Label>Follow-ups</Label>
      <List>
        {found.data.follow_ups.map((one) => (
          <FollowUpRow key={`${one.key} ${one.version}`} one={one} withDoor={false} />
        ))}
      </List>
      {!closed && <FollowUpForm door={door} kinds={found.data.kinds} />}
    </Stack>
  );
}
