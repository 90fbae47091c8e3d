import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Caution, Label, Quiet, Stack } from '../../ui/layout';

const Bar = styled.div`height: 5px; background: var(--line); div { height: 100%; background: var(--ink); }`;
const Line = styled.li`display: grid; gap: 4px; padding-bottom: 6px; border-bottom: 1px solid var(--line);
  > div:first-child { display: flex; justify-content: space-between; gap: 12px; font: 600 19px 'Barlow Condensed', sans-serif; span:last-child { white-space: nowrap; } }`;
const List = styled.ol`list-style: none; margin: 0; padding: 0; display: grid; gap: 8px;`;
const SHOWN = 4;

/** What it could be, most likely first, each with what would confirm it; and what contradicts what. */
export function Suspects({ finding }: { finding: Schemas['Finding'] }) {
  return (
    <Stack $gap={8}>
      <Label>What it could be</Label>
      {finding.contradictions.map((one) => (
        <Caution key={`${one.check} ${one.against}`} role="alert">
          {one.says}
        </Caution>
      ))}
      <List>
        {finding.causes.slice(0, SHOWN).map((one) => (
          <Line key={one.cause}>
            <div>
              <span>{one.text}</span>
              <span>{one.confirmed ? '✓ confirmed' : `${Math.round(one.probability * 100)} %`}</span>
            </div>
            <Bar aria-hidden>
              <div style={{ width: `${one.probability * 100}%` }} />
            </Bar>
            <Quiet>{one.confirmed ? one.cure : `Confirms it: ${one.confirm}`}</Quiet>
          </Line>
        ))}
      </List>
    </Stack>
  );
}
