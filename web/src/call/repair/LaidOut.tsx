import { useState } from 'react';
import { Checkbox, CheckboxGroup } from 'react-aria-components';
import styled from 'styled-components';
import { deviceStore } from '../../api/deviceStore';
import { Label, Quiet } from '../../ui/layout';

const Ticks = styled(
  CheckboxGroup,
)`display: grid; gap: 4px; grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));`;
const Tick = styled(
  Checkbox,
)`display: flex; align-items: center; gap: 10px; min-height: 48px; font-size: 17px; cursor: pointer;
  &[data-focus-visible] { outline: 3px solid var(--action); outline-offset: 2px; }
  &[data-selected] { color: var(--quiet); }`;
const Box = styled.span`flex: none; width: 26px; height: 26px; border: 2px solid var(--ink); display: grid; place-content: center; font-weight: 700;`;

const kept = (key: string): string[] => {
  try {
    const found: unknown = JSON.parse(deviceStore.getItem(key) ?? '[]');
    return Array.isArray(found) ? found.filter((one) => typeof one === 'string') : [];
  } catch {
    return [];
  }
};

type Props = { call: string; step: string; parts: readonly string[] };

/** Parts laid out beside the door, ticked one by one; this tablet keeps the ticks while the call is on. */
export function LaidOut({ call, step, parts }: Props) {
  const key = `north-hinge.laid-out.${call}.${step}`;
  const [there, setThere] = useState(() => kept(key));
  const found = parts.filter((one) => there.includes(one));
  const keep = (next: string[]) => {
    deviceStore.setItem(key, JSON.stringify(next));
    setThere(next);
  };
  return (
    <div>
      <Label>In the box</Label>
      <Ticks aria-label="In the box" value={found} onChange={keep}>
        {parts.map((one) => (
          <Tick key={one} value={one}>
            {({ isSelected }) => (
              <>
                <Box aria-hidden="true">{isSelected ? '✓' : ''}</Box>
                {one}
              </>
            )}
          </Tick>
        ))}
      </Ticks>
      <Quiet role="status">
        {found.length === parts.length ? 'All there.' : `${found.length} of ${parts.length} laid out.`}
      </Quiet>
    </div>
  );
}
