import { useState } from 'react';
import { deviceStore } from '../api/deviceStore';

/** A choice of this tablet's, kept between visits; one of a few words. */
export function useRemembered<Word extends string>(name: string, words: readonly [Word, ...Word[]]) {
  const key = `north-hinge.${name}`;
  const [word, setWord] = useState<Word>(() => {
    const kept = deviceStore.getItem(key);
    return words.find((one) => one === kept) ?? words[0];
  });
  const keep = (next: Word) => {
    deviceStore.setItem(key, next);
    setWord(next);
  };
  return [word, keep] as const;
}
