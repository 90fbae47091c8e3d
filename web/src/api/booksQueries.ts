import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { client, data } from './client';
import type { paths } from './schema';

export const booksQuery = (since: string, until: string) =>
  queryOptions({
    queryKey: ['books', since, until],
    queryFn: () => data(client.GET('/api/insight', { params: { query: { since, until } } })),
    placeholderData: keepPreviousData,
    // A few months are added up each time.
    refetchInterval: (query) => (query.state.data?.to_add_up ? 200 : false),
  });

/** Which calls: those of a figure of the books. */
export type Behind = paths['/api/insight/calls']['get']['parameters']['query'];

/** The calls behind a figure of the books. */
export const callsBehindQuery = (asked: Behind) =>
  queryOptions({
    queryKey: ['books', 'calls', asked],
    queryFn: () => data(client.GET('/api/insight/calls', { params: { query: asked } })),
  });
