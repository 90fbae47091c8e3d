import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Plain } from '../../ui/buttons';
import type { Call } from '../useCall';

const Row = styled.div`display: grid; grid-template-columns: 76px 1fr auto; align-items: center; gap: 8px; border-bottom: 1px solid var(--line); min-height: 48px;
  &.past { color: var(--quiet); }`;

export function ReadingRow({ one, call }: { one: Schemas['ReadingState']; call: Call }) {
  const withdrawing = call.waiting.some((entry) => entry.body.kind === 'withdrawn' && entry.body.entry === one.entry);
  return (
    <Row className={one.current ? '' : 'past'}>
      <b>{one.height}</b>
      <span>
        {one.words}
        {one.current ? '' : one.before ? ' (as found)' : ' (before the last change)'}
      </span>
      {one.current && !call.state.closed ? (
        <Plain
          isDisabled={withdrawing}
          aria-label={`Take back the reading at ${one.height}`}
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
