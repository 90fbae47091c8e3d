import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { newId, Refusal, type Schemas } from '../api/client';
import { bookedAheadQuery, callAheadQuery, callQuery } from '../api/queries';
import { useOutbox } from '../ui/outbox';
import { useOwnCalls } from '../ui/ownCalls';

/** Begins a booked call on this device alone where there is no connection and what it will be was taken along; whether it did. */
export function useStartHere({
  key,
  version,
  door_name,
  complaint,
  note,
}: Schemas['BookingOut']): (wrong: Error) => boolean {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const outbox = useOutbox();
  const isCounted = useOwnCalls()[0] === 'counted';
  return (wrong) => {
    const known = queries.getQueryData(bookedAheadQuery(key, version, isCounted).queryKey);
    if (wrong instanceof Refusal || !known) return false;
    const { call, ahead } = known;
    queries.setQueryData(callQuery(call.key).queryKey, call);
    queries.setQueryData(callAheadQuery(call.key, true, isCounted).queryKey, ahead);
    outbox.add(call.key, door_name, newId(), { kind: 'complaint', complaint, note }, key);
    navigate(`/calls/${call.key}`);
    return true;
  };
}
