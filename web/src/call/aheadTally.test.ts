import { describe, expect, it } from 'vitest';
import { isSame, tallyOf } from './aheadTally';

type State = Parameters<typeof isSame>[0];
const state = (parts: object) => parts as State;
const stretch = (ids: string[], shown: State | null, size = ids.length) => ({
  since: 4,
  ids: new Set(ids),
  shown: shown && { size, state: shown },
});
const SAID = state({ complaint: 'heavy', met: ['a', 'b'], said_at: '2026-11-30T09:00:00.120Z' });

describe('what was shown before the answer', () => {
  it('is the answer whenever each thing was said, and in whichever order its names stand', () => {
    expect(isSame(SAID, state({ said_at: '2026-11-30T08:59:58+00:00', met: ['a', 'b'], complaint: 'heavy' }))).toBe(
      true,
    );
    expect(isSame(SAID, state({ ...SAID, met: ['b', 'a'] }))).toBe(false);
  });

  it('counts by the entry', () => {
    expect(tallyOf(stretch(['x', 'y'], SAID), { entries: 6, state: SAID })).toEqual({ as_answered: 2 });
    expect(tallyOf(stretch(['x'], SAID), { entries: 5, state: state({ complaint: 'stuck' }) })).toEqual({
      otherwise: 1,
    });
    expect(tallyOf(stretch(['x'], null), { entries: 5, state: SAID })).toEqual({ not_ahead: 1 });
  });

  it('counts what was shown of the first and not of the second as not shown', () => {
    expect(tallyOf(stretch(['x', 'y'], SAID, 1), { entries: 6, state: SAID })).toEqual({ not_ahead: 2 });
  });

  it('counts nothing where another device’s entry came between, or one was refused', () => {
    expect(tallyOf(stretch(['x'], SAID), { entries: 6, state: SAID })).toEqual({});
    expect(tallyOf(stretch(['x', 'y'], SAID), { entries: 5, state: SAID })).toEqual({});
  });
});
