import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { FileTrigger } from 'react-aria-components';
import { Link } from 'react-router';
import { client, data } from '../api/client';
import { becomeSession, sessionQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { Page, Quiet, Row, Stack } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { Loading, Refused } from '../ui/states';
import { AddPerson } from './AddPerson';
import { CalendarLink } from './CalendarLink';
import { LastBackup } from './LastBackup';
import { Lists } from './Lists';
import { OwnPassword } from './OwnPassword';
import { OwnUnits } from './OwnUnits';
import { People } from './People';
import { Ways } from './Ways';
import { WhereItIs } from './WhereItIs';

/** Who works here, and what comes in from elsewhere? */
export function Shop() {
  const queries = useQueryClient();
  const session = useQuery(sessionQuery);
  const signOut = useMutation({
    mutationFn: (everywhere: boolean) => data(client.DELETE('/api/session', { params: { query: { everywhere } } })),
    onSuccess: (found) => {
      becomeSession(queries, found);
    },
  });
  const me = session.data?.person;
  if (!me) return <Loading />;
  const lead = me.role === 'lead';
  return (
    <Page>
      <Row>
        <div>
          <PageTitle>{session.data?.shop?.name}</PageTitle>
          <Quiet>
            {session.data?.shop?.place} · signed in as {me.name}, {me.role}
          </Quiet>
        </div>
        <Row>
          <Plain onPress={() => signOut.mutate(true)}>Sign out on every tablet</Plain>
          <Plain onPress={() => signOut.mutate(false)}>Sign out</Plain>
        </Row>
      </Row>
      {signOut.isError && <Refused wrong={signOut.error} />}
      <People me={me.username} lead={lead} />
      {lead && <LastBackup />}
      {lead && <AddPerson />}
      {lead && session.data?.shop && <WhereItIs shop={session.data.shop} />}
      {lead && session.data?.shop && <Ways shop={session.data.shop} />}
      <Lists lead={lead} />
      <Link to="/shop/van">What is in the van now, and what came and went</Link>
      {lead && <ImportCall />}
      {!lead && <Quiet>A lead adds people, loads lists and brings in calls from elsewhere.</Quiet>}
      <Link to="/shop/knowledge">What the fault finder knows, and from where</Link>
      <CalendarLink />
      <OwnUnits units={me.units} />
      <OwnPassword />
      <Quiet as="footer">North Hinge {import.meta.env.VITE_VERSION}</Quiet>
    </Page>
  );
}

function ImportCall() {
  const queries = useQueryClient();
  const bringIn = useMutation({
    mutationFn: (file: File) =>
      data(
        client.POST('/api/import', {
          body: { file: '' },
          bodySerializer: () => {
            const form = new FormData();
            form.append('file', file);
            return form;
          },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
  const take = (files: FileList | null) => {
    const file = files?.[0];
    if (file) bringIn.mutate(file);
  };
  return (
    <Stack role="group" aria-label="Bring in a call or a door">
      <h2>Bring in a call or a door</h2>
      <Quiet>
        A document (JSON) as “Close” hands out a call, or a door’s file all its calls. It comes in whole or not at all;
        what is here already stays as it is.
      </Quiet>
      <div>
        <FileTrigger acceptedFileTypes={['.json', 'application/json']} onSelect={take}>
          <Plain isDisabled={bringIn.isPending}>{bringIn.isPending ? 'Reading the file' : 'Choose the file'}</Plain>
        </FileTrigger>
      </div>
      {bringIn.isError && <Refused wrong={bringIn.error} />}
      {bringIn.data && (
        <p role="status">
          Brought in:{' '}
          <Link to={bringIn.data.key ? `/calls/${bringIn.data.key}/close` : `/doors/${bringIn.data.door_key}`}>
            {bringIn.data.door_name}
          </Link>
          {!bringIn.data.key && `, ${bringIn.data.calls} calls that were not here yet`}
        </p>
      )}
    </Stack>
  );
}
