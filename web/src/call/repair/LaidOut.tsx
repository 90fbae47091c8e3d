import { Checkbox, CheckboxGroup } from 'react-aria-components';
import styled from 'styled-components';
import { useDraft } from '../../ui/draft';
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

type Props = { step: string; parts: readonly string[] };

/** Parts laid out beside the door, ticked one by one; this tablet keeps the ticks until the call ends. */
export function LaidOut({ step, parts }: Props) {
  const [ticked, setTicked] = useDraft(`${step}.parts`);
  const there = ticked.split('\n');
  const found = parts.filter((one) => there.includes(one));
  return (
    <div>
      <Label>In the box</Label>
      <Ticks aria-label="In the box" value={found} onChange={(next) => setTicked(next.join('\n'))}>
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
