import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Plain } from '../../ui/buttons';
import { feet } from '../../ui/words';
import type { Call } from '../useCall';
import { OUTCOMES } from './outcomes';

const Row = styled.div`display: grid; grid-template-columns: 76px 1fr auto; align-items: center; gap: 8px; border-bottom: 1px solid var(--line); min-height: 48px;
  &.past { color: var(--quiet); }`;

export function ReadingRow({ one, call }: { one: Schemas['ReadingState']; call: Call }) {
  const { reading } = one;
  const outcome = OUTCOMES.find((known) => known.id === reading.outcome);
  const says = outcome ? `${outcome.mark} ${outcome.text}` : `${reading.force_lb} lb ${reading.direction}`;
  const withdrawing = call.waiting.some((entry) => entry.body.kind === 'withdrawn' && entry.body.entry === one.entry);
  return (
    <Row className={one.current ? '' : 'past'}>
      <b>{feet(reading.height_in)}</b>
      <span>
        {says}
        {one.current ? '' : ' (before the last change)'}
      </span>
      {one.current && !call.state.closed ? (
        <Plain
          isDisabled={withdrawing}
          aria-label={`Take back the reading at ${feet(reading.height_in)}`}
          onPress={() => call.enter({ kind: 'withdrawn', entry: one.entry, reason: 'entered by mistake' })}
        >
          Take back
        </Plain>
      ) : (
        <span />
      )}
    </Row>
  );
}
