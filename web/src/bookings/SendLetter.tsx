import { useMutation, useQueryClient } from '@tanstack/react-query';
import { client, data, type Schemas } from '../api/client';
import { Plain } from '../ui/buttons';
import { Refused } from '../ui/states';

type Props = { booking: Schemas['BookingOut']; letter: Schemas['LetterIn']['letter'] };

/** Sends the customer a letter, where the file has an address and the shop a mail server. */
export function SendLetter({ booking, letter }: Props) {
  const queries = useQueryClient();
  const send = useMutation({
    mutationFn: () =>
      data(
        client.POST('/api/bookings/{key}/letters', {
          params: { path: { key: booking.key } },
          body: { letter },
        }),
      ),
    // The door's file tells that it went out.
    onSuccess: () => queries.invalidateQueries({ queryKey: ['door', booking.door_key] }),
  });
  if (!booking.email) return null;
  return (
    <>
      <Plain isDisabled={send.isPending} onPress={() => send.mutate()}>
        {send.isPending ? 'Sending' : `E-mail it to ${booking.email}`}
      </Plain>
      {send.data && <span role="status">Sent to {send.data.sent_to}.</span>}
      {send.isError && <Refused wrong={send.error} />}
    </>
  );
}
