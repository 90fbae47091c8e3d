import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { client, data, newId, type Schemas } from '../api/client';
import { sessionQuery } from '../api/queries';
import { crewOf, isOf, isToCome, standingOf } from '../bookings/standing';
import { TextToSend } from '../bookings/TextToSend';
import { wishOf } from '../bookings/wish';
import { Action, ActionLink, Plain, PlainLink } from '../ui/buttons';
import { useWorksOnDoors } from '../ui/CallLink';
import { Quiet, Stack } from '../ui/layout';
import { useOutbox } from '../ui/outbox';
import { Progress } from '../ui/Progress';
import { Refused } from '../ui/states';
import { useStartHere } from './useStartHere';

const Line = styled.li`display: grid; grid-template-columns: 150px minmax(0, 5fr) minmax(0, 4fr) 168px; gap: 6px 20px; padding: 14px 0; border-bottom: 1px solid var(--line);
  b { font: 600 26px/1.1 'Barlow Condensed', sans-serif; white-space: nowrap; } &.off { color: var(--quiet); } &.off b { text-decoration: line-through; }
  h2 { font: 600 22px/1.2 'Barlow Condensed', sans-serif; margin: 0; }
  @media (max-width: 1000px) { grid-template-columns: 150px minmax(0, 1fr) 168px; > :nth-child(3) { grid-column: 2; grid-row: 2; } }
  @media (max-width: 700px) { grid-template-columns: minmax(0, 1fr); > :nth-child(3) { grid-column: auto; grid-row: auto; } }`;
const Must = styled.p`font-weight: 600;`;

type Booking = Schemas['BookingOut'];
/** `next`: the first of the day that nobody has begun. */
type Props = { booking: Booking; next: boolean; change: () => void };

/** One booked call: when, where, what is wrong, and what must be in the van. */
export function Booked({ booking, next, change }: Props) {
  const { expected, standing } = booking;
  const { load, people, minutes, desk, use } = expected.triage;
  return (
    <Line className={standing === 'cancelled' ? 'off' : ''} aria-label={`${booking.window}, ${booking.door_name}`}>
      <Stack $gap={3}>
        <b>{booking.window}</b>
        <Quiet>{crewOf(booking)}</Quiet>
        {(standing === 'on_the_way' || booking.come_back) && <Quiet>{standingOf(booking)}</Quiet>}
      </Stack>
      <Stack $gap={3}>
        <h2>
          <Link to={`/doors/${booking.door_key}`}>{booking.door_name}</Link>
        </h2>
        <Quiet>{[booking.place, booking.phone].filter(Boolean).join(' · ')}</Quiet>
        <p>
          {standing === 'cancelled'
            ? `Called off: ${booking.cancelled}`
            : `“${expected.complaint_text}”${booking.note && ` · ${booking.note}`}`}
        </p>
        {booking.access_notes && standing !== 'cancelled' && <Quiet>{booking.access_notes}</Quiet>}
      </Stack>
      <Stack $gap={3}>
        {standing !== 'cancelled' && standing !== 'done' && (
          <>
            <Must>{load.length ? `Bring ${load.join(', ')}` : 'Nothing beyond what the van holds'}</Must>
            <Quiet>
              {people === 1 ? '1 person' : `${people} people`}, about {minutes} minutes
              {expected.on_door && ` · on the door: ${expected.on_door}`}
            </Quiet>
            {use !== 'yes' && <Quiet>{desk.use_words}</Quiet>}
            {isToCome(booking) && <TextToSend text={booking.confirmation} />}
          </>
        )}
      </Stack>
      <Stack $gap={8}>
        {standing === 'under_way' && <Progress stage={booking.stage} />}
        <Ways booking={booking} next={next} change={change} />
      </Stack>
    </Line>
  );
}

function Ways({ booking, next, change }: Props) {
  const works = useWorksOnDoors();
  const me = useQuery(sessionQuery).data?.person?.username;
  const isMine = isOf(booking, me);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [key] = useState(newId);
  const path = { params: { path: { key: booking.key } } };
  const startHere = useStartHere(booking);
  const begunHere = useOutbox().waiting.find((one) => one.booking === booking.key);
  const start = useMutation({
    mutationFn: () => data(client.POST('/api/bookings/{key}/call', { ...path, body: { key } })),
    onSuccess: (call) => {
      queries.invalidateQueries({ queryKey: ['bookings'] });
      queries.invalidateQueries({ queryKey: ['calls'] });
      navigate(`/calls/${call.key}`);
    },
    onError: (wrong) => void startHere(wrong),
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
  const setOut = useMutation({
    mutationFn: (isOnTheWay: boolean) =>
      data(
        isOnTheWay
          ? client.POST('/api/bookings/{key}/on-the-way', path)
          : client.DELETE('/api/bookings/{key}/on-the-way', path),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['bookings'] }),
  });
  if (!works)
    return (
      <>
        {isToCome(booking) && <Plain onPress={change}>Change</Plain>}
        {booking.standing === 'cancelled' && (
          <Plain isDisabled={again.isPending} onPress={() => again.mutate()}>
            Take it up again
          </Plain>
        )}
        {again.isError && <Refused wrong={again.error} />}
      </>
    );
  // Begun on this device, and not with the server yet.
  if (begunHere) return <ActionLink to={`/calls/${begunHere.call}`}>Go on</ActionLink>;
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
      {isMine && (
        <Plain isDisabled={setOut.isPending} onPress={() => setOut.mutate(booking.standing === 'booked')}>
          {booking.standing === 'booked' ? 'On the way' : 'Not on the way'}
        </Plain>
      )}
      <Plain onPress={change}>Change</Plain>
      {setOut.isError && <Refused wrong={setOut.error} />}
      {start.isError && <Refused wrong={start.error} />}
    </>
  );
}
