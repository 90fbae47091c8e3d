import { useEffect, useRef, useState } from 'react';
import { deviceStore } from '../api/deviceStore';

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
