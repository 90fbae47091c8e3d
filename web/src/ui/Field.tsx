import type { Ref } from 'react';
import { FieldError, Input, Label, Text, TextArea, TextField, type TextFieldProps } from 'react-aria-components';
import styled from 'styled-components';

/** A day and hour is wider than a phone in some letters: it gives way. */
const Box = styled(TextField)`display: grid; grid-template-columns: minmax(0, 1fr); gap: 4px; min-width: 0;`;
const Name = styled(Label)`font-weight: 600;`;
const Hint = styled(Text)`color: var(--quiet); font-size: 15px;`;
const entry = `font: 600 20px Barlow, sans-serif; color: var(--ink); background: var(--sheet); border: 1px solid var(--edge); border-radius: 2px; min-height: 48px; padding: 6px 12px; width: 100%;`;
const Entry = styled(Input)`${entry}`;
const Area = styled(TextArea)`${entry} min-height: 84px; font-size: 17px;`;
const Mistake = styled(FieldError)`color: var(--stop); font-weight: 600; font-size: 15px;`;

type Props = TextFieldProps & {
  label: string;
  hint?: string;
  mistake?: string;
  long?: boolean;
  inputRef?: Ref<HTMLInputElement>;
};

export function Field({ label, hint, mistake, long, inputRef, ...rest }: Props) {
  return (
    <Box {...rest} isInvalid={Boolean(mistake)} validationBehavior="aria">
      <Name>{label}</Name>
      {long ? <Area /> : <Entry ref={inputRef} />}
      {hint && <Hint slot="description">{hint}</Hint>}
      <Mistake>{mistake}</Mistake>
    </Box>
  );
}
