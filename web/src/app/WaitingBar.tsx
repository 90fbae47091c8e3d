import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Held } from '../api/outbox';
import { Plain } from '../ui/buttons';
import { useShownSince } from '../ui/connection';
import { lazyPart } from '../ui/lazyPart';
import { useOutbox } from '../ui/outbox';
import { momentOf } from '../ui/words';

const Bar = styled.div`position: sticky; overflow-anchor: none; top: 0; z-index: 6; display: flex; flex-wrap: wrap; gap: 6px 16px; align-items: center; justify-content: space-between;
  background: var(--caution-ground); color: var(--caution); border-bottom: 3px solid var(--caution); padding: 4px 14px; font-weight: 600;`;
const WaitingList = lazyPart(() => import('./WaitingList').then((part) => part.WaitingList));

const WHY: Record<Exclude<Held, null>, string> = {
  offline: 'No connection',
  'signed out': 'Signed out: sign in again to send them',
  'too many at once': 'Too many at once: they go out in a minute',
  'server trouble': 'The server cannot take one of them now',
};

/** What is not with the server yet, and what it would not take: in sight wherever one is. */
export function WaitingBar() {
  const outbox = useOutbox();
  const [open, setOpen] = useState(false);
  const { waiting, notTaken, held, isFleeting } = outbox;
  const since = useShownSince();
  const isNothing = !notTaken.length && !(waiting.length && (held || isFleeting)) && since === null;
  const hasList = notTaken.length > 0 || waiting.length > 0;
  useEffect(() => {
    // With nothing left in it the list is put away: the next one opens when it is asked for.
    if (isNothing) setOpen(false);
  }, [isNothing]);
  const bar = useRef<HTMLDivElement>(null);
  const wasThere = useRef(!isNothing);
  useLayoutEffect(() => {
    // Further down the browser itself keeps what is looked at in its place; at the top it would move away under the finger.
    if (!isNothing && !wasThere.current && window.scrollY === 0) window.scrollBy(0, bar.current?.offsetHeight ?? 0);
    wasThere.current = !isNothing;
  }, [isNothing]);
  if (isNothing) return null;
  const waits = waiting.length === 1 ? '1 entry waits' : `${waiting.length} entries wait`;
  return (
    <Bar ref={bar} role="status" aria-label="Not sent yet">
      <span>
        {waiting.length > 0 && held ? `${WHY[held]}. ${waits} on this tablet.` : since !== null ? 'No connection.' : ''}
        {since !== null ? ` Shown as it was ${momentOf(since)}.` : ''}
        {notTaken.length > 0
          ? ` ${notTaken.length === 1 ? '1 entry was' : `${notTaken.length} entries were`} not saved.`
          : ''}
        {isFleeting ? ' This tablet’s storage is full: leave this page open until it is sent.' : ''}
      </span>
      {hasList && <Plain onPress={() => setOpen(true)}>Review</Plain>}
      {open && <WaitingList close={() => setOpen(false)} />}
    </Bar>
  );
}
