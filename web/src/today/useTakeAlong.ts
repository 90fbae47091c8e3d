import { type QueryClient, type QueryKey, type UseQueryOptions, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { Schemas } from '../api/client';
import { bookedAheadQuery, callAheadQuery, callQuery, doorCallsQuery, doorQuery, knowledgeQuery } from '../api/queries';
import { isToCome } from '../bookings/standing';
import { useShownSince } from '../ui/connection';
import { useOwnCalls } from '../ui/ownCalls';

type Booking = Schemas['BookingOut'];
/** Today is shown first; then what is needed where there is no signal is fetched, one after another. */
const AFTER_MS = 1_500;
const savesData = () => (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;

/** What was worked out for the way of a call stands for so long: it is asked for anew by whoever opens the call. */
const STANDS_MS = 30 * 60_000;

/** What of the day is on this device by now, of how much; nothing where the device saves data. */
export function useTakeAlong(bookings: readonly Booking[]): { there: number; of: number } | null {
  const queries = useQueryClient();
  const [taken, setTaken] = useState<readonly string[]>([]);
  const isCounted = useOwnCalls()[0] === 'counted';
  const isOff = useShownSince() !== null;
  const wanted = bookings.filter((one) => isToCome(one) || one.standing === 'under_way');
  const said = wanted.map(nameOf).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is wanted is fetched anew when it is said otherwise.
  useEffect(() => {
    if (!wanted.length || savesData()) return;
    let isLeft = false;
    const later = setTimeout(async () => {
      for (const booking of wanted) {
        if (isLeft) return;
        const isThere = await isTaken(queries, booking, isCounted);
        if (isThere) setTaken((before) => [...before, nameOf(booking)]);
      }
    }, AFTER_MS);
    return () => {
      isLeft = true;
      clearTimeout(later);
    };
  }, [said, queries, isCounted, isOff]);
  const there = wanted.filter((one) => taken.includes(nameOf(one))).length;
  return wanted.length && !savesData() ? { there, of: wanted.length } : null;
}

/** On the way or not, what it will show is the same. */
const nameOf = (one: Booking) => `${one.key} ${isToCome(one) ? '' : one.standing} ${one.version}`;

/** The file of a door, and of its call, begun or not, all it will show: on the device by now, or there since before. */
async function isTaken(queries: QueryClient, booking: Booking, isCounted: boolean): Promise<boolean> {
  const { key, version, door_key, call_key } = booking;
  const way = call_key ? callAheadQuery(call_key, true, isCounted) : bookedAheadQuery(key, version, isCounted);
  try {
    await queries.ensureQueryData(knowledgeQuery);
    await queries.fetchQuery(doorQuery(door_key));
    await queries.fetchQuery(doorCallsQuery(door_key));
    if (call_key) await queries.fetchQuery(callQuery(call_key));
    await queries.fetchQuery({ ...(way as UseQueryOptions), staleTime: STANDS_MS });
  } catch {
    // Without a connection what was there before stays.
  }
  return queries.getQueryData(way.queryKey as QueryKey) !== undefined;
}
