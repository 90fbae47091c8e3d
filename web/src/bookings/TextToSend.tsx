import { useState } from 'react';
import styled from 'styled-components';
import { Plain } from '../ui/buttons';
import { Stack } from '../ui/layout';

const Folded = styled.details`summary { cursor: pointer; min-height: 48px; display: flex; align-items: center; text-decoration: underline; }
  p { white-space: pre-line; border-left: 4px solid var(--line); padding-left: 12px; }`;

/** A text for the customer, to be copied into a message; `title` says which. */
export function TextToSend({ text, title = 'Text for the customer' }: { text: string; title?: string }) {
  const [copied, setCopied] = useState('');
  const copy = () =>
    navigator.clipboard.writeText(text).then(
      () => setCopied('Copied.'),
      () => setCopied('This browser does not let it be copied: mark the text by hand.'),
    );
  return (
    <Folded>
      <summary>{title}</summary>
      <Stack $gap={8}>
        <p>{text}</p>
        <Plain onPress={copy}>Copy it</Plain>
        <span role="status">{copied}</span>
      </Stack>
    </Folded>
  );
}
