import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import styled from 'styled-components';
import { client, data, type Schemas } from '../api/client';
import { peopleQuery } from '../api/queries';
import { AskedOnce } from '../ui/AskedOnce';
import { Plain } from '../ui/buttons';
import { Quiet, Row, Stack, Table } from '../ui/layout';
import { Loading, Refused, Trouble } from '../ui/states';

const Once = styled.code`display: block; font: 600 24px Barlow, sans-serif; letter-spacing: 0.06em;`;
const Actions = styled(Row)`justify-content: flex-end; gap: 8px;`;

/** Who works here, and who has left? */
export function People({ me, lead }: { me: string; lead: boolean }) {
  const queries = useQueryClient();
  const people = useQuery(peopleQuery);
  const onSuccess = () => queries.invalidateQueries({ queryKey: peopleQuery.queryKey });
  const path = (username: string) => ({ params: { path: { username } } });
  const leave = useMutation({
    mutationFn: (username: string) => data(client.POST('/api/people/{username}/leaving', path(username))),
    onSuccess,
  });
  const back = useMutation({
    mutationFn: (username: string) => data(client.DELETE('/api/people/{username}/leaving', path(username))),
    onSuccess,
  });
  const reset = useMutation({
    mutationFn: async (person: Schemas['PersonOut']) => ({
      of: person.name,
      ...(await data(client.POST('/api/people/{username}/password', path(person.username)))),
    }),
  });
  if (people.isPending) return <Loading />;
  if (people.isLoadingError) return <Trouble wrong={people.error} retry={() => people.refetch()} />;
  const wrong = leave.error ?? back.error ?? reset.error;
  return (
    <Stack>
      <h2>People</h2>
      <Table>
        <thead>
          <tr>
            <th>Name</th>
            <th className="wide">User name</th>
            <th>Role</th>
            {lead && <th>What to do</th>}
          </tr>
        </thead>
        <tbody>
          {people.data.map((person) => (
            <tr key={person.username}>
              <td>
                {person.name}
                {!person.works_here && <Quiet>has left; their name stays on what they did</Quiet>}
              </td>
              <td className="wide">{person.username}</td>
              <td>{person.role}</td>
              {lead && (
                <td>
                  {person.username !== me && (
                    <Actions role="group" aria-label={person.name}>
                      {person.works_here ? (
                        <>
                          <AskedOnce
                            label="New password"
                            says={`${person.name} is signed out everywhere, and the old password ends.`}
                            confirm="Make a new one"
                            isDisabled={reset.isPending}
                            act={() => reset.mutate(person)}
                          />
                          <AskedOnce
                            label="Deactivate"
                            says={`${person.name} is signed out everywhere and can no longer sign in. What they did stays.`}
                            confirm={`Deactivate ${person.name}`}
                            act={() => leave.mutate(person.username)}
                          />
                        </>
                      ) : (
                        <Plain onPress={() => back.mutate(person.username)}>Reactivate</Plain>
                      )}
                    </Actions>
                  )}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </Table>
      {reset.data && (
        <div role="status">
          <p>
            One-time password of {reset.data.of}: <Once>{reset.data.password}</Once>
          </p>
          <Quiet>
            It is shown this once. They are signed out, and choose one of their own when they sign in with it.
          </Quiet>
        </div>
      )}
      {wrong && <Refused wrong={wrong} />}
    </Stack>
  );
}
