import { describe, expect, it } from 'vitest';
import { flush, Outbox, type Waiting } from './outbox';

const stroke = (from: number): Waiting => ({
  id: `stroke-${from}`,
  body: { kind: 'counted', spring: 'left', from_quarter: from, to_quarter: from + 1 },
});

function store() {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  };
}

class Refused extends Error {}
const isRefusal = (wrong: unknown) => wrong instanceof Refused;
const none = () => {};

describe('outbox', () => {
  it('keeps what waits through a reload, in order', () => {
    const kept = store();
    const before = new Outbox('call', kept);
    before.add(stroke(0));
    before.add(stroke(1));
    expect(new Outbox('call', kept).waiting.map((one) => one.id)).toEqual(['stroke-0', 'stroke-1']);
  });

  it('takes an entry once', () => {
    const box = new Outbox('call', store());
    box.add(stroke(0));
    box.add(stroke(0));
    expect(box.waiting).toHaveLength(1);
  });

  it('loses nothing when the connection breaks in the middle, and sends the rest later', async () => {
    const box = new Outbox('call', store());
    for (const from of [0, 1, 2]) box.add(stroke(from));
    const sent: string[] = [];
    let connected = true;
    const send = async (entry: Waiting) => {
      if (!connected) throw new TypeError('no connection');
      sent.push(entry.id);
      connected = sent.length !== 1;
    };
    expect(await flush(box, send, isRefusal, none)).toBe('offline');
    expect(box.waiting.map((one) => one.id)).toEqual(['stroke-1', 'stroke-2']);
    connected = true;
    expect(await flush(box, send, isRefusal, none)).toBe('empty');
    expect(sent).toEqual(['stroke-0', 'stroke-1', 'stroke-2']);
  });

  it('drops a refused entry, tells it, and goes on', async () => {
    const box = new Outbox('call', store());
    for (const from of [0, 1]) box.add(stroke(from));
    const told: string[] = [];
    await flush(
      box,
      async (entry) => {
        if (entry.id === 'stroke-0') throw new Refused();
      },
      isRefusal,
      (entry) => told.push(entry.id),
    );
    expect(told).toEqual(['stroke-0']);
    expect(box.waiting).toHaveLength(0);
  });

  it('starts empty when what was kept was cut in half', () => {
    const kept = store();
    kept.kept.set('north-hinge.outbox.call', '[{"id":"stro');
    expect(new Outbox('call', kept).waiting).toEqual([]);
  });
});
