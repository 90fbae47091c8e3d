import type { Schemas } from '../api/client';

export type Wish = Omit<Required<Schemas['NewBooking']>, 'key'>;

/** What a booking says, to be said again with a part of it changed. */
export function wishOf(booking: Schemas['BookingOut']): Wish {
  const { day, from_time, until_time, complaint, note, technician, helper, cancelled } = booking;
  return { day, from_time, until_time, complaint, note, technician, helper, cancelled };
}
