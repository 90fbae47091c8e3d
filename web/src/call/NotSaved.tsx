import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import { newId } from '../api/client';
import { knowledgeQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { entryWords, wordsOf } from '../ui/entryWords';
import { letGo, useOutbox } from '../ui/outbox';
import type { Call } from './useCall';

const Refusals = styled.div`display: grid; gap: 8px; margin-bottom: 12px; scroll-margin: 90px;`;
const Refusal = styled.div`display: flex; flex-wrap: wrap; gap: 8px 12px; align-items: center; background: var(--caution-ground); color: var(--caution); border-left: 4px solid var(--caution); padding: 8px 14px;
  p { flex: 1 1 260px; font-weight: 600; }`;

/** What was not taken of this call, there where it was made: made again in one touch, or let go. */
export function NotSaved({ call }: { call: Pick<Call, 'notTaken'> }) {
  const outbox = useOutbox();
  const words = wordsOf(useQuery(knowledgeQuery).data);
  const list = useRef<HTMLDivElement>(null);
  const count = call.notTaken.length;
  useEffect(() => {
    if (count) list.current?.scrollIntoView?.({ block: 'nearest' });
  }, [count]);
  return (
    <div role="alert">
      {count > 0 && (
        <Refusals ref={list}>
          {call.notTaken.map((entry) => (
            <Refusal key={entry.id}>
              <p>
                Not saved: {entryWords(entry.body, words)}. {entry.problem.message}
              </p>
              <Plain onPress={() => outbox.again(entry, newId())}>Enter it again</Plain>
              <Plain onPress={() => letGo(outbox, entry)}>Discard</Plain>
            </Refusal>
          ))}
        </Refusals>
      )}
    </div>
  );
}
