import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { TakeBack } from '../TakeBack';
import type { Call } from '../useCall';

const Row = styled.div`display: grid; grid-template-columns: 76px 1fr auto; align-items: center; gap: 8px; border-bottom: 1px solid var(--line); min-height: 48px;
  &.past { color: var(--quiet); }`;

export function ReadingRow({ one, call }: { one: Schemas['ReadingState']; call: Call }) {
  return (
    <Row className={one.current ? '' : 'past'}>
      <b>{one.height}</b>
      <span>
        {one.words}
        {one.current ? '' : one.before ? ' (as found)' : ' (before the last change)'}
      </span>
      {one.current && !call.state.closed ? (
        <TakeBack call={call} entry={one.entry} of={`the reading at ${one.height}`} />
      ) : (
        <span />
      )}
    </Row>
  );
}
