import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { callTimelineQuery } from '../../api/queries';
import { LinkButton } from '../../ui/buttons';
import { Stack } from '../../ui/layout';
import { Loading, Trouble } from '../../ui/states';
import { clock, day } from '../../ui/words';
import type { Call } from '../useCall';

const List = styled.ol`margin: 0; padding: 0; list-style: none;
  li { display: grid; grid-template-columns: 56px 1fr auto; gap: 10px; padding: 6px 0; border-bottom: 1px solid var(--line); font-size: 16px; }
  time, small { color: var(--quiet); font-size: 15px; } h3 { padding-top: 10px; } s { color: var(--quiet); }`;

/** Every entry of the call, with who and when; what was taken back stands struck. */
export function WhatHappened({ call }: { call: Call }) {
  const [open, setOpen] = useState(false);
  return (
    <Stack $gap={4}>
      <LinkButton aria-expanded={open} onPress={() => setOpen(!open)}>
        What happened, entry by entry
      </LinkButton>
      {open && <Entries call={call} />}
    </Stack>
  );
}

function Entries({ call }: { call: Call }) {
  const found = useQuery(callTimelineQuery(call.call.key, call.call.entries));
  if (found.isPending) return <Loading />;
  if (found.isLoadingError) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  const { lines } = found.data;
  const begins = (place: number) => place === 0 || day(lines[place]?.at ?? '') !== day(lines[place - 1]?.at ?? '');
  return (
    <List>
      {lines.map((one, place) => (
        // An entry of an older shape may be two lines.
        <li key={`${one.entry} ${one.text}`}>
          {begins(place) && <h3 style={{ gridColumn: '1 / -1' }}>{day(one.at)}</h3>}
          <time>{clock(one.at)}</time>
          <span>{one.struck ? <s>{one.text}</s> : one.text}</span>
          <small>{one.by}</small>
        </li>
      ))}
    </List>
  );
}
