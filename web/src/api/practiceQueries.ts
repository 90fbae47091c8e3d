import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { client, data, newId } from './client';

/** Of a key: the digit that says which sort it is, and the sort of a practice call's. */
const SORT_AT = 14;
const PRACTICE = '8';

/** Whether a call is one of the practice yard: its key says so. */
export const isPractice = (key: string): boolean => key[SORT_AT] === PRACTICE;

/** A new key for a practice call. */
export function newPracticeKey(): string {
  const key = newId();
  return key.slice(0, SORT_AT) + PRACTICE + key.slice(SORT_AT + 1);
}

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
