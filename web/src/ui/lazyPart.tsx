import { type QueryClient, queryOptions, useQuery } from '@tanstack/react-query';
import type { ComponentType } from 'react';
import { Loading, Trouble } from './states';

/** A part of the application in a file of its own, and what fetches that file before it is shown. */
export type Part<Props extends object> = ComponentType<Props> & { fetch: (queries: QueryClient) => Promise<void> };

const parts: Part<never>[] = [];

/** A part in a file of its own: fetched when it is shown, or ahead of that. */
export function lazyPart<Props extends object>(load: () => Promise<ComponentType<Props>>): Part<Props> {
  const code = queryOptions({
    queryKey: ['code', parts.length],
    queryFn: async () => ({ Part: await load() }),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: Number.POSITIVE_INFINITY,
    structuralSharing: false,
  });
  function Later(props: Props) {
    const { data, error, refetch } = useQuery(code);
    if (!data) return error ? <Trouble wrong={error} retry={refetch} /> : <Loading />;
    return <data.Part {...props} />;
  }
  const part = Object.assign(Later, { fetch: (queries: QueryClient) => queries.prefetchQuery(code) });
  parts.push(part);
  return part;
}

/** The first page has so long for itself. */
const FIRST_MS = 6_000;
const after = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds));
/** When nothing else is to be done; at once where the browser cannot tell. */
const idle = () => new Promise((done) => (window.requestIdleCallback ?? setTimeout)(done));

/** Fetch every part, one after the other: where the door is, the connection may be gone by the time it is wanted. */
export async function fetchAhead(queries: QueryClient): Promise<void> {
  await after(FIRST_MS);
  // A part that is fetched may name others; they come last.
  for (const part of parts) {
    await idle();
    await part.fetch(queries);
  }
}
