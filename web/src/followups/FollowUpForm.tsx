import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import styled from 'styled-components';
import { client, data, mistakeAt, newId, type Schemas } from '../api/client';
import { Plain } from '../ui/buttons';
import { daysAfter, today } from '../ui/dates';
import { useDraft } from '../ui/draft';
import { Field } from '../ui/Field';
import { Two } from '../ui/layout';
import { Select } from '../ui/Select';
import { Refused } from '../ui/states';

const Form = styled.form`display: grid; gap: 12px; max-width: 560px;`;

type Props = { door: string; kinds: Schemas['Kind'][] };

/** What is to be done here later, and by when? */
export function FollowUpForm({ door, kinds }: Props) {
  const queries = useQueryClient();
  const [kind, setKind] = useState(kinds[0]);
  const [due, setDue] = useState(() => daysAfter(today(), kinds[0]?.usual_days ?? 0));
  const [note, setNote] = useDraft('follow-up');
  const [key, setKey] = useState(newId);
  const keep = useMutation({
    mutationFn: (what: Schemas['Kind']['id']) =>
      data(
        client.POST('/api/doors/{key}/follow-ups', {
          params: { path: { key: door } },
          body: { key, what, due, note, ended: '' },
        }),
      ),
    onSuccess: () => {
      setKey(newId());
      setNote('');
      queries.invalidateQueries({ queryKey: ['follow-ups'] });
      queries.invalidateQueries({ queryKey: ['door', door] });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (kind && !keep.isPending) keep.mutate(kind.id);
  };
  const pick = (id: string) => {
    const picked = kinds.find((one) => one.id === id);
    if (!picked) return;
    setKind(picked);
    setDue(daysAfter(today(), picked.usual_days));
  };
  return (
    <Form onSubmit={submit} aria-label="Follow-up">
      <Two>
        <Select label="Come back for" value={kind?.id ?? ''} options={kinds} pick={pick} />
        <Field label="By" type="date" value={due} onChange={setDue} isRequired {...mistakeAt(keep.error, 'due')} />
      </Two>
      <Field label="What was agreed" value={note} onChange={setNote} maxLength={600} />
      {keep.isError && <Refused wrong={keep.error} />}
      <Plain type="submit" isDisabled={keep.isPending}>
        Keep the follow-up
      </Plain>
    </Form>
  );
}
