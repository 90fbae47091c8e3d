import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { client, data, Refusal, type Schemas } from '../api/client';
import { deskQuery } from '../api/queries';
import { Action, Plain } from '../ui/buttons';
import { Caution, Panel, Quiet, Row } from '../ui/layout';
import { Refused } from '../ui/states';
import { isSame } from './dayMove';
import type { Wish } from './wish';

type Props = {
  booking: Schemas['BookingOut'];
  wish: Wish;
  /** Who would go, by name. */
  whose: string;
  warnings: Schemas['DayWarning'][];
  change: () => void;
  /** No longer in hand, if it still is. */
  letGo: (key: string) => void;
};

/** The booking in hand: what it would be, what that would do to the day, kept or put back. */
export function MovedBooking({ booking, wish, whose, warnings, change, letGo }: Props) {
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: () =>
      data(
        client.PUT('/api/bookings/{key}', {
          params: { path: { key: booking.key } },
          body: { ...wish, version: booking.version },
        }),
      ),
    onSuccess: async ({ key }) => {
      await queries.invalidateQueries({ queryKey: ['bookings'] });
      // The day without it in hand, as it is now: shown as it was before, it would jump back for a moment.
      await queries.fetchQuery(deskQuery({ day: wish.day })).catch(() => undefined);
      letGo(key);
    },
  });
  const isStale = save.error instanceof Refusal && save.error.problem.code === 'stale';
  const window = wish.from_time
    ? `${wish.from_time.slice(0, 5)}–${wish.until_time?.slice(0, 5) ?? ''}`
    : 'at any time of the day';
  const reload = () => queries.invalidateQueries({ queryKey: ['bookings'] }).then(() => letGo(booking.key));
  return (
    <Panel className="asked" role="group" aria-label="The booking in hand">
      <Row>
        <div aria-live="polite">
          <b>
            <Link to={`/doors/${booking.door_key}`}>{booking.door_name}</Link>: {whose}, {window}
          </b>
          <p>
            “{booking.expected.complaint_text}”{booking.note && ` · ${booking.note}`}
          </p>
          <Quiet>
            {isSame(wish, booking)
              ? 'Drag it, or move it by the arrow keys: a quarter of an hour, or to somebody else.'
              : `Until now ${booking.technician_name || 'nobody yet'}, ${booking.window}. Nothing is kept yet.`}
          </Quiet>
        </div>
        <Row>
          <Plain onPress={change}>Open the booking</Plain>
          <Plain onPress={() => letGo(booking.key)}>{isSame(wish, booking) ? 'Let it be' : 'Put it back'}</Plain>
          {!isSame(wish, booking) && (
            <Action isDisabled={save.isPending} onPress={() => save.mutate()}>
              Keep it so
            </Action>
          )}
        </Row>
      </Row>
      {!isSame(wish, booking) && warnings.map((one) => <Caution key={one.key + one.kind}>{one.sentence}</Caution>)}
      {isStale ? (
        <Row>
          <Quiet>Somebody changed this booking meanwhile.</Quiet>
          <Plain onPress={reload}>Take what it says now</Plain>
        </Row>
      ) : (
        save.isError && <Refused wrong={save.error} />
      )}
    </Panel>
  );
}
