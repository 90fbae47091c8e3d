import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { client, data } from '../api/client';
import { calendarLinkQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Quiet, Row, Stack } from '../ui/layout';
import { Refused } from '../ui/states';
import { day } from '../ui/words';

/** May my own calendar read what is booked for me? */
export function CalendarLink() {
  const queries = useQueryClient();
  const link = useQuery(calendarLinkQuery);
  const change = useMutation({
    mutationFn: (wanted: boolean) =>
      data(wanted ? client.POST('/api/session/calendar') : client.DELETE('/api/session/calendar')),
    onSuccess: (made) => queries.setQueryData(calendarLinkQuery.queryKey, made),
  });
  const made = link.data?.made_at;
  return (
    <Stack role="group" aria-label="Your calendar">
      <h2>Your calendar</h2>
      <Quiet>
        {made
          ? `A calendar may read your bookings since ${day(made)}. Whoever has the address reads them too.`
          : 'Your calendar program can read your bookings by a private address.'}
      </Quiet>
      {link.data?.address && (
        <Field
          label="The address, shown this once"
          value={link.data.address}
          isReadOnly
          hint="Add it to your calendar as a subscription."
        />
      )}
      <Row style={{ justifyContent: 'start' }}>
        <Plain isDisabled={change.isPending} onPress={() => change.mutate(true)}>
          {made ? 'Make a new address, end the old one' : 'Make an address'}
        </Plain>
        {made && (
          <Plain isDisabled={change.isPending} onPress={() => change.mutate(false)}>
            End it
          </Plain>
        )}
      </Row>
      {change.isError && <Refused wrong={change.error} />}
    </Stack>
  );
}
