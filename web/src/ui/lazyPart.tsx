import { type QueryClient, queryOptions, useQuery } from '@tanstack/react-query';
import type { ComponentType } from 'react';
import { Loading, Trouble } from './states';

const parts: ((queries: QueryClient) => Promise<void>)[] = [];

/** A part of the application in a file of its own: fetched when it is shown, or ahead of that. */
export function lazyPart<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  const code = queryOptions({
    queryKey: ['code', parts.length],
    queryFn: async () => ({ Part: await load() }),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: Number.POSITIVE_INFINITY,
    structuralSharing: false,
  });
  parts.push((queries) => queries.prefetchQuery(code));
  return function Later(props: Props) {
    const { data, error, refetch } = useQuery(code);
    if (!data) return error ? <Trouble wrong={error} retry={refetch} /> : <Loading />;
    return <data.Part {...props} />;
  };
}

/** Fetch every part, one after the other: where the door is, the connection may be gone by the time it is wanted. */
export async function fetchAhead(queries: QueryClient): Promise<void> {
  // A part that is fetched may name others; they come last.
  for (const fetch of parts) await fetch(queries);
}
