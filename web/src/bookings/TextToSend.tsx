import { type ReactNode, useState } from 'react';
import styled from 'styled-components';
import { Plain } from '../ui/buttons';
import { Row, Stack } from '../ui/layout';

const Folded = styled.details`summary { cursor: pointer; min-height: 48px; display: flex; align-items: center; text-decoration: underline; }
  p { white-space: pre-line; border-left: 4px solid var(--line); padding-left: 12px; }`;

type Props = { text: string; title?: string; children?: ReactNode };

/** A text for the customer, to be copied into a message or sent; `title` says which. */
export function TextToSend({ text, title = 'Text for the customer', children }: Props) {
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
        <Row style={{ justifyContent: 'start' }}>
          <Plain onPress={copy}>Copy it</Plain>
          {children}
        </Row>
        <span role="status">{copied}</span>
      </Stack>
    </Folded>
  );
}
