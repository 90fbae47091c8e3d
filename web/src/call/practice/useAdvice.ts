import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { isPractice, practiceRunQuery } from '../../api/practiceQueries';

/** The parts of the drawing as they are marked: where nothing is advised none is marked as the one to look at next. */
export const unadvised = (parts: Schemas['PartFinding'][], isAdvised: boolean): Schemas['PartFinding'][] =>
  isAdvised ? parts : parts.map((one) => (one.state === 'look' ? { ...one, state: 'unchecked' } : one));

/** Whether a call is told what to look at next: always on a real door, on a practice door where all advice was asked for. */
export function useAdvice(key: string, entries: number): boolean {
  const run = useQuery({ ...practiceRunQuery(key, entries), enabled: isPractice(key) });
  return !isPractice(key) || run.data?.run.advice === 'all';
}
