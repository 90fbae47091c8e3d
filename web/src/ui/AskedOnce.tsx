import { useState } from 'react';
import { Plain } from './buttons';
import { Panel, Row } from './layout';

type Props = { label: string; says: string; confirm: string; act: () => void; isDisabled?: boolean };

/** What takes something away asks once, and says what happens. */
export function AskedOnce({ label, act, isDisabled = false, ...asking }: Props) {
  const [asked, setAsked] = useState(false);
  if (!asked)
    return (
      <Plain isDisabled={isDisabled} onPress={() => setAsked(true)}>
        {label}
      </Plain>
    );
  return (
    <Sure
      label={label}
      {...asking}
      cancel={() => setAsked(false)}
      act={() => {
        setAsked(false);
        act();
      }}
    />
  );
}

type SureProps = Omit<Props, 'isDisabled'> & { cancel: () => void };

/** The question itself. Cancel stands first: a second tap in the same place takes nothing away. */
export function Sure({ label, says, confirm, cancel, act }: SureProps) {
  return (
    <Panel role="group" aria-label={label}>
      <p role="status">{says}</p>
      <Row style={{ justifyContent: 'start' }}>
        <Plain autoFocus onPress={cancel}>
          Cancel
        </Plain>
        <Plain onPress={act}>{confirm}</Plain>
      </Row>
    </Panel>
  );
}
