import { useQuery } from '@tanstack/react-query';
import { Dialog, Heading } from 'react-aria-components';
import { Link } from 'react-router';
import styled from 'styled-components';
import { newId } from '../api/client';
import type { NotTaken } from '../api/outbox';
import { knowledgeQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { entryWords, type Words, wordsOf } from '../ui/entryWords';
import { Quiet, Stack } from '../ui/layout';
import { DialogSheet, Veil } from '../ui/Overlay';
import { letGo, useOutbox } from '../ui/outbox';

const Item = styled.div`border-top: 1px solid var(--line); padding-top: 8px; display: grid; gap: 6px; b { font-weight: 600; }
  div { display: flex; gap: 8px; flex-wrap: wrap; }`;

/** Every entry of this tablet that waits or was refused, each with what can be done about it. */
export function WaitingList({ close }: { close: () => void }) {
  const outbox = useOutbox();
  const words = wordsOf(useQuery(knowledgeQuery).data);
  return (
    <Veil isOpen onOpenChange={(next) => !next && close()} isDismissable>
      <DialogSheet>
        <Dialog>
          <Heading slot="title" level={2}>
            On this tablet
          </Heading>
          <Stack>
            {outbox.notTaken.map((one) => (
              <Refused
                key={one.id}
                one={one}
                words={words}
                again={() => outbox.again(one, newId())}
                letGo={() => letGo(outbox, one)}
              />
            ))}
            {outbox.waiting.map((one) => (
              <Item key={one.id}>
                <span>
                  <b>{one.door}</b>: {one.booking ? 'the call begun' : entryWords(one.body, words)}
                </span>
                <Quiet>waits to be sent</Quiet>
              </Item>
            ))}
            <Plain onPress={close}>Close the list</Plain>
          </Stack>
        </Dialog>
      </DialogSheet>
    </Veil>
  );
}

type RefusedProps = { one: NotTaken; words: Words; again: () => void; letGo: () => void };

function Refused({ one, words, again, letGo }: RefusedProps) {
  return (
    <Item>
      <span>
        <b>{one.door}</b>: {one.booking ? 'the call begun' : entryWords(one.body, words)}
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
