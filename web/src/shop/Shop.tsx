import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { FileTrigger } from 'react-aria-components';
import { Link } from 'react-router';
import { client, data } from '../api/client';
import { becomeSession, peopleQuery, sessionQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { Page, Quiet, Row, Stack, Table } from '../ui/layout';
import { Loading, Refused, Trouble } from '../ui/states';
import { AddPerson } from './AddPerson';
import { Lists } from './Lists';

/** Who works here, and what comes in from elsewhere? */
export function Shop() {
  const queries = useQueryClient();
  const session = useQuery(sessionQuery);
  const people = useQuery(peopleQuery);
  const signOut = useMutation({
    mutationFn: () => data(client.DELETE('/api/session')),
    onSuccess: (found) => {
      becomeSession(queries, found);
    },
  });
  if (people.isPending || !session.data?.person) return <Loading />;
  if (people.isError) return <Trouble wrong={people.error} retry={() => people.refetch()} />;
  const lead = session.data.person.role === 'lead';
  return (
    <Page>
      <Row>
        <div>
          <h1>{session.data.shop?.name}</h1>
          <Quiet>
            {session.data.shop?.place} · signed in as {session.data.person.name}, {session.data.person.role}
          </Quiet>
        </div>
        <Plain onPress={() => signOut.mutate()}>Sign out</Plain>
      </Row>
      <Stack>
        <h2>People</h2>
        <Table>
          <thead>
            <tr>
              <th>Name</th>
              <th>User name</th>
              <th>Role</th>
            </tr>
          </thead>
          <tbody>
            {people.data.map((person) => (
              <tr key={person.username}>
                <td>{person.name}</td>
                <td>{person.username}</td>
                <td>{person.role}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Stack>
      {lead ? (
        <>
          <AddPerson />
          <Lists lead />
          <ImportCall />
        </>
      ) : (
        <>
          <Lists lead={false} />
          <Quiet>A lead adds people, loads lists and brings in calls from elsewhere.</Quiet>
        </>
      )}
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
    <Stack role="group" aria-label="Bring in a call">
      <h2>Bring in a call</h2>
      <Quiet>A call document (JSON) as “Close” hands it out. It comes in whole or not at all.</Quiet>
      <div>
        <FileTrigger acceptedFileTypes={['.json', 'application/json']} onSelect={take}>
          <Plain isDisabled={bringIn.isPending}>{bringIn.isPending ? 'Reading the file' : 'Choose the file'}</Plain>
        </FileTrigger>
      </div>
      {bringIn.isError && <Refused wrong={bringIn.error} />}
      {bringIn.data && (
        <p role="status">
          Brought in: <Link to={`/calls/${bringIn.data.key}/close`}>{bringIn.data.door_name}</Link>
        </p>
      )}
    </Stack>
  );
}
