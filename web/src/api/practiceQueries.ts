import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { client, data, newId } from './client';

/** How the key of a practice call begins. */
const PRACTICE = '9ac71ce0-';

/** Whether a call is one of the practice yard: its key says so. */
export const isPractice = (key: string): boolean => key.startsWith(PRACTICE);

/** A new key for a practice call. */
export const newPracticeKey = (): string => PRACTICE + newId().slice(PRACTICE.length);

export const practiceRunsQuery = queryOptions({
  queryKey: ['practice'],
  queryFn: () => data(client.GET('/api/practice')),
});

/** A run with its site, as it stands after so many entries of its call. */
export const practiceRunQuery = (key: string, entries: number) =>
  queryOptions({
    queryKey: ['practice', key, entries],
    queryFn: () => data(client.GET('/api/practice/{key}', { params: { path: { key } } })),
    placeholderData: keepPreviousData,
  });

export const crewPracticeQuery = queryOptions({
  queryKey: ['practice', 'crew'],
  queryFn: () => data(client.GET('/api/practice/crew')),
});
