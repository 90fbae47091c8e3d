import { useSyncExternalStore } from 'react';
import { deviceStore } from '../api/deviceStore';

const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** A choice of this tablet's, kept between visits and the same wherever it is looked at; one of a few words. */
export function useRemembered<Word extends string>(name: string, words: readonly [Word, ...Word[]]) {
  const key = `north-hinge.${name}`;
  const kept = useSyncExternalStore(subscribe, () => deviceStore.getItem(key));
  const keep = (next: Word) => {
    deviceStore.setItem(key, next);
    for (const tell of listeners) tell();
  };
  return [words.find((one) => one === kept) ?? words[0], keep] as const;
}
