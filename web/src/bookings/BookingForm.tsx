import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import styled from 'styled-components';
import { client, data, mistakeAt, newId, Refusal, type Schemas } from '../api/client';
import { bookingsQuery, knowledgeQuery } from '../api/queries';
import { Action, Plain } from '../ui/buttons';
import { today } from '../ui/dates';
import { useFormDraft } from '../ui/draft';
import { Field } from '../ui/Field';
import { Quiet, Row, Sheet, Stack, Two } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { Select } from '../ui/Select';
import { Refused } from '../ui/states';
import { FreeTimes } from './FreeTimes';
import { OwnerTold } from './OwnerTold';
import { type Wish, wishOf } from './wish';

type Booking = Schemas['BookingOut'];
type Props = { door: string; name: string; booking?: Booking; done: () => void };

/** What is told on the phone, and who is free, beside what is asked; on a phone in between. */
const Form = styled.form`display: grid; gap: 14px; max-width: 560px;
  @media (min-width: 1000px) { max-width: none; grid-template-columns: 520px minmax(0, 1fr); gap: 14px 28px; > * { grid-column: 1; } > .beside { grid-column: 2; grid-row: 1 / span 8; } }`;

/** A plain visit today, until something else is said. */
function usual(): Wish {
  return {
    day: today(),
    from_time: null,
    until_time: null,
    complaint: 'check',
    note: '',
    technician: '',
    helper: '',
    cancelled: '',
  };
}

/** When does somebody come, what for, and who? */
export function BookingForm({ door, name, booking, done }: Props) {
  const queries = useQueryClient();
  const knowledge = useQuery(knowledgeQuery);
  const here = useQuery(bookingsQuery(today(), 1));
  const [first] = useState(() => (booking ? wishOf(booking) : usual()));
  const [wish, set, forget] = useFormDraft(`booking.${booking ? `${booking.key}.${booking.version}` : door}`, first);
  const told = knowledge.data?.complaints.find((one) => one.id === wish.complaint);
  const crew = (here.data?.people ?? []).map((one) => ({ id: one.username, text: one.name }));
  const [why, setWhy] = useState('');
  const [key] = useState(newId);
  const save = useMutation({
    mutationFn: (body: Wish) =>
      booking
        ? data(
            client.PUT('/api/bookings/{key}', {
              params: { path: { key: booking.key } },
              body: { ...body, version: booking.version },
            }),
          )
        : data(client.POST('/api/doors/{key}/bookings', { params: { path: { key: door } }, body: { ...body, key } })),
    onSuccess: () => {
      forget();
      queries.invalidateQueries({ queryKey: ['bookings'] });
      queries.invalidateQueries({ queryKey: ['door', door] });
      done();
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate(wish);
  };
  const stale = save.error instanceof Refusal && save.error.problem.code === 'stale';
  const reload = () => {
    forget();
    return queries.invalidateQueries({ queryKey: ['bookings'] }).then(done);
  };
  return (
    <Stack $gap={18}>
      <Row>
        <PageTitle>
          {booking ? 'Change the booking' : 'Book a call'}: {name}
        </PageTitle>
        <Plain
          onPress={() => {
            forget();
            done();
          }}
        >
          Cancel
        </Plain>
      </Row>
      <Form onSubmit={submit} aria-label="Booking">
        <Field
          label="Day"
          type="date"
          value={wish.day}
          onChange={(day) => set({ day })}
          isRequired
          {...mistakeAt(save.error, 'day')}
        />
        <Two>
          <Field
            label="From"
            type="time"
            value={wish.from_time?.slice(0, 5) ?? ''}
            onChange={(time) => set({ from_time: time || null })}
            hint="Empty: any time"
          />
          <Field
            label="Until"
            type="time"
            value={wish.until_time?.slice(0, 5) ?? ''}
            onChange={(time) => set({ until_time: time || null })}
            {...mistakeAt(save.error, 'until_time')}
          />
        </Two>
        <Select
          label="What the customer says"
          value={wish.complaint}
          none="Nothing wrong: a visit"
          options={knowledge.data?.complaints ?? []}
          pick={(complaint) => set({ complaint: complaint || 'check' })}
        />
        <Select
          label="Who goes"
          value={wish.technician}
          none="Nobody yet"
          options={crew}
          pick={(technician) => set({ technician })}
        />
        <Select
          label="Who goes along"
          value={wish.helper}
          none="Nobody"
          options={crew.filter((one) => one.id !== wish.technician)}
          pick={(helper) => set({ helper })}
        />
        <Stack className="beside">
          {told && (
            <Sheet>
              <OwnerTold desk={told.desk} />
            </Sheet>
          )}
          <FreeTimes door={door} wish={wish} proposed={booking?.key ?? key} set={set} />
        </Stack>
        <Field label="Note" value={wish.note} onChange={(note) => set({ note })} long maxLength={600} />
        {stale ? (
          <Sheet>
            <Quiet>Somebody changed this booking meanwhile.</Quiet>
            <Plain onPress={reload}>Take what it says now</Plain>
          </Sheet>
        ) : (
          save.isError && <Refused wrong={save.error} />
        )}
        <Action type="submit" isDisabled={save.isPending}>
          {booking ? 'Keep the change' : 'Book it'}
        </Action>
      </Form>
      {booking && !booking.cancelled && (
        <Sheet style={{ maxWidth: 560 }}>
          <Stack>
            <Field label="Or call it off, because" value={why} onChange={setWhy} maxLength={200} />
            <Plain isDisabled={why.trim().length < 3} onPress={() => save.mutate({ ...wish, cancelled: why.trim() })}>
              Call it off
            </Plain>
          </Stack>
        </Sheet>
      )}
    </Stack>
  );
}
