import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useSyncExternalStore } from 'react';
import { client, data, MEANT_AS, Refusal } from '../api/client';
import { deviceStore } from '../api/deviceStore';
import { drain, type NotTaken, Outbox, type Outcome, type Waiting } from '../api/outbox';
import { dropPicture, pictureOf } from '../api/pictures';
import { callQuery, sessionQuery } from '../api/queries';

const RETRY_MS = 2_000;
const Context = createContext<Outbox | null>(null);

/** The outbox of whoever is signed in, drained in the background wherever in the application they are. */
export function OutboxOf({ person, children }: { person: string; children: ReactNode }) {
  const queries = useQueryClient();
  const outbox = useMemo(() => new Outbox(person, deviceStore), [person]);
  useEffect(() => {
    const send = sender(queries, outbox);
    const go = () => void alone(person, () => drain(outbox, send));
    const written = (event: StorageEvent) => event.key?.startsWith('north-hinge.outbox') && outbox.look();
    const added = outbox.subscribe(() => outbox.waiting.length > 0 && outbox.held === null && go());
    const again = setInterval(() => outbox.waiting.length > 0 && go(), RETRY_MS);
    // The browser asks before a page is left that alone has what was entered.
    const leaving = (event: BeforeUnloadEvent) => outbox.isFleeting && event.preventDefault();
    window.addEventListener('storage', written);
    window.addEventListener('online', go);
    window.addEventListener('beforeunload', leaving);
    go();
    return () => {
      added();
      clearInterval(again);
      window.removeEventListener('storage', written);
      window.removeEventListener('online', go);
      window.removeEventListener('beforeunload', leaving);
    };
  }, [outbox, person, queries]);
  return <Context.Provider value={outbox}>{children}</Context.Provider>;
}

export function useOutbox(): Outbox {
  const outbox = useContext(Context);
  if (!outbox) throw new Error('an outbox belongs to somebody signed in');
  useSyncExternalStore(outbox.subscribe, () => outbox.waiting);
  useSyncExternalStore(outbox.subscribe, () => outbox.notTaken);
  useSyncExternalStore(outbox.subscribe, () => outbox.held);
  return outbox;
}

const busy = new Set<string>();
/** One tab at a time sends, and in a tab one round at a time. Without a secure context the server's once-only ids must do. */
async function alone(person: string, work: () => Promise<void>): Promise<void> {
  if (busy.has(person)) return;
  busy.add(person);
  try {
    if (!navigator.locks) await work();
    else await navigator.locks.request(`north-hinge.outbox.${person}`, { ifAvailable: true }, (lock) => lock && work());
  } finally {
    busy.delete(person);
  }
}

/** Sends as the person whose outbox it is: by the time an entry goes out, the page may show somebody else. */
function sender(queries: QueryClient, outbox: Outbox) {
  const { person } = outbox;
  return async (entry: Waiting): Promise<Outcome> => {
    const { queryKey } = callQuery(entry.call);
    try {
      if (entry.booking) {
        await begun(queries, outbox, { ...entry, booking: entry.booking });
        return { kind: 'taken' };
      }
      const call = (await photoSent(entry, person)) ?? (await entrySent(entry, person));
      // A poll answered meanwhile may be older than this answer.
      await queries.cancelQueries({ queryKey });
      queries.setQueryData(queryKey, call);
      return { kind: 'taken' };
    } catch (wrong) {
      const outcome = outcomeOf(wrong);
      if (outcome.kind === 'refused') void queries.invalidateQueries({ queryKey });
      // Whoever is signed in now is asked anew: the page for signing in comes up where nobody is.
      if (outcome.kind === 'held' && outcome.why === 'signed out')
        void queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
      return outcome;
    }
  };
}

const entrySent = ({ id, call: key, body }: Waiting, person: string) =>
  data(
    client.POST('/api/calls/{key}/entries', {
      params: { path: { key } },
      body: { id, body },
      headers: { [MEANT_AS]: person },
    }),
  );

/** A booked call that was begun here is begun at the server; where another device was first, what waits is for that one's call. */
async function begun(queries: QueryClient, outbox: Outbox, entry: Waiting & { booking: string }): Promise<void> {
  const { key } = await data(
    client.POST('/api/bookings/{key}/call', {
      params: { path: { key: entry.booking } },
      body: { key: entry.call },
      headers: { [MEANT_AS]: outbox.person },
    }),
  );
  const call = await data(client.GET('/api/calls/{key}', { params: { path: { key } } }));
  if (key !== entry.call) outbox.move(entry.call, key);
  for (const one of new Set([entry.call, key])) queries.setQueryData(callQuery(one).queryKey, call);
  for (const queryKey of [['bookings'], ['calls']]) void queries.invalidateQueries({ queryKey });
}

/** A photo goes out with its picture; nothing where it is none, or its picture is not on this tablet any more. */
async function photoSent({ call: key, body }: Waiting, person: string) {
  const picture = body.kind === 'photographed' ? await pictureOf(body.photo) : undefined;
  if (body.kind !== 'photographed' || !picture) return null;
  const kept = await data(
    client.PUT('/api/calls/{key}/photos/{photo}', {
      params: { path: { key, photo: body.photo }, query: { of: body.of ?? '', caption: body.caption ?? '' } },
      body: picture as unknown as string,
      bodySerializer: (sent) => sent as unknown as Blob,
      headers: { 'Content-Type': picture.type || 'image/jpeg', [MEANT_AS]: person },
    }),
  );
  await dropPicture(body.photo);
  return kept;
}

/** What was not taken is let go, with what it would have shown. */
export function letGo(outbox: Outbox, entry: NotTaken): void {
  outbox.letGo(entry);
  if (entry.body.kind === 'photographed') void dropPicture(entry.body.photo);
}

const FINAL = [409, 413, 422];

/** Only a refusal of the rules, or of its size, in the error shape, is final. */
export function outcomeOf(wrong: unknown): Outcome {
  if (!(wrong instanceof Refusal)) return { kind: 'held', why: 'offline' };
  const { status, problem } = wrong;
  if (status === 401 || status === 403) return { kind: 'held', why: 'signed out' };
  if (status === 429) return { kind: 'held', why: 'too many at once' };
  // A picture that is too large will not get smaller: it would hold up everything else on its call for ever.
  if (FINAL.includes(status) && problem.code !== 'error' && problem.code !== 'taken')
    return { kind: 'refused', problem };
  return { kind: 'stuck' };
}
