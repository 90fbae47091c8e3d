import { ToggleButton } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { toggle } from '../../ui/buttons';
import { Label, Stack } from '../../ui/layout';

const Flow = styled.div`display: flex; flex-wrap: wrap; gap: 6px; button { width: auto; min-height: 48px; padding-inline: 14px; font-size: 17px; }`;
const Switch = styled(ToggleButton)`${toggle}`;

type Props = { facts: Schemas['FactState'][]; set: (fact: string, holds: boolean) => void; isDisabled: boolean };

/** What is known besides: each makes some causes likelier. */
export function FactSwitches({ facts, set, isDisabled }: Props) {
  return (
    <Stack $gap={6}>
      <Label>What else do you know?</Label>
      <Flow>
        {facts.map((one) => (
          <Switch key={one.id} isSelected={one.holds} onChange={(holds) => set(one.id, holds)} isDisabled={isDisabled}>
            {one.text}
          </Switch>
        ))}
      </Flow>
    </Stack>
  );
}
