import { type UseQueryOptions, type UseQueryResult, useQuery } from '@tanstack/react-query';
import { newId, type Schemas } from '../api/client';
import type { Body, NotTaken, Waiting } from '../api/outbox';
import { callQuery } from '../api/queries';
import { letGo, useOutbox } from '../ui/outbox';
import type { Answers, Seen } from './ahead';
import { useAheadTally } from './aheadTally';
import { isSameSubject } from './inverse';
import { useAhead } from './useAhead';

export type CallOut = Schemas['CallOut'];
export type Call = {
  call: CallOut;
  state: Schemas['CallState'];
  enter: (body: Body, id?: string) => void;
  /** What was entered on this call, is not with the server yet, and is not seen on the call as it is shown. */
  waiting: readonly Waiting[];
  /** What else is known of the call as it is shown, worked out ahead; nothing where the server is asked. */
  known: Pick<Seen, 'answers' | 'way'> | null;
  /** What the server would not take of this call. */
  notTaken: readonly NotTaken[];
};

/** A call, and the way to enter things on it: kept on the tablet until the server has them. */
export function useCall(key: string) {
  const query = useQuery(callQuery(key));
  const outbox = useOutbox();
  const ofThis = <T extends Waiting>(all: readonly T[]) => all.filter((one) => one.call === key);
  const notTaken = ofThis(outbox.notTaken);
  const enter = (body: Body, id = newId()) => {
    // What is said anew of the same thing takes the place of what was not taken.
    for (const old of notTaken) if (isSameSubject(old.body, body)) letGo(outbox, old);
    outbox.add(key, query.data?.door_name ?? '', id, body);
  };
  // That the call was begun here is no entry of it.
  const waiting = ofThis(outbox.waiting).filter((one) => !one.booking);
  const seen = useAhead(query.data, waiting, notTaken, key);
  useAheadTally(query.data, seen, waiting);
  const call = seen?.call ?? query.data;
  return { query, call, enter, waiting: seen?.unseen ?? waiting, known: seen, notTaken };
}

/** An answer about the call as it is shown: the one worked out ahead where there is one, else the server's. */
export function useAnswer<Name extends keyof Answers, Key extends readonly unknown[]>(
  call: Call,
  name: Name,
  query: UseQueryOptions<Answers[Name], Error, Answers[Name], Key>,
): UseQueryResult<Answers[Name]> {
  // Of the sets nothing is worked out ahead but where they are chosen from, as they are listed at first.
  const known = name === 'sizing' && !call.known?.answers.sizing ? null : call.known;
  return useQuery(
    known
      ? {
          queryKey: ['known', call.call.key, known.way, name] as unknown as Key,
          queryFn: () => known.answers[name],
          initialData: known.answers[name],
          staleTime: Number.POSITIVE_INFINITY,
          gcTime: 0,
        }
      : query,
  );
}
