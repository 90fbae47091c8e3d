import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import { followUpsQuery } from '../api/queries';
import { Label, Page, Quiet, Stack } from '../ui/layout';
import { Pages } from '../ui/Pages';
import { PageTitle } from '../ui/PageTitle';
import { RadioButtons } from '../ui/RadioButtons';
import { Loading, Refused, Trouble } from '../ui/states';
import { FollowUpForm } from './FollowUpForm';
import { FollowUpRow } from './FollowUpRow';

const List = styled.ul`list-style: none; margin: 0; padding: 0;`;
const ALL = { id: 'all', text: 'All' };

/** Whom do I call next, and for what? */
export function FollowUps() {
  const [params, setParams] = useSearchParams();
  const what = params.get('what') ?? '';
  const found = useQuery(followUpsQuery(what, '', '', params.get('at') ?? ''));
  if (found.isPending) return <Loading />;
  if (found.isLoadingError) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  const { follow_ups, kinds } = found.data;
  return (
    <Page>
      <PageTitle>Follow-ups</PageTitle>
      <RadioButtons
        label="Which"
        flow
        value={what || ALL.id}
        pick={(id) => setParams(id === ALL.id ? {} : { what: id })}
        options={[ALL, ...kinds]}
      />
      {follow_ups.length === 0 && <Quiet>Nothing stands. Keep one on a door’s file or when a call is closed.</Quiet>}
      <List>
        {follow_ups.map((one) => (
          <FollowUpRow key={`${one.key} ${one.version}`} one={one} withDoor />
        ))}
      </List>
      <Pages at={found.data} show={(at) => setParams({ ...(what && { what }), at })} />
    </Page>
  );
}

/** What is to be done at one door later, and a form for another. */
export function FollowUpsOf({ door, closed = false }: { door: string; closed?: boolean }) {
  const found = useQuery(followUpsQuery('', door));
  if (found.isLoadingError) return <Refused wrong={found.error} />;
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
