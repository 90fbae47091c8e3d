import { describe, expect, it } from 'vitest';
import type { Body, Waiting } from '../api/outbox';
import { ahead, type CallAhead, type CallOut, saidOf } from './ahead';
import { patched } from './patched';

const entry = (id: string, body: Body): Waiting => ({
  place: Date.UTC(2026, 10, 30, 10, 0),
  person: 'wren',
  call: 'call',
  door: 'Net loft',
  id,
  body,
});
const gate = (name: string, met = true): Body => ({ kind: 'gate', gate: name, met });
const stroke = (from_count: number, to_count: number): Body => ({ kind: 'moved', part: 'left', from_count, to_count });
const replace = (path: string, value: unknown) => ({ op: 'replace' as const, path, value });
const step = (after: number, said: Body, changes: Record<string, unknown>, shown = true) => ({
  after,
  said: saidOf(said),
  shown,
  changes: changes as never,
});

const KNOWN = {
  entries: 5,
  finding: { sentence: 'nothing' },
  procedures: { procedures: [] },
  balance: null,
  steps: [
    step(-1, gate('power_off'), {
      state: [
        replace('/safety', 'off'),
        replace('/gates/0', { by: '⟨by⟩', at: '9999-12-31T23:00:01+00:00', entry: 'ahead-entry-0001' }),
      ],
      finding: [replace('/sentence', 'something')],
    }),
    step(0, gate('clear'), { state: [replace('/gates/1', { by: '⟨by⟩', entry: 'ahead-entry-0002' })] }),
    step(1, stroke(2, 1), {}, false),
    step(2, stroke(1, 0), { state: [replace('/count', 0)] }),
  ],
} as unknown as CallAhead;
const CALL = { entries: 5, state: { safety: 'on', gates: [{}, {}], count: 2 } } as unknown as CallOut;
const shown = (call: CallOut, since: Waiting[]) => {
  const seen = ahead(call, KNOWN, since, since.slice(call.entries - KNOWN.entries), 'Wren');
  return (
    seen && {
      ...(seen.call.state as object),
      entries: seen.call.entries,
      unseen: seen.unseen.map((one) => one.id),
      goesOn: seen.goesOn,
    }
  );
};
const first = entry('entry-a', gate('power_off'));
const second = entry('entry-b', gate('clear'));

describe('what was worked out ahead', () => {
  it('shows what waits as the server will, in the name and under the id of whoever said it', () => {
    const seen = ahead(CALL, KNOWN, [first], [first], 'Wren');
    expect(seen?.call.entries).toBe(5);
    expect(seen?.call.state).toEqual({
      safety: 'off',
      gates: [{ by: 'Wren', at: '2026-11-30T10:00:00.000+00:00', entry: 'entry-a' }, {}],
      count: 2,
    });
    expect(seen?.answers.finding).toEqual({ sentence: 'something' });
    expect(CALL.state).toEqual({ safety: 'on', gates: [{}, {}], count: 2 });
  });

  it('takes any name for a name, whatever is in it', () => {
    for (const name of ['Ann "Red" O\'Neil', 'back\\slash', '$& and $1', 'ahead-entry-0001'])
      expect(ahead(CALL, KNOWN, [first], [first], name)?.call.state).toMatchObject({ gates: [{ by: name }, {}] });
  });

  it('goes on from where the server has come to, without a word from it', () => {
    const taken = {
      entries: 6,
      state: { safety: 'off, says the server', gates: [{}, {}], count: 2 },
    } as unknown as CallOut;
    expect(shown(taken, [first, second])).toMatchObject({
      entries: 6,
      safety: 'off, says the server',
      unseen: [],
      goesOn: true,
    });
    expect(ahead(taken, KNOWN, [first, second], [second], 'Wren')?.answers.finding).toEqual({ sentence: 'something' });
  });

  it('is worth nothing once anything else came between', () => {
    expect(ahead({ ...CALL, entries: 6 }, KNOWN, [], [], 'Wren')).toBeNull();
    expect(ahead({ ...CALL, entries: 4 }, KNOWN, [], [], 'Wren')).toBeNull();
    expect(ahead({ ...CALL, entries: 6 }, KNOWN, [second], [], 'Wren')).toBeNull();
  });

  it('is worth nothing where another device’s entry came in the place of one that waits here', () => {
    const other = { ...CALL, entries: 6 };
    expect(ahead(other, KNOWN, [first], [first], 'Wren')).toBeNull();
    expect(ahead(other, KNOWN, [first], [], 'Wren')).not.toBeNull();
  });

  it('goes on past a photo and a part, which wait to be seen', () => {
    const photo = entry('entry-p', { kind: 'photographed', photo: 'p', of: '', caption: '' });
    expect(shown(CALL, [first, photo, second])).toMatchObject({ safety: 'off', unseen: ['entry-p'], goesOn: true });
    expect(shown({ ...CALL, entries: 7 }, [first, photo, second])).toMatchObject({ unseen: [] });
    expect(shown(CALL, [photo])).toMatchObject({ safety: 'on', unseen: ['entry-p'] });
  });

  it('leaves what it did not think of to wait, with all after it', () => {
    expect(shown(CALL, [second, first])).toMatchObject({ entries: 5, unseen: ['entry-b', 'entry-a'] });
    expect(shown(CALL, [first, entry('entry-c', gate('clear', false)), second])).toMatchObject({
      safety: 'off',
      unseen: ['entry-c', 'entry-b'],
    });
  });

  it('leaves strokes to the counter until the last of them, however large they were', () => {
    const [half, quarter] = [entry('entry-h', stroke(2, 0)), entry('entry-q', stroke(2, 1))];
    expect(shown(CALL, [first, second, quarter])).toMatchObject({ count: 2, unseen: ['entry-q'] });
    expect(shown(CALL, [first, second, quarter, entry('entry-r', stroke(1, 0))])).toMatchObject({
      count: 0,
      entries: 5,
    });
    expect(shown(CALL, [first, second, half])).toMatchObject({ count: 0, unseen: [], goesOn: false });
  });
});

describe('steps said together', () => {
  it('are seen as if they had been said one after another', () => {
    const said = (...steps: string[]): Body => ({ kind: 'stepped', steps, done: true });
    const signed = (place: number) => ({ state: [replace(`/done/${place}`, `ahead-entry-000${place + 1}`)] });
    const known = { ...KNOWN, steps: [step(-1, said('a'), signed(0)), step(0, said('b'), signed(1))] } as CallAhead;
    const call = { entries: 5, state: { done: ['', ''] } } as unknown as CallOut;
    const both = [entry('entry-s', said('a', 'b'))];
    const seen = ahead(call, known, both, both, 'Wren');
    expect(seen?.call.state).toEqual({ done: ['entry-s', 'entry-s'] });
    expect(seen?.unseen).toEqual([]);
  });
});

describe('a command', () => {
  it('is written as the server writes it', () => {
    expect(saidOf({ kind: 'reading', reading: { outcome: 'holds', height_in: 42 } })).toBe(
      '{"kind":"reading","reading":{"height_in":42,"outcome":"holds"}}',
    );
    expect(saidOf({ kind: 'found', note: '', cause: 'dry' })).toBe('{"cause":"dry","kind":"found"}');
  });
});

describe('a patch', () => {
  it('touches nothing else', () => {
    const before = { a: { b: [1, { 'c/d': 2 }] }, other: { kept: true } };
    const after = patched(before, [replace('/a/b/1/c~1d', 3), { op: 'add', path: '/e', value: null }] as never);
    expect(after).toEqual({ a: { b: [1, { 'c/d': 3 }] }, other: { kept: true }, e: null });
    expect(after.other).toBe(before.other);
    expect(patched(before, [{ op: 'remove', path: '/other' }] as never)).toEqual({ a: before.a });
    expect(patched(before, [replace('', 5)] as never)).toBe(5);
  });
});
