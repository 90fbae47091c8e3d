import { useQuery } from '@tanstack/react-query';
import { isPractice, practiceRunQuery } from '../../api/practiceQueries';

/** Whether a call is told what to look at next: always on a real door, on a practice door where all advice was asked for. */
export function useAdvice(key: string, entries: number): boolean {
  const run = useQuery({ ...practiceRunQuery(key, entries), enabled: isPractice(key) });
  return !isPractice(key) || run.data?.run.helped === 'all';
}
