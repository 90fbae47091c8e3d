import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { client, data, newId, type Schemas } from '../api/client';
import { wishOf } from '../bookings/wish';
import { Action, ActionLink, Plain, PlainLink } from '../ui/buttons';
import { Quiet, Stack } from '../ui/layout';
import { Refused } from '../ui/states';
import { TextToSend } from './TextToSend';

const Line = styled.li`display: grid; grid-template-columns: 128px minmax(0, 1fr) 168px; gap: 6px 20px; padding: 14px 0; border-bottom: 1px solid var(--line);
  > b { font: 600 26px/1.1 'Barlow Condensed', sans-serif; white-space: nowrap; } &.off { color: var(--quiet); } &.off > b { text-decoration: line-through; }
  h3 { font: 600 22px/1.2 'Barlow Condensed', sans-serif; margin: 0; }
  @media (max-width: 700px) { grid-template-columns: minmax(0, 1fr); }`;
const Must = styled.p`font-weight: 500;`;

type Booking = Schemas['BookingOut'];
/** `next`: the first of the day that nobody has begun. */
type Props = { booking: Booking; next: boolean; change: () => void };

/** One booked call: when, where, what is wrong, and what must be in the van. */
export function Booked({ booking, next, change }: Props) {
  const { expected, standing } = booking;
  return (
    <Line className={standing === 'cancelled' ? 'off' : ''} aria-label={`${booking.window}, ${booking.door_name}`}>
      <b>{booking.window}</b>
      <Stack $gap={3}>
        <h3>
          <Link to={`/doors/${booking.door_key}`}>{booking.door_name}</Link>
        </h3>
        <Quiet>
          {[booking.place, booking.phone, booking.technician_name || 'nobody yet'].filter(Boolean).join(' · ')}
        </Quiet>
        {standing === 'cancelled' ? (
          <p>Called off: {booking.cancelled}</p>
        ) : (
          <>
            <p>
              “{expected.complaint_text}”{booking.note && ` · ${booking.note}`}
            </p>
            <Must>{expected.triage.sentence}</Must>
            {expected.on_door && <Quiet>On the door: {expected.on_door}.</Quiet>}
            {booking.access_notes && <Quiet>{booking.access_notes}</Quiet>}
            {standing === 'booked' && <TextToSend text={booking.confirmation} />}
          </>
        )}
      </Stack>
      <Stack $gap={8}>
        <Ways booking={booking} next={next} change={change} />
      </Stack>
    </Line>
  );
}

function Ways({ booking, next, change }: Props) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [key] = useState(newId);
  const path = { params: { path: { key: booking.key } } };
  const start = useMutation({
    mutationFn: () => data(client.POST('/api/bookings/{key}/call', { ...path, body: { key } })),
    onSuccess: (call) => {
      queries.invalidateQueries({ queryKey: ['bookings'] });
      queries.invalidateQueries({ queryKey: ['calls'] });
      navigate(`/calls/${call.key}`);
    },
  });
  const again = useMutation({
    mutationFn: () =>
      data(
        client.PUT('/api/bookings/{key}', {
          ...path,
          body: { ...wishOf(booking), version: booking.version, cancelled: '' },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['bookings'] }),
  });
  if (booking.standing === 'under_way') return <ActionLink to={`/calls/${booking.call_key}`}>Go on</ActionLink>;
  if (booking.standing === 'done') return <PlainLink to={`/calls/${booking.call_key}/close`}>✓ Done</PlainLink>;
  if (booking.standing === 'cancelled')
    return (
      <>
        <Plain isDisabled={again.isPending} onPress={() => again.mutate()}>
          Take it up again
        </Plain>
        {again.isError && <Refused wrong={again.error} />}
      </>
    );
  const Start = next ? Action : Plain;
  return (
    <>
      <Start isDisabled={start.isPending} onPress={() => start.mutate()}>
        Start the call
      </Start>
      <Plain onPress={change}>Change</Plain>
      {start.isError && <Refused wrong={start.error} />}
    </>
  );
}
