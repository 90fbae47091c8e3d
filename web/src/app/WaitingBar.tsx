import { useQuery } from '@tanstack/react-query';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { Dialog, Heading } from 'react-aria-components';
import { Link } from 'react-router';
import styled from 'styled-components';
import { newId } from '../api/client';
import type { Held, NotTaken } from '../api/outbox';
import { knowledgeQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { entryWords, type Words, wordsOf } from '../ui/entryWords';
import { Quiet, Stack } from '../ui/layout';
import { DialogSheet, Veil } from '../ui/Overlay';
import { letGo, useOutbox } from '../ui/outbox';

const Bar = styled.div`position: sticky; top: 0; z-index: 6; display: flex; flex-wrap: wrap; gap: 6px 16px; align-items: center; justify-content: space-between;
  background: var(--caution-ground); color: var(--caution); border-bottom: 3px solid var(--caution); padding: 4px 14px; font-weight: 600;`;
const Item = styled.div`border-top: 1px solid var(--line); padding-top: 8px; display: grid; gap: 6px; b { font-weight: 600; }
  div { display: flex; gap: 8px; flex-wrap: wrap; }`;

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
  const words = wordsOf(useQuery(knowledgeQuery).data);
  const isNothing = !notTaken.length && !(waiting.length && (held || isFleeting));
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
        {waiting.length > 0 && held ? `${WHY[held]}. ${waits} on this tablet.` : ''}
        {notTaken.length > 0
          ? ` ${notTaken.length === 1 ? '1 entry was' : `${notTaken.length} entries were`} not saved.`
          : ''}
        {isFleeting ? ' This tablet’s storage is full: leave this page open until it is sent.' : ''}
      </span>
      <Plain onPress={() => setOpen(true)}>Review</Plain>
      <Veil isOpen={open} onOpenChange={setOpen} isDismissable>
        <DialogSheet>
          <Dialog>
            <Heading slot="title" level={2}>
              On this tablet
            </Heading>
            <Stack>
              {notTaken.map((one) => (
                <Refused
                  key={one.id}
                  one={one}
                  words={words}
                  again={() => outbox.again(one, newId())}
                  letGo={() => letGo(outbox, one)}
                />
              ))}
              {waiting.map((one) => (
                <Item key={one.id}>
                  <span>
                    <b>{one.door}</b>: {entryWords(one.body, words)}
                  </span>
                  <Quiet>waits to be sent</Quiet>
                </Item>
              ))}
              <Plain onPress={() => setOpen(false)}>Close the list</Plain>
            </Stack>
          </Dialog>
        </DialogSheet>
      </Veil>
    </Bar>
  );
}

type RefusedProps = { one: NotTaken; words: Words; again: () => void; letGo: () => void };

function Refused({ one, words, again, letGo }: RefusedProps) {
  return (
    <Item>
      <span>
        <b>{one.door}</b>: {entryWords(one.body, words)}
      </span>
      <span>Not saved: {one.problem.message}</span>
      <div>
        <Plain onPress={again}>Enter it again</Plain>
        <Plain onPress={letGo}>Discard</Plain>
        <Link to={`/calls/${one.call}`}>Open the call</Link>
      </div>
    </Item>
  );
}
