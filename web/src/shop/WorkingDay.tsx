import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { FormEvent } from 'react';
import styled from 'styled-components';
import { client, data, mistakeAt, type Schemas } from '../api/client';
import { workingDayQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { useFormDraft } from '../ui/draft';
import { Field } from '../ui/Field';
import { Quiet, Two } from '../ui/layout';
import { Loading, Refused } from '../ui/states';

const Form = styled.form`display: grid; gap: 12px; max-width: 560px;`;

/** When does the shop work, and how long is the way between its places? */
export function WorkingDay() {
  const found = useQuery(workingDayQuery);
  if (found.isError && !found.data) return <Refused wrong={found.error} />;
  return found.data ? <Hours day={found.data} /> : <Loading />;
}

function Hours({ day }: { day: Schemas['WorkingDayOut'] }) {
  const queries = useQueryClient();
  const [typed, set, forget] = useFormDraft('working-day', {
    opens_at: day.opens_at.slice(0, 5),
    closes_at: day.closes_at.slice(0, 5),
    usual_minutes: String(day.usual_minutes),
    roads: day.roads,
  });
  const minutes = Number(typed.usual_minutes);
  const isNumber = typed.usual_minutes.trim() !== '' && Number.isInteger(minutes);
  const save = useMutation({
    mutationFn: () => data(client.PUT('/api/shop/day', { body: { ...typed, usual_minutes: minutes } })),
    onSuccess: (kept) => {
      forget();
      queries.setQueryData(workingDayQuery.queryKey, kept);
      return queries.invalidateQueries({ queryKey: ['bookings'] });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate();
  };
  return (
    <Form onSubmit={submit} aria-label="The working day">
      <h2>The working day</h2>
      <Two>
        <Field
          label="From"
          type="time"
          value={typed.opens_at}
          onChange={(opens_at) => set({ opens_at })}
          isRequired
          {...mistakeAt(save.error, 'opens_at')}
        />
        <Field
          label="Until"
          type="time"
          value={typed.closes_at}
          onChange={(closes_at) => set({ closes_at })}
          isRequired
          {...mistakeAt(save.error, 'closes_at')}
        />
      </Two>
      <Field
        label="Minutes on the road, usually"
        hint="where the lines below say nothing"
        inputMode="numeric"
        value={typed.usual_minutes}
        onChange={(usual_minutes) => set({ usual_minutes })}
        {...mistakeAt(save.error, 'usual_minutes')}
        {...(isNumber ? {} : { mistake: `“${typed.usual_minutes}” is no whole number.` })}
      />
      <Field
        label="Minutes between places"
        hint="a line each: Harrow Quay, Saltmarsh, 12. The same place twice for the way within it."
        long
        value={typed.roads}
        onChange={(roads) => set({ roads })}
        maxLength={20_000}
        {...mistakeAt(save.error, 'roads')}
      />
      <Quiet>A place is found by its name in a door’s address. The desk’s day reckons with these ways.</Quiet>
      {save.isError && <Refused wrong={save.error} />}
      {save.isSuccess && <p role="status">Kept.</p>}
      <Plain type="submit" isDisabled={save.isPending || !isNumber}>
        Keep the working day
      </Plain>
    </Form>
  );
}
