import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import styled from 'styled-components';
import { client, data, mistakeAt } from '../api/client';
import { sessionQuery } from '../api/queries';
import { Action, Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Quiet } from '../ui/layout';
import { Refused } from '../ui/states';

const Form = styled.form`display: grid; gap: 12px; max-width: 460px;`;

/** Which password does nobody but me know? `first`: it is asked for before anything else. */
export function OwnPassword({ first = false }: { first?: boolean }) {
  const queries = useQueryClient();
  const [old, setOld] = useState('');
  const [chosen, setChosen] = useState('');
  const change = useMutation({
    mutationFn: () => data(client.PUT('/api/session/password', { body: { old, new: chosen } })),
    onSuccess: (session) => {
      setOld('');
      setChosen('');
      queries.setQueryData(sessionQuery.queryKey, session);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    change.mutate();
  };
  const Send = first ? Action : Plain;
  return (
    <Form onSubmit={submit} aria-label="Your password">
      <h2>{first ? 'Choose a password of your own' : 'Your password'}</h2>
      {first && <Quiet>Somebody else knows the one you have.</Quiet>}
      <Field
        label={first ? 'The password you were given' : 'The password you have'}
        type="password"
        value={old}
        onChange={setOld}
        autoComplete="current-password"
        isRequired
        {...mistakeAt(change.error, 'old')}
      />
      <Field
        label="The new one"
        type="password"
        hint="10 characters or more. Every other tablet is signed out."
        value={chosen}
        onChange={setChosen}
        autoComplete="new-password"
        isRequired
        {...mistakeAt(change.error, 'new')}
      />
      {change.isError && <Refused wrong={change.error} />}
      {change.isSuccess && <p role="status">Changed. Every other tablet is signed out.</p>}
      <Send type="submit" isDisabled={change.isPending}>
        Change the password
      </Send>
    </Form>
  );
}
