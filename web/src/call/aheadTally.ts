import { hashKey } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { client, data, type Schemas } from '../api/client';
import type { Waiting } from '../api/outbox';
import type { CallOut, Seen } from './ahead';

export type Tally = Schemas['AheadCount'];
type State = CallOut['state'];

const NONE: Tally = { as_answered: 0, otherwise: 0, not_ahead: 0 };
/** What was counted goes out so much later, in one piece. */
const SEND_MS = 60_000;

// The server's clock writes when something was said, and this device's may be another.
const MOMENT = /\d{4}-\d\d-\d\dT[\d:.]+(Z|\+00:00)/g;
const without = (state: State) => hashKey([state]).replaceAll(MOMENT, '');

/** Whether a call was shown as it is, but for when each thing was said. */
export const isSame = (shown: State, answered: State): boolean => without(shown) === without(answered);

/** What was entered while the last of it was not answered: since how many entries, which, and the call as it was shown with all of them. */
type Stretch = { since: number; ids: Set<string>; shown: { size: number; state: State } | null };

/** What a stretch of entries counts as, once nothing waits; nothing where another device's came between or one was refused. */
export function tallyOf(stretch: Stretch, answered: Pick<CallOut, 'entries' | 'state'>): Partial<Tally> {
  const { since, ids, shown } = stretch;
  if (answered.entries !== since + ids.size) return {};
  if (shown?.size !== ids.size) return { not_ahead: ids.size };
  return isSame(shown.state, answered.state) ? { as_answered: ids.size } : { otherwise: ids.size };
}

let tally = NONE;
let later: ReturnType<typeof setTimeout> | undefined;

function add(more: Partial<Tally>): void {
  for (const [name, number] of Object.entries(more) as [keyof Tally, number][])
    tally = { ...tally, [name]: tally[name] + number };
  if (tally !== NONE && !later) later = setTimeout(send, SEND_MS);
}

async function send(): Promise<void> {
  clearTimeout(later);
  later = undefined;
  const sent = tally;
  tally = NONE;
  // A count that does not arrive is let go: it is no entry. One that is sent as the page goes away may outlive it.
  if (sent !== NONE)
    await data(client.POST('/api/ahead/tally', { body: sent, keepalive: true })).catch(() => undefined);
}
globalThis.addEventListener?.('pagehide', () => void send());

/** Counts how often a call was shown beforehand as the server then answered. */
export function useAheadTally(call: CallOut | undefined, seen: Seen | null, waiting: readonly Waiting[]): void {
  const stretch = useRef<Stretch | null>(null);
  useEffect(() => {
    if (!call) return;
    if (waiting.length === 0) {
      if (stretch.current) add(tallyOf(stretch.current, call));
      stretch.current = null;
      return;
    }
    stretch.current ??= { since: call.entries, ids: new Set(), shown: null };
    const { ids } = stretch.current;
    for (const { id } of waiting) ids.add(id);
    if (seen?.unseen.length === 0) stretch.current.shown = { size: ids.size, state: seen.call.state };
  }, [call, seen, waiting]);
}
