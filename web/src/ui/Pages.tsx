import type { ReactNode } from 'react';
import { Plain } from './buttons';
import { Row } from './layout';

type Props = { at: { before: string; after: string }; show: (mark: string) => void; children?: ReactNode };

/** The pages before and after, where there are any. */
export function Pages({ at, show, children }: Props) {
  if (!at.before && !at.after) return <p aria-live="polite">{children}</p>;
  return (
    <Row as="nav" aria-label="Pages">
      <Plain isDisabled={!at.before} onPress={() => show(at.before)}>
        Page before
      </Plain>
      <span aria-live="polite">{children}</span>
      <Plain isDisabled={!at.after} onPress={() => show(at.after)}>
        Next page
      </Plain>
    </Row>
  );
}
