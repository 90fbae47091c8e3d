import { useState } from 'react';
import styled from 'styled-components';
import { LinkButton, Plain } from '../../ui/buttons';
import { Label, Stack } from '../../ui/layout';
import { RadioButtons } from '../../ui/RadioButtons';
import { feet } from '../../ui/words';
import type { Call } from '../useCall';
import { type Act, Acts, type Site } from './deeds';

const Heights = styled.div`display: flex; flex-wrap: wrap; gap: 6px; button { min-width: 64px; }`;
const WAYS = [
  { id: 'let_go', text: 'Let it go' },
  { id: 'pull', text: 'Hook gauge' },
] as const;

/** The door by hand to a height, let go or pulled there; and the proofs, tried. */
export function TryDoor({ site, call, act }: { site: Site; call: Call; act: Act }) {
  const [way, setWay] = useState<'let_go' | 'pull'>('let_go');
  const [isWhole, setIsWhole] = useState(false);
  return (
    <Stack $gap={8} role="group" aria-label="Try the door">
      <Label>The door, by hand to</Label>
      <RadioButtons label="What you do there" flow options={WAYS} value={way} pick={setWay} />
      <Heights>
        {site.heights_in.map((inches) => (
          <Plain key={inches} onPress={() => act(way, '', inches)}>
            {feet(inches)}
          </Plain>
        ))}
      </Heights>
      <Label>Try a proof</Label>
      <Acts>
        {call.state.proofs.slice(0, isWhole ? undefined : 2).map((one) => (
          <Plain key={one.id} onPress={() => act('prove', one.id)}>
            {one.title}
          </Plain>
        ))}
        <LinkButton aria-expanded={isWhole} onPress={() => setIsWhole(!isWhole)}>
          {isWhole ? 'Fewer proofs' : 'Every proof'}
        </LinkButton>
      </Acts>
    </Stack>
  );
}
