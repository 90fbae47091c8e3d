import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import styled from 'styled-components';
import { client, data, type Schemas } from '../api/client';
import { deviceStore } from '../api/deviceStore';
import { waitingByPerson } from '../api/outbox';
import { becomeSession } from '../api/queries';
import { Action, Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Quiet, Sheet } from '../ui/layout';
import { Refused } from '../ui/states';

const Page = styled.main`
  min-height: 100vh; display: grid; place-content: center; gap: 20px; padding: 20px;
  grid-template-columns: minmax(0, 420px);
`;
const Name = styled.h1`font-size: 44px; letter-spacing: 0.01em;`;
const Form = styled.form`display: grid; gap: 16px;`;
const Accounts = styled.div`display: grid; gap: 8px;`;

export function SignIn({ session }: { session: Schemas['SessionOut'] }) {
  const queries = useQueryClient();
  const [username, setUsername] = useState('');
  const [password, setPassword] = useState('');
  const signIn = useMutation({
    mutationFn: (given: Schemas['SignIn']) => data(client.POST('/api/session', { body: given })),
    onSuccess: (found) => {
      becomeSession(queries, found);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    signIn.mutate({ username, password });
  };
  return (
    <Page>
      <div>
        <Name>North Hinge</Name>
        <Quiet>From the complaint to a proved, recorded repair.</Quiet>
      </div>
      <Sheet>
        <Form onSubmit={submit}>
          <Field label="User name" value={username} onChange={setUsername} autoComplete="username" isRequired />
          <Field
            label="Password"
            type="password"
            value={password}
            onChange={setPassword}
            autoComplete="current-password"
            isRequired
          />
          {signIn.isError && <Refused wrong={signIn.error} />}
          <Action type="submit" isDisabled={signIn.isPending}>
            Sign in
          </Action>
        </Form>
      </Sheet>
      {[...waitingByPerson(deviceStore)].map(([person, count]) => (
        <Quiet key={person} role="status">
          {count === 1
            ? `1 entry of ${person} waits on this tablet and goes out when ${person} signs in.`
            : `${count} entries of ${person} wait on this tablet and go out when ${person} signs in.`}
        </Quiet>
      ))}
      {session.demo_accounts.length > 0 && (
        <Accounts>
          <Quiet>This is the demo. Its people and doors are made up.</Quiet>
          {session.demo_accounts.map((account) => (
            <Plain
              key={account.username}
              onPress={() => signIn.mutate({ username: account.username, password: account.password })}
            >
              Sign in as {account.name}, {account.role}
            </Plain>
          ))}
        </Accounts>
      )}
      <Quiet as="footer">North Hinge {import.meta.env.VITE_VERSION}</Quiet>
    </Page>
  );
}
