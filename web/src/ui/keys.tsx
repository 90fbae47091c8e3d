import { useEffect, useRef, useState } from 'react';
import { Dialog, Heading } from 'react-aria-components';
import styled from 'styled-components';
import { deviceStore } from '../api/deviceStore';
import { Plain } from './buttons';
import { DialogSheet, Veil } from './Overlay';
import { RadioButtons } from './RadioButtons';
import { useRemembered } from './remembered';

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

function typing(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement;
  // A switch is an input too, but nobody types into it.
  return at.isContentEditable || at.matches('textarea, select, input:not([type=checkbox], [type=radio])');
}

/** The name of what was pressed. With Alt a digit goes by its key: what it would write differs between keyboards. */
function pressed(event: KeyboardEvent): string {
  return event.altKey ? `Alt+${event.code.replace('Digit', '')}` : event.key;
}

/** Space and Enter on what can be pressed press it, and do nothing else. */
function presses(event: KeyboardEvent): boolean {
  return (
    [' ', 'Enter'].includes(event.key) &&
    (event.target as HTMLElement).closest('button, a, input, summary, [role=radio]') !== null
  );
}

const SWITCH = 'north-hinge.keys';
/** Whether single letters and signs act; some speech input types them unasked. */
const singleKeysAct = () => deviceStore.getItem(SWITCH) !== 'off';

/** Single keys that act anywhere, but never while typing; a digit alone is never one of them, and they can be switched off. */
export function useKey(actions: Record<string, () => void>): void {
  const latest = useRef(actions);
  latest.current = actions;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || presses(event) || (typing(event) && !event.altKey)) return;
      const action = latest.current[pressed(event)];
      if (!action || (event.key.length === 1 && event.key !== ' ' && !event.altKey && !singleKeysAct())) return;
      event.preventDefault();
      action();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

export function useKeys(actions: Record<string, () => void>) {
  const [open, setOpen] = useState(false);
  const show = () => setOpen(true);
  useKey({ ...actions, '?': show });
  return { open, show, close: () => setOpen(false) };
}

export function KeyList({ open, close }: { open: boolean; close: () => void }) {
  const [keys, setKeys] = useRemembered('keys', ['on', 'off']);
  return (
    <Veil isOpen={open} onOpenChange={(next) => !next && close()} isDismissable>
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
