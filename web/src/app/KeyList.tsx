import { Dialog, Heading } from 'react-aria-components';
import styled from 'styled-components';
import { Plain } from '../ui/buttons';
import { DialogSheet, Veil } from '../ui/Overlay';
import { RadioButtons } from '../ui/RadioButtons';
import { useRemembered } from '../ui/remembered';

const LIST: [string, string][] = [
  ['/', 'Search doors'],
  ['n', 'New call: find its door'],
  ['Alt 1 … Alt 7', 'Stages of a call'],
  ['[  ]', 'Previous and next stage'],
  ['Space, Backspace', 'Count a stroke, take it back (turn counter)'],
  ['↑ ↓, Page Up, Page Down', 'Move the door (side view)'],
  ['Enter', 'The main action, while no field or button has the focus'],
  ['t', 'Theme: light, garage'],
  ['?', 'This list'],
];

const Keys = styled.dl`display: grid; grid-template-columns: auto 1fr; gap: 8px 20px; margin: 16px 0;
  dt { font-weight: 600; } dd { margin: 0; }`;

/** What every key does, and the switch of those that act alone. */
export function KeyList({ close }: { close: () => void }) {
  const [keys, setKeys] = useRemembered('keys', ['on', 'off']);
  return (
    <Veil isOpen onOpenChange={(next) => !next && close()} isDismissable>
      <DialogSheet>
        <Dialog>
          <Heading slot="title" level={2}>
            Keys
          </Heading>
          <Keys>
            {LIST.map(([key, what]) => (
              <div key={key} style={{ display: 'contents' }}>
                <dt>{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </Keys>
          <RadioButtons
            label="Single keys"
            flow
            value={keys}
            pick={setKeys}
            options={[
              { id: 'on', text: 'Single keys act' },
              { id: 'off', text: 'Switched off' },
            ]}
          />
          <p style={{ margin: '12px 0' }}>Alt with a digit, Space in the turn counter and arrows act in any case.</p>
          <Plain onPress={close}>Close the list</Plain>
        </Dialog>
      </DialogSheet>
    </Veil>
  );
}
