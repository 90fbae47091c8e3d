import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { client, data, newId, Refusal, type Schemas } from '../api/client';
import { type Body, flush, Outbox, type Waiting } from '../api/outbox';
import { callQuery } from '../api/queries';

export type CallOut = Schemas['CallOut'];
export type Enter = (body: Body) => void;
export type RefusedEntry = { entry: Waiting; wrong: Refusal };
export type Call = {
  call: CallOut;
  state: Schemas['CallState'];
  enter: Enter;
  waiting: readonly Waiting[];
  offline: boolean;
  refused: RefusedEntry | null;
  forgive: () => void;
};

const RETRY_MS = 2_000;
const isRefusal = (wrong: unknown) => wrong instanceof Refusal;

/** A call, and the way to enter things on it: kept on the tablet until the server has them. */
export function useCall(key: string) {
  const queries = useQueryClient();
  const query = useQuery(callQuery(key));
  const outbox = useMemo(() => new Outbox(key, localStorage), [key]);
  const waiting = useSyncExternalStore(outbox.subscribe, outbox.snapshot);
  const [offline, setOffline] = useState(false);
  const [refused, setRefused] = useState<RefusedEntry | null>(null);
  const sending = useRef(false);

  const send = useCallback(
    async (entry: Waiting) => {
      const call = await data(client.POST('/api/calls/{key}/entries', { params: { path: { key } }, body: entry }));
      // A poll answered meanwhile may be older than this answer.
      await queries.cancelQueries({ queryKey: callQuery(key).queryKey });
      queries.setQueryData(callQuery(key).queryKey, call);
    },
    [key, queries],
  );

  const sendAll = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    const ended = await flush(outbox, send, isRefusal, (entry, wrong) => {
      setRefused({ entry, wrong: wrong as Refusal });
      queries.invalidateQueries({ queryKey: callQuery(key).queryKey });
    });
    sending.current = false;
    setOffline(ended === 'offline');
  }, [key, outbox, queries, send]);

  useEffect(() => {
    if (!waiting.length) return;
    void sendAll();
    const again = setInterval(() => void sendAll(), RETRY_MS);
    return () => clearInterval(again);
  }, [waiting, sendAll]);

  const enter = useCallback(
    (body: Body) => {
      setRefused(null);
      outbox.add({ id: newId(), body });
    },
    [outbox],
  );
  return { query, waiting, offline, refused, enter, forgive: () => setRefused(null) };
}
