import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useCallback, useSyncExternalStore } from 'react';
import { Refusal } from '../api/client';

/** Since when what is looked at is as it is, in milliseconds, where the server was not reached last; nothing where it was. */
function shownSince(queries: QueryClient): number | null {
  const looked = queries
    .getQueryCache()
    .findAll({ type: 'active', predicate: (query) => query.queryKey[0] !== 'code' });
  const isOff = looked.some(
    ({ state }) => state.fetchFailureReason !== null && !(state.fetchFailureReason instanceof Refusal),
  );
  const seen = looked.flatMap(({ state }) => (state.dataUpdatedAt ? [state.dataUpdatedAt] : []));
  return isOff && seen.length ? Math.min(...seen) : null;
}

/** Whether there is a connection, told by what the page asks for: the moment of the oldest thing in sight where there is none. */
export function useShownSince(): number | null {
  const queries = useQueryClient();
  const subscribe = useCallback((tell: () => void) => queries.getQueryCache().subscribe(tell), [queries]);
  return useSyncExternalStore(subscribe, () => shownSince(queries));
}
