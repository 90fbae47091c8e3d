import type { Schemas } from '../api/client';
import { inWords } from '../ui/dates';
import { clock } from '../ui/words';

type Booking = Schemas['BookingOut'];

/** Whether it stands and nobody has begun. */
export const isToCome = ({ standing }: Booking): boolean => standing === 'booked' || standing === 'on_the_way';

/** Whether somebody goes, or goes along, or nobody goes yet. */
export const isOf = ({ technician, helper }: Booking, me: string | undefined): boolean =>
  !technician || technician === me || helper === me;

/** Who goes, and who goes along. */
export const crewOf = ({ technician_name, helper_name }: Booking): string =>
  [technician_name || 'nobody yet', helper_name && `with ${helper_name}`].filter(Boolean).join(' ');

/** How a booking stands, in a few words, and by whom. */
export function standingOf(booking: Booking): string {
  switch (booking.standing) {
    case 'cancelled':
      return `called off: ${booking.cancelled}`;
    case 'on_the_way':
      return `${booking.set_out_by} on the way since ${booking.set_out_at ? clock(booking.set_out_at) : ''}`;
    case 'under_way':
      return `${booking.technician_name || 'somebody'} is there`;
    case 'done':
      return booking.come_back ? `done; come back by ${inWords(booking.come_back)}` : 'done';
    default:
      return booking.technician_name ? `booked, ${crewOf(booking)}` : 'booked, nobody goes yet';
  }
}
