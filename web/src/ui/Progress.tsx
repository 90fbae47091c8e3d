import styled from 'styled-components';
import { STAGES, type StageName } from './stageNames';

const Bar = styled.div`display: grid; gap: 4px; font-size: 15px; svg { display: block; width: 168px; max-width: 100%; }`;
const [WIDE, GAP] = [24, 28];

/** How far a call is: its stages as the sections of a door, those behind it filled, and the one it is to be taken up at. */
export function Progress({ stage }: { stage: StageName | '' }) {
  if (!stage) return null;
  const at = STAGES.findIndex((one) => one.name === stage);
  return (
    <Bar>
      <svg viewBox={`0 0 ${STAGES.length * GAP - GAP + WIDE} 12`} aria-hidden="true">
        {STAGES.map(({ name }, place) => (
          <rect
            key={name}
            x={place * GAP + 1}
            y="1"
            width={WIDE - 2}
            height="10"
            fill={place < at ? 'var(--action)' : 'var(--sheet)'}
            stroke={place <= at ? 'var(--action)' : 'var(--edge)'}
            strokeWidth={place === at ? 2 : 1}
          />
        ))}
      </svg>
      <span>
        Next: {STAGES[at]?.title} ({at + 1} of {STAGES.length})
      </span>
    </Bar>
  );
}
