import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import styled from 'styled-components';
import { client, data, mistakeAt, type Schemas } from '../api/client';
import { peopleQuery } from '../api/queries';
import { Choice, Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Refused } from '../ui/states';

const Form = styled.form`display: grid; gap: 12px; max-width: 460px;`;
const Roles = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 10px;`;
const EMPTY: Schemas['PersonIn'] = { username: '', name: '', role: 'technician', password: '' };

export function AddPerson() {
  const queries = useQueryClient();
  const [person, setPerson] = useState(EMPTY);
  const add = useMutation({
    mutationFn: () => data(client.POST('/api/people', { body: person })),
    onSuccess: () => {
      setPerson(EMPTY);
      queries.invalidateQueries({ queryKey: peopleQuery.queryKey });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  return (
    <Form onSubmit={submit}>
      <h2>Add someone</h2>
      <Field
        label="Name"
        value={person.name}
        onChange={(name) => setPerson({ ...person, name })}
        isRequired
        {...mistakeAt(add.error, 'name')}
      />
      <Field
        label="User name"
        value={person.username}
        onChange={(username) => setPerson({ ...person, username })}
        isRequired
        {...mistakeAt(add.error, 'username')}
      />
      <Field
        label="Password"
        type="password"
        hint="10 characters or more; they choose one of their own when they first sign in"
        value={person.password}
        onChange={(password) => setPerson({ ...person, password })}
        isRequired
        autoComplete="new-password"
        {...mistakeAt(add.error, 'password')}
      />
      <Roles role="group" aria-label="Role">
        {(['technician', 'apprentice', 'lead', 'desk'] as const).map((role) => (
          <Choice key={role} aria-pressed={person.role === role} onPress={() => setPerson({ ...person, role })}>
            {role}
          </Choice>
        ))}
      </Roles>
      {add.isError && <Refused wrong={add.error} />}
      <Plain type="submit" isDisabled={add.isPending}>
        Add to the shop
      </Plain>
    </Form>
  );
}
