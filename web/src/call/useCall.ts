import { useQuery } from '@tanstack/react-query';
import { newId, type Schemas } from '../api/client';
import type { Body, NotTaken, Waiting } from '../api/outbox';
import { callQuery } from '../api/queries';
import { letGo, useOutbox } from '../ui/outbox';
import { isSameSubject } from './inverse';

export type CallOut = Schemas['CallOut'];
export type Call = {
  call: CallOut;
  state: Schemas['CallState'];
  enter: (body: Body, id?: string) => void;
  /** What was entered on this call and is not with the server yet. */
  waiting: readonly Waiting[];
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
  return { query, enter, waiting: ofThis(outbox.waiting), notTaken };
}
