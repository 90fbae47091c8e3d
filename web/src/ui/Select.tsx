import styled from 'styled-components';

const Box = styled.label`display: grid; gap: 4px; font-weight: 600;
  select { font: 600 18px Barlow, sans-serif; color: var(--ink); background: var(--sheet); border: 1px solid var(--edge); border-radius: 2px; min-height: 48px; padding: 6px 10px; width: 100%; }
  select:focus-visible { outline: 3px solid var(--action); }`;

type Props = {
  label: string;
  value: string;
  /** What it says while none is picked; without it one always is. */
  none?: string;
  options: readonly { id: string; text: string }[];
  pick: (id: string) => void;
};

/** One of a list that would be too long to lay out. */
export function Select({ label, value, none, options, pick }: Props) {
  return (
    <Box>
      {label}
      <select value={value} onChange={(event) => pick(event.target.value)}>
        {none !== undefined && <option value="">{none}</option>}
        {options.map((one) => (
          <option key={one.id} value={one.id}>
            {one.text}
          </option>
        ))}
      </select>
    </Box>
  );
}
