import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { bookingsOfDoorQuery } from '../api/queries';
import { Plain, PlainAnchor } from '../ui/buttons';
import { inWords } from '../ui/dates';
import { Quiet, Row, Stack } from '../ui/layout';
import { SendLetter } from './SendLetter';
import { isToCome, standingOf } from './standing';
import { TextToSend } from './TextToSend';

type Booking = Schemas['BookingOut'];

/** Who comes to this door when, and what is the customer told? */
export function BookingsOfDoor({ door, change }: { door: string; change: (booking: Booking) => void }) {
  const found = useQuery(bookingsOfDoorQuery(door));
  if (!found.data?.length) return null;
  const past = found.data.filter((one) => !isToCome(one));
  return (
    <Stack role="group" aria-label="Bookings">
      <h2>Bookings</h2>
      {found.data.filter(isToCome).map((booking) => (
        <ToCome key={booking.key} booking={booking} change={() => change(booking)} />
      ))}
      {past.map((booking) => (
        <Quiet key={booking.key}>
          {inWords(booking.day, true)}, {booking.window}: {standingOf(booking)}
        </Quiet>
      ))}
    </Stack>
  );
}

function ToCome({ booking, change }: { booking: Booking; change: () => void }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <Stack $gap={6}>
      <Row>
        <p>
          <b>
            {inWords(booking.day, true)}, {booking.window}
          </b>
          : {standingOf(booking)} · “{booking.expected.complaint_text}”
        </p>
        <Row>
          <Plain aria-expanded={isOpen} onPress={() => setOpen(!isOpen)}>
            For the customer
          </Plain>
          <Plain onPress={change}>Change</Plain>
        </Row>
      </Row>
      {isOpen && (
        <Stack $gap={4}>
          <TextToSend title="Confirmation" text={booking.confirmation}>
            <SendLetter booking={booking} letter="confirmation" />
          </TextToSend>
          <TextToSend title="Reminder, for the day before" text={booking.reminder}>
            <SendLetter booking={booking} letter="reminder" />
          </TextToSend>
          <div>
            <PlainAnchor href={`/api/bookings/${booking.key}/visit.ics`} download>
              For their calendar
            </PlainAnchor>
          </div>
        </Stack>
      )}
    </Stack>
  );
}
