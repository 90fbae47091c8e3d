import { useMemo, useRef, useState } from 'react';
import { personHere } from '../api/client';
import { deviceStore } from '../api/deviceStore';

/** What one types is nobody else's to see on the same tablet. */
const keyOf = (path: string) => `north-hinge.draft.${personHere()}.${path}`;
type Next = string | ((typed: string) => string);

/**
 * What is being typed on a page, kept on this tablet until it is entered or emptied: it outlives another stage, a reload, a flat
 * battery. `name` says in which field of the page; the third of what is given back forgets it once it was entered.
 */
export function useDraft(name: string, initial = ''): readonly [string, (next: Next) => void, () => void] {
  const { current: key } = useRef(`${keyOf(window.location.pathname)}.${name}`);
  const [typed, setTyped] = useState(() => deviceStore.getItem(key) ?? initial);
  const latest = useRef(typed);
  const forget = () => deviceStore.removeItem(key);
  const keep = (next: Next) => {
    latest.current = typeof next === 'string' ? next : next(latest.current);
    if (latest.current === initial || latest.current === '') forget();
    else deviceStore.setItem(key, latest.current);
    setTyped(latest.current);
  };
  return [typed, keep, forget];
}

/** The same for a form: all its fields, kept together. */
export function useFormDraft<Typed extends object>(name: string, initial: Typed) {
  const [kept, keep] = useDraft(name);
  const typed = useMemo((): Typed => ({ ...initial, ...read<Typed>(kept) }), [initial, kept]);
  const set = (part: Partial<Typed>) => keep((before) => JSON.stringify({ ...read<Typed>(before), ...part }));
  const clear = () => keep('');
  return [typed, set, clear] as const;
}

function read<Typed>(kept: string): Partial<Typed> {
  try {
    return kept ? (JSON.parse(kept) as Partial<Typed>) : {};
  } catch {
    return {}; // cut in half as the battery died
  }
}

/** Nothing that whoever is here typed under a path is kept any longer. */
export function forgetDrafts(path: string): void {
  const names = Array.from({ length: deviceStore.length }, (_, place) => deviceStore.key(place) ?? '');
  for (const name of names.filter((one) => one.startsWith(keyOf(path)))) deviceStore.removeItem(name);
}
