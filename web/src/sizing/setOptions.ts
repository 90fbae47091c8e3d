import { useState } from 'react';
import type { Schemas } from '../api/client';

export type SetOptions = Partial<Schemas['SizeOptions']>;
/** `isFirst`: nothing was asked of the list yet. */
export type AskedSets = { options: SetOptions; ask: (more: SetOptions) => void; isFirst: boolean };

/** How many sets stand on a page of the table. */
export const PAGE = 10;

/** What is asked of the list of sets: its limits, its order, the page of it, and the one picked by name. */
export function useSetOptions(option = ''): AskedSets {
  const first = { option, most: PAGE };
  const [options, setOptions] = useState<SetOptions>(first);
  // Whatever narrows or orders the list begins it anew; turning a page or picking a set does not.
  const ask = (more: SetOptions) =>
    setOptions({ ...options, ...('skip' in more || 'option' in more ? {} : { skip: 0 }), ...more });
  return { options, ask, isFirst: !option && Object.keys(options).length === Object.keys(first).length };
}
