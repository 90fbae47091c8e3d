import type { ReactNode } from 'react';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import { toggle } from './buttons';

const Group = styled(ToggleButtonGroup)`display: grid; gap: 8px; &.flow { display: flex; flex-wrap: wrap; gap: 6px; }
  &.flow button { width: auto; min-height: 48px; padding-inline: 14px; }`;
const One = styled(ToggleButton)`${toggle}`;

type Props<Id extends string> = {
  label: string;
  options: readonly { id: Id; text: ReactNode }[];
  value: Id | null;
  pick: (id: Id) => void;
  isDisabled?: boolean;
  /** Side by side as far as they go, instead of one under another. */
  flow?: boolean;
};

/** One of several: arrow keys go from one to the next, touch, Space or Enter picks. */
export function RadioButtons<Id extends string>({
  label,
  options,
  value,
  pick,
  isDisabled = false,
  flow = false,
}: Props<Id>) {
  return (
    <Group
      aria-label={label}
      className={flow ? 'flow' : ''}
      orientation={flow ? 'horizontal' : 'vertical'}
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={value === null ? [] : [value]}
      onSelectionChange={(keys) => {
        const [picked] = [...keys];
        if (picked !== undefined) pick(picked as Id);
      }}
      isDisabled={isDisabled}
    >
      {options.map((one) => (
        <One key={one.id} id={one.id}>
          {one.text}
        </One>
      ))}
    </Group>
  );
}
