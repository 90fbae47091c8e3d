import { keepPreviousData, type QueryClient, queryOptions } from '@tanstack/react-query';
import { client, data, type Schemas } from './client';

export type DoorSort = 'name' | '-name' | 'place' | '-place' | 'visited' | '-visited';

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: () => data(client.GET('/api/session')),
  staleTime: 60_000,
});

/** Take on another session: what the last person saw is forgotten. */
export function becomeSession(queries: QueryClient, session: Schemas['SessionOut']): void {
  queries.removeQueries({ predicate: (query) => query.queryKey[0] !== sessionQuery.queryKey[0] });
  queries.setQueryData(sessionQuery.queryKey, session);
}

export const knowledgeQuery = queryOptions({
  queryKey: ['knowledge'],
  queryFn: () => data(client.GET('/api/knowledge')),
  staleTime: Number.POSITIVE_INFINITY,
});

export const callsQuery = queryOptions({ queryKey: ['calls'], queryFn: () => data(client.GET('/api/calls')) });

export const peopleQuery = queryOptions({ queryKey: ['people'], queryFn: () => data(client.GET('/api/people')) });

export const doorsQuery = (search: string, page: number, sort: DoorSort) =>
  queryOptions({
    queryKey: ['doors', search, page, sort],
    queryFn: () => data(client.GET('/api/doors', { params: { query: { search, page, sort } } })),
    placeholderData: keepPreviousData,
  });

export const doorQuery = (key: string) =>
  queryOptions({
    queryKey: ['door', key],
    queryFn: () => data(client.GET('/api/doors/{key}', { params: { path: { key } } })),
  });

export const callQuery = (key: string) =>
  queryOptions({
    queryKey: ['call', key],
    queryFn: () => data(client.GET('/api/calls/{key}', { params: { path: { key } } })),
    // Another tablet may be entering things on the same call.
    refetchInterval: 4_000,
  });

export const sizeQuery = (document: Schemas['SizeQuestion']) =>
  queryOptions({
    queryKey: ['size', document],
    queryFn: () => data(client.POST('/api/bench/size', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const sideViewQuery = (document: Schemas['SideViewQuestion']) =>
  queryOptions({
    queryKey: ['side_view', document],
    queryFn: () => data(client.POST('/api/bench/side_view', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const trimQuery = (document: Schemas['TrimQuestion']) =>
  queryOptions({
    queryKey: ['trim', document],
    queryFn: () => data(client.POST('/api/bench/trim', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
  });

export const balanceQuery = (document: Schemas['BalanceQuestion']) =>
  queryOptions({
    queryKey: ['balance', document],
    queryFn: () => data(client.POST('/api/bench/balance', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
  });
