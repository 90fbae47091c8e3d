import { useState } from 'react';
import { newId, type Schemas } from '../api/client';
import { Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Panel, Row } from '../ui/layout';
import { Refused } from '../ui/states';
import { type Move, useMove } from './useMove';

type Props = { one: Schemas['ItemOut']; van: number; others: Schemas['VanRow'][]; done: () => void };

/** More than one piece at once: counted anew, restocked, or passed on to another van. */
export function Several({ one, van, others, done }: Props) {
  const move = useMove();
  const [pieces, setPieces] = useState(String(one.pieces));
  // A second touch after a lost answer is the same move.
  const [id] = useState(newId);
  const isReady = /^\d{1,4}$/.test(pieces.trim()) && !move.isPending;
  const send = (what: Pick<Move, 'why' | 'to'>) =>
    move.mutate({ id, pieces: Number(pieces), item: one.key, part: '', van, ...what }, { onSuccess: done });
  return (
    <Panel role="group" aria-label={`Several of ${one.words}`}>
      <Field label="Pieces" value={pieces} onChange={setPieces} inputMode="numeric" />
      <Row style={{ justifyContent: 'start' }}>
        <Plain isDisabled={!isReady} onPress={() => send({ why: 'counted' })}>
          So many are there
        </Plain>
        <Plain isDisabled={!isReady} onPress={() => send({ why: 'restocked' })}>
          So many came
        </Plain>
        {others.map(({ number, name }) => (
          <Plain key={number} isDisabled={!isReady} onPress={() => send({ why: 'passed_on', to: number })}>
            To {name}
          </Plain>
        ))}
      </Row>
      {move.isError && <Refused wrong={move.error} />}
    </Panel>
  );
}
