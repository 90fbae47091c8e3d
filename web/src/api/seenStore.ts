import { dehydrate, hydrate, type Query, type QueryClient } from '@tanstack/react-query';
import { clear, createStore, del, entries, setMany } from 'idb-keyval';
import type { Schemas } from './client';
import { sessionQuery } from './queries';
import release from './schema.mark?raw';

/** An answer as it is kept: whose it is, of which release, and what brings it back. */
type Kept = { reader: string; release: string; at: number; size: number; state: ReturnType<typeof dehydrate> };

/** What is kept on a device: so many answers of so many letters in all, not older than so; the oldest go first. */
const MOST = 400;
const ROOM = 16_000_000;
const OLDEST_MS = 30 * 24 * 60 * 60 * 1000;
/** An answer larger than this is asked for again instead. */
const LARGEST = 3_000_000;
const WRITE_MS = 10;

let made: ReturnType<typeof createStore> | undefined;
const store = () => {
  made ??= createStore('north-hinge-seen', 'answers');
  return made;
};

const SESSION = 'session';
/** Whoever is signed in, and the units they read in: an answer is worded in them. */
const readerOf = (session: Schemas['SessionOut'] | undefined) =>
  session?.person ? `${session.person.username} ${session.person.units}` : '';
const isSession = (query: Pick<Query, 'queryKey'>) => query.queryKey[0] === SESSION;
// A part of the application is kept as a file, a practice unit begins anew, and what was worked out ahead is kept as a whole.
const NOT_KEPT: unknown[] = ['code', 'practice', 'known'];
const isKept = (query: Query) => !NOT_KEPT.includes(query.queryKey[0]) && query.meta?.isPassing !== true;

/** Show what was seen last, until it is answered anew: the session's, and of its person what this release understands. */
export async function recall(queries: QueryClient, now = Date.now()): Promise<void> {
  const all = (await entries<string, Kept>(store())).filter(([, kept]) => kept?.state?.queries);
  const session = all.find(([key]) => key === SESSION)?.[1];
  if (session) hydrate(queries, session.state);
  const reader = readerOf(queries.getQueryData(sessionQuery.queryKey));
  const [sound, spoilt] = [[], []] as [typeof all, typeof all];
  let room = ROOM;
  for (const one of all.sort(([, a], [, b]) => b.at - a.at)) {
    const fits = one[1].release === release && one[1].reader === reader && now - one[1].at < OLDEST_MS;
    if (fits) room -= one[1].size;
    (fits && sound.length < MOST && room > 0 ? sound : spoilt).push(one);
  }
  if (reader) for (const [, { state }] of sound) hydrate(queries, state);
  // It is asked for anew as soon as it is looked at, however long it would have stood.
  await queries.invalidateQueries({ refetchType: 'none' });
  await Promise.all(spoilt.filter(([key]) => key !== SESSION).map(([key]) => del(key, store())));
}

/** Keep every answer from now on, under the name of whoever is signed in; with another one, or nobody, nothing of before stays. */
export function keepSeen(queries: QueryClient): () => void {
  let reader = readerOf(queries.getQueryData(sessionQuery.queryKey));
  const due = new Map<string, Query>();
  let isDue = false;
  const write = async () => {
    isDue = false;
    const kept = [...due].flatMap(([key, query]): [string, Kept][] => {
      const state = dehydrate(queries, {
        shouldDehydrateQuery: (one) => one === query && one.state.data !== undefined,
      });
      const { dataUpdatedAt: at } = query.state;
      const size = state.queries.length ? JSON.stringify(state).length : LARGEST;
      return size < LARGEST ? [[key, { reader, release, at, size, state }]] : [];
    });
    due.clear();
    await setMany(kept, store()).catch(() => undefined); // no room: it is asked for again next time
  };
  // A page that is put away may never come back.
  const leaving = () => void write();
  window.addEventListener('pagehide', leaving);
  const stop = queries.getQueryCache().subscribe((event) => {
    if (event.type !== 'updated' || event.action.type !== 'success') return;
    const { query } = event;
    if (isSession(query)) {
      const next = readerOf(query.state.data as Schemas['SessionOut']);
      if (next !== reader) {
        reader = next;
        due.clear();
        void forget();
      }
    } else if (!reader || !isKept(query)) return;
    due.set(isSession(query) ? SESSION : `${reader} ${query.queryHash}`, query);
    if (!isDue) setTimeout(write, WRITE_MS);
    isDue = true;
  });
  return () => {
    stop();
    window.removeEventListener('pagehide', leaving);
  };
}

/** Nothing that was shown stays on this device. What was entered and not sent stays: that is somebody's work. */
export const forget = () => clear(store());
