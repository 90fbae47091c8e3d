import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { newId } from '../api/client';
import type { Body } from '../api/outbox';
import { knowledgeQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { entryWords, wordsOf } from '../ui/entryWords';
import { inverseOf } from './inverse';
import type { Call } from './useCall';

const UNDO_MS = 10_000;
type Entered = { call: string; id: string; body: Body };
type Enter = Call['enter'];

/** Ways to enter something, and what was entered last, for as long as it can be undone. */
export function useUndo(call: string, enter: Enter): { enter: Enter; last: Entered | null; clear: () => void } {
  const [last, setLast] = useState<Entered | null>(null);
  useEffect(() => {
    if (!last) return;
    const over = setTimeout(() => setLast(null), UNDO_MS);
    return () => clearTimeout(over);
  }, [last]);
  return {
    enter: (body, id = newId()) => {
      enter(body, id);
      setLast({ call, id, body });
    },
    // What was entered on another call is not undone on this one.
    last: last?.call === call ? last : null,
    clear: () => setLast(null),
  };
}

type Props = { call: Pick<Call, 'notTaken' | 'state'>; enter: Enter; last: Entered | null; clear: () => void };

/** Undo what was entered a moment ago: the same button at the same place on every stage. */
export function Undo({ call, enter, last, clear }: Props) {
  const words = wordsOf(useQuery(knowledgeQuery).data);
  const isTaken = last !== null && !call.notTaken.some(({ id }) => id === last.id);
  const undo = last && isTaken && !call.state.closed ? inverseOf(last.id, last.body) : null;
  const what = last ? entryWords(last.body, words) : '';
  return (
    <>
      <span role="status" className="sr">
        {last && isTaken && `Entered: ${what}.${undo ? ' It can be undone for ten seconds.' : ''}`}
      </span>
      <Plain
        isDisabled={!undo}
        aria-label={undo ? `Undo: ${what}` : 'Undo'}
        onPress={() => {
          if (undo) enter(undo);
          clear();
        }}
      >
        Undo
      </Plain>
    </>
  );
}
