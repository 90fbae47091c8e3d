import { useEffect, useState, useSyncExternalStore } from 'react';

/** How many screens are shown that nobody is taken from: hands are on loaded parts. */
let shown = 0;
const listeners = new Set<() => void>();
const count = (by: number) => {
  shown += by;
  for (const listener of listeners) listener();
};
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Nobody is taken from this screen while it is shown: what the server says of the session waits until it is put away. */
export function useHoldOpen(): void {
  useEffect(() => {
    count(1);
    return () => count(-1);
  }, []);
}

/** The newest of a value; while a screen is held open, the one it was opened with. */
export function useUnlessHeld<T>(newest: T): T {
  const isHeld = useSyncExternalStore(subscribe, () => shown > 0);
  const [kept, keep] = useState(newest);
  if (!isHeld && kept !== newest) keep(() => newest);
  return isHeld ? kept : newest;
}
