import { QueryClient } from '@tanstack/react-query';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

// A database in memory: what is kept is looked at by its keys.
const kept = vi.hoisted(() => new Map<string, unknown>());
vi.mock('idb-keyval', () => ({
  createStore: () => undefined,
  entries: async () => [...kept].map(([key, value]) => [key, structuredClone(value)]),
  setMany: async (all: [string, unknown][]) => {
    for (const [key, value] of all) kept.set(key, structuredClone(value));
  },
  del: async (key: string) => kept.delete(key),
  clear: async () => kept.clear(),
  get: async () => undefined,
  set: async () => undefined,
}));

import { sessionQuery } from './queries';
import { keepSeen, recall } from './seenStore';

const as = (username: string | null, units = 'trade') =>
  ({ person: username === null ? null : { username, units }, shop: null }) as never;
const DAY = 24 * 60 * 60 * 1000;

let stop: () => void = () => undefined;
async function device(session: unknown, seen: Record<string, unknown>, more?: (queries: QueryClient) => void) {
  const queries = new QueryClient();
  await recall(queries);
  stop = keepSeen(queries);
  queries.setQueryData(sessionQuery.queryKey, session as never);
  for (const [key, value] of Object.entries(seen)) queries.setQueryData([key], value);
  more?.(queries);
  await vi.advanceTimersByTimeAsync(1000);
  stop();
  return queries;
}
async function opened(now?: number) {
  const queries = new QueryClient();
  await recall(queries, now);
  return queries;
}

beforeEach(() => {
  vi.useFakeTimers({ now: new Date('2026-11-30T10:00:00Z') });
  kept.clear();
});
afterEach(() => {
  stop();
  vi.useRealTimers();
});

describe('what was seen last', () => {
  it('is there again, and is asked for anew', async () => {
    await device(as('wren'), { door: { name: 'Net loft' } });
    const queries = await opened();
    expect(queries.getQueryData(['door'])).toEqual({ name: 'Net loft' });
    expect(queries.getQueryState(['door'])?.isInvalidated).toBe(true);
    expect(queries.getQueryData(sessionQuery.queryKey)?.person?.username).toBe('wren');
  });

  it('is gone with whoever saw it: signed out, or another one signed in', async () => {
    await device(as('wren'), { door: 1 }, (queries) => queries.setQueryData(sessionQuery.queryKey, as(null)));
    expect((await opened()).getQueryData(['door'])).toBeUndefined();
    await device(as('wren'), { door: 1 });
    await device(as('oskar'), { call: 2 });
    const queries = await opened();
    expect(queries.getQueryData(['door'])).toBeUndefined();
    expect(queries.getQueryData(['call'])).toBe(2);
    expect([...kept.keys()].filter((key) => key.includes('wren'))).toEqual([]);
  });

  it('is worded for its reader: in other units it is asked for', async () => {
    await device(as('wren'), { door: '9 ft' });
    await device(as('wren', 'metric'), {});
    expect((await opened()).getQueryData(['door'])).toBeUndefined();
  });

  it('keeps no code, nothing of nobody, nothing older than a month, nothing too large', async () => {
    await device(as(null), { door: 1 });
    await device(as('wren'), { code: 1, practice: 1, large: 'x'.repeat(3_000_000), door: 1 });
    expect([...kept.keys()].sort()).toEqual(['session', 'wren trade ["door"]']);
    expect((await opened(Date.now() + 31 * DAY)).getQueryData(['door'])).toBeUndefined();
  });

  it('lets the oldest go where there is no more room', async () => {
    const many = Object.fromEntries(Array.from({ length: 8 }, (_, place) => [`call ${place}`, 'x'.repeat(2_400_000)]));
    await device(as('wren'), many);
    const left = Object.keys(many).filter((key) => kept.has(`wren trade ["${key}"]`));
    expect(left).toHaveLength(8);
    const queries = await opened();
    expect(Object.keys(many).filter((key) => queries.getQueryData([key]) !== undefined)).toHaveLength(6);
    expect([...kept.keys()].filter((key) => key.includes('call'))).toHaveLength(6);
  });

  it('takes what was cut in half for nothing', async () => {
    await device(as('wren'), { door: 1, call: 2 });
    kept.set('wren trade ["door"]', undefined);
    const queries = await opened();
    expect([queries.getQueryData(['door']), queries.getQueryData(['call'])]).toEqual([undefined, 2]);
  });
});
