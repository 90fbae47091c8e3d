import { useState } from 'react';
import styled from 'styled-components';
import { newId, type Schemas } from '../api/client';
import { Plain } from '../ui/buttons';
import { Label, Quiet, Stack, Table } from '../ui/layout';
import { Refused } from '../ui/states';
import { Several } from './Several';
import { type Move, useMove } from './useMove';

const Count = styled.td`width: 64px; font: 600 24px 'Barlow Condensed', sans-serif; white-space: nowrap; &.none { color: var(--stop); }`;
const Middle = styled(Table)`td { vertical-align: middle; }`;
const Few = styled.td`white-space: nowrap; text-align: right; button { min-width: 56px; margin-left: 6px; }`;

type Props = { title: string; items: Schemas['ItemOut'][]; van: number; others: Schemas['VanRow'][] };

/** The items of a van of one kind, each with what can be done with it: one out, one in, counted, passed on. */
export function Items({ title, items, van, others }: Props) {
  if (!items.length) return null;
  return (
    <Stack role="group" aria-label={title}>
      <Label>{title}</Label>
      <Middle>
        <tbody>
          {items.map((one) => (
            <Item key={one.key} one={one} van={van} others={others} />
          ))}
        </tbody>
      </Middle>
    </Stack>
  );
}

type ItemProps = { one: Schemas['ItemOut']; van: number; others: Schemas['VanRow'][] };

function Item({ one, van, others }: ItemProps) {
  const move = useMove();
  const [isOpen, setOpen] = useState(false);
  const by = (why: Move['why']) => move.mutate({ id: newId(), why, pieces: 1, item: one.key, part: '', van });
  return (
    <tr>
      <Count className={one.pieces ? '' : 'none'}>{one.pieces}</Count>
      <td>
        {one.words}
        {one.kept_for.length > 0 && (
          <Quiet>
            {one.kept_for.length} kept for {[...new Set(one.kept_for)].join(', ')}
          </Quiet>
        )}
        {move.isError && <Refused wrong={move.error} />}
        {isOpen && <Several one={one} van={van} others={others} done={() => setOpen(false)} />}
      </td>
      <Few>
        <Plain
          aria-label={`One out: ${one.words}`}
          isDisabled={move.isPending || !one.pieces}
          onPress={() => by('taken_out')}
        >
          −1
        </Plain>
        <Plain aria-label={`One in: ${one.words}`} isDisabled={move.isPending} onPress={() => by('restocked')}>
          +1
        </Plain>
        <Plain aria-label={`Several: ${one.words}`} aria-expanded={isOpen} onPress={() => setOpen(!isOpen)}>
          …
        </Plain>
      </Few>
    </tr>
  );
}
