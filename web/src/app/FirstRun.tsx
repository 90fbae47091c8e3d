import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import styled from 'styled-components';
import { client, data, mistakeAt } from '../api/client';
import { becomeSession } from '../api/queries';
import { Action } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Quiet, Sheet } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { Refused } from '../ui/states';

const Page = styled.main`
  min-height: 100vh; display: grid; place-content: center; gap: 20px; padding: 20px;
  grid-template-columns: minmax(0, 460px);
`;
const Form = styled.form`display: grid; gap: 14px;`;
const EMPTY = { code: '', shop: '', place: '', username: '', name: '', password: '' };

/** Which shop is this, and who leads it? Asked once, of whoever has the code. */
export function FirstRun() {
  const queries = useQueryClient();
  const [typed, setTyped] = useState(EMPTY);
  const open = useMutation({
    mutationFn: () => {
      const { code, shop, place, ...lead } = typed;
      return data(client.POST('/api/first-run', { body: { code, shop: { name: shop, place, phone: '' }, lead } }));
    },
    onSuccess: (session) => becomeSession(queries, session),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    open.mutate();
  };
  const entry = (name: keyof typeof EMPTY) => ({
    value: typed[name],
    onChange: (value: string) => setTyped({ ...typed, [name]: value }),
    ...mistakeAt(open.error, name),
  });
  return (
    <Page>
      <div>
        <PageTitle>Open the shop</PageTitle>
        <Quiet>There is no shop here yet. Whoever runs the server has the code: python -m server first_run_code</Quiet>
      </div>
      <Sheet>
        <Form onSubmit={submit}>
          <Field label="Code" isRequired autoComplete="off" {...entry('code')} />
          <Field label="Shop" isRequired autoComplete="organization" {...entry('shop')} />
          <Field label="Place" autoComplete="off" {...entry('place')} />
          <Field label="Your name" isRequired autoComplete="name" {...entry('name')} />
          <Field label="User name" isRequired autoComplete="username" {...entry('username')} />
          <Field
            label="Password"
            type="password"
            hint="10 characters or more"
            isRequired
            autoComplete="new-password"
            {...entry('password')}
          />
          {open.isError && <Refused wrong={open.error} />}
          <Action type="submit" isDisabled={open.isPending}>
            Open the shop as its first lead
          </Action>
        </Form>
      </Sheet>
    </Page>
  );
}
