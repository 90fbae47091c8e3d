import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import type { Waiting } from '../api/outbox';
import { callAheadQuery, sessionQuery } from '../api/queries';
import { useOwnCalls } from '../ui/ownCalls';
import { ahead, type CallAhead, type CallOut, type Seen } from './ahead';

/** Nobody touches anything for so long: then what may come next is asked for. The whole way seldom, after a longer rest. */
const REST_MS = { near: 700, far: 2_500 };
const FAR_AGAIN_MS = 30_000;
const AFTER_TROUBLE_MS = 5_000;

type Way = keyof typeof REST_MS;

/** What is ahead of a call on this device, and the call as what waits here makes it; nothing where that is not known. */
export function useAhead(
  call: CallOut | undefined,
  waiting: readonly Waiting[],
  refused: readonly Waiting[],
  key: string,
): Seen | null {
  const by = useQuery(sessionQuery).data?.person?.name ?? '';
  const near = useOne('near', call, waiting, refused, key, by);
  const far = useOne('far', call, waiting, refused, key, by);
  // Whichever sees further.
  return !far || (near && (near.unseen.length < far.unseen.length || (near.goesOn && !far.goesOn))) ? near : far;
}

function useOne(
  way: Way,
  call: CallOut | undefined,
  waiting: readonly Waiting[],
  refused: readonly Waiting[],
  key: string,
  by: string,
): Seen | null {
  const queries = useQueryClient();
  const isFar = way === 'far';
  const isCounted = useOwnCalls()[0] === 'counted';
  const asked = useQuery({ ...callAheadQuery(key, isFar, isCounted), enabled: false });
  const { data: known, dataUpdatedAt, errorUpdatedAt } = asked;
  const entries = call?.entries;
  const since = useSince(known, entries, waiting, refused);
  const seen = useMemo(
    () => (call && known && since ? ahead(call, known, since, waiting, by) : null),
    [call, known, since, waiting, by],
  );
  const isResting = call !== undefined && !call.state.closed && waiting.length === 0;
  const isWanted = isResting && (!seen || (!seen.goesOn && known?.entries !== entries));
  useEffect(() => {
    if (!isWanted || entries === undefined) return;
    const again = known?.steps.length ? dataUpdatedAt + FAR_AGAIN_MS - Date.now() : 0;
    const rest =
      errorUpdatedAt > dataUpdatedAt ? AFTER_TROUBLE_MS : isFar ? Math.max(REST_MS.far, again) : REST_MS.near;
    const later = setTimeout(
      () => void queries.prefetchQuery({ ...callAheadQuery(key, isFar, isCounted), staleTime: 0 }),
      rest,
    );
    return () => clearTimeout(later);
  }, [isWanted, entries, isFar, isCounted, known, dataUpdatedAt, errorUpdatedAt, queries, key]);
  return seen;
}

/**
 * All that was entered here since something was worked out, in order, less what was refused: taken by now, or waiting. Nothing
 * where something waited as it came in, and it is not of the call as it stands: it may have been taken before or after.
 */
function useSince(
  known: CallAhead | undefined,
  entries: number | undefined,
  waiting: readonly Waiting[],
  refused: readonly Waiting[],
): readonly Waiting[] | null {
  const kept = useRef<{ known: CallAhead | undefined; since: readonly Waiting[] | null }>({
    known: undefined,
    since: [],
  });
  if (kept.current.known !== known) {
    const isOfNow = waiting.length === 0 || known?.entries === entries;
    kept.current = { known, since: isOfNow ? [] : null };
  }
  const before = kept.current.since;
  if (!before) return null;
  const ids = new Set(before.map((one) => one.id));
  const gone = new Set(refused.map((one) => one.id));
  const left = before.filter((one) => !gone.has(one.id));
  const more = waiting.filter((one) => !ids.has(one.id));
  if (more.length || left.length < before.length) kept.current.since = [...left, ...more];
  return kept.current.since;
}
