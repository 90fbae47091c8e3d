import { beforeEach, describe, expect, it } from 'vitest';
import { DeviceStore } from './deviceStore';
import { type Body, drain, Outbox, type Outcome, type Waiting, waitingByPerson } from './outbox';

const stroke = (from: number): Body => ({ kind: 'moved', part: 'left', from_count: from, to_count: from + 1 });
const problem = { code: 'out_of_step', message: 'It stands at 1.', field: '', allowed: '', unit: '' };

let room = Number.POSITIVE_INFINITY;

function store() {
  const kept = new Map<string, string>();
  return {
    get length() {
      return kept.size;
    },
    key: (place: number) => [...kept.keys()][place] ?? null,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => {
      if (kept.size >= room) throw new DOMException('full', 'QuotaExceededError');
      kept.set(key, value);
    },
    removeItem: (key: string) => void kept.delete(key),
  };
}

let kept = store();
const box = (person = 'wren', now = () => 1000) => new Outbox(person, new DeviceStore(kept), now);
const ids = (outbox: Outbox) => outbox.waiting.map((one) => one.id);
const filled = (outbox: Outbox, count = 3, call = 'one') => {
  for (let from = 0; from < count; from += 1) outbox.add(call, 'Net loft', `${call}-${from}`, stroke(from));
  return outbox;
};
const always =
  (outcome: Outcome, sent: string[] = []) =>
  async (entry: Waiting) => {
    sent.push(entry.id);
    return outcome;
  };

beforeEach(() => {
  kept = store();
  room = Number.POSITIVE_INFINITY;
});

describe('what waits', () => {
  it('is kept through a reload, in order, even when the clock stands still', () => {
    filled(box());
    expect(ids(box())).toEqual(['one-0', 'one-1', 'one-2']);
  });

  it('goes to the call that was begun elsewhere meanwhile, in its order, and says which booking begins it', () => {
    const outbox = box();
    outbox.add('here', 'Net loft', 'begun', { kind: 'complaint', complaint: 'bang' }, 'booking');
    filled(outbox, 2, 'here');
    filled(outbox, 1, 'other');
    outbox.move('here', 'there');
    expect(outbox.waiting.map((one) => [one.call, one.id, one.booking])).toEqual([
      ['there', 'begun', 'booking'],
      ['there', 'here-0', undefined],
      ['there', 'here-1', undefined],
      ['other', 'other-0', undefined],
    ]);
    const [first] = outbox.waiting;
    if (first) outbox.refuse(first, problem);
    const [refused] = outbox.notTaken;
    if (refused) outbox.again(refused, 'again');
    expect(outbox.waiting.at(-1)).toMatchObject({ id: 'again', call: 'there', booking: 'booking' });
  });

  it('is lost to no full tablet while the page is open, and sent in its order', async () => {
    room = 2;
    const outbox = filled(box(), 4);
    expect(ids(outbox)).toEqual(['one-0', 'one-1', 'one-2', 'one-3']);
    expect(outbox.isFleeting).toBe(true);
    expect(ids(box())).toEqual(['one-0', 'one-1']);
    const sent: string[] = [];
    await drain(outbox, async (entry) => {
      sent.push(entry.id);
      return entry.id === 'one-3' ? { kind: 'refused', problem } : { kind: 'taken' };
    });
    expect(sent).toEqual(['one-0', 'one-1', 'one-2', 'one-3']);
    expect(outbox.waiting).toEqual([]);
    expect(outbox.notTaken.map((one) => one.id)).toEqual(['one-3']);
    expect(outbox.isFleeting).toBe(false);
  });

  it('is kept once', () => {
    const outbox = filled(box(), 1);
    outbox.add('one', 'Net loft', 'one-0', stroke(0));
    expect(ids(outbox)).toEqual(['one-0']);
  });

  it('is written by two tabs without either losing the other’s', () => {
    const [first, second] = [box(), box('wren', () => 1005)];
    first.add('one', 'Net loft', 'a', stroke(0));
    second.add('one', 'Net loft', 'b', stroke(1));
    first.look();
    expect(ids(first)).toEqual(['a', 'b']);
    expect(ids(second)).toEqual(['a', 'b']);
  });

  it('is one person’s: another’s outbox neither shows nor sends it', async () => {
    filled(box('wren'), 2);
    const sent: string[] = [];
    await drain(box('marit'), always({ kind: 'taken' }, sent));
    expect(sent).toEqual([]);
    expect(waitingByPerson(new DeviceStore(kept))).toEqual(new Map([['wren', 2]]));
  });

  it('is not taken for that of somebody whose name begins the same', () => {
    filled(box('wren.b'), 1);
    expect(ids(box('wren'))).toEqual([]);
    expect(ids(box('wren.b'))).toEqual(['one-0']);
  });

  it('starts without what was cut in half', () => {
    filled(box(), 1);
    kept.setItem('north-hinge.outbox.waiting.wren.0000000000000999.x', '{"id":"str');
    expect(ids(box())).toEqual(['one-0']);
  });
});

describe('sending', () => {
  it.each(['offline', 'signed out', 'too many at once', 'server trouble'] as const)(
    'loses nothing and goes no further while held: %s',
    async (why) => {
      const outbox = filled(box());
      const sent: string[] = [];
      await drain(outbox, always({ kind: 'held', why }, sent));
      expect(sent).toEqual(['one-0']);
      expect(ids(outbox)).toHaveLength(3);
      expect(outbox.held).toBe(why);
      await drain(outbox, always({ kind: 'taken' }, sent));
      expect(sent).toEqual(['one-0', 'one-0', 'one-1', 'one-2']);
      expect([ids(outbox), outbox.held]).toEqual([[], null]);
    },
  );

  it('lets a stuck entry hold its own call and no other', async () => {
    const outbox = filled(filled(box(), 2, 'one'), 2, 'two');
    const sent: string[] = [];
    const send = async (entry: Waiting): Promise<Outcome> => {
      sent.push(entry.id);
      return entry.call === 'one' ? { kind: 'stuck' } : { kind: 'taken' };
    };
    await drain(outbox, send);
    expect(sent).toEqual(['one-0', 'two-0', 'two-1']);
    expect(ids(outbox)).toEqual(['one-0', 'one-1']);
    expect(outbox.held).toBe('server trouble');
  });

  it('takes only a refusal of the rules out of the queue, and keeps it in sight with its reason', async () => {
    const outbox = filled(box(), 2);
    await drain(outbox, async (entry) => (entry.id === 'one-0' ? { kind: 'refused', problem } : { kind: 'taken' }));
    expect(ids(outbox)).toEqual([]);
    expect(box().notTaken.map((one) => [one.id, one.problem.message])).toEqual([['one-0', 'It stands at 1.']]);
  });

  it('enters a refused one again as something new, or lets it go', async () => {
    const outbox = filled(box(), 2);
    await drain(outbox, always({ kind: 'refused', problem }));
    const [first, second] = outbox.notTaken;
    if (first) outbox.again(first, 'new-id');
    if (second) outbox.letGo(second);
    expect(ids(outbox)).toEqual(['new-id']);
    expect(outbox.notTaken).toEqual([]);
  });

  it('enters a refused photo again without what it was of: that may have been taken back', async () => {
    const outbox = box();
    outbox.add('a call', 'Loft', 'photo-1', {
      kind: 'photographed',
      photo: 'photo-1',
      of: 'found-1',
      caption: 'The gap',
    });
    await drain(outbox, always({ kind: 'refused', problem }));
    for (const one of outbox.notTaken) outbox.again(one, 'photo-2');
    expect(outbox.waiting.map((one) => one.body)).toEqual([
      { kind: 'photographed', photo: 'photo-1', of: '', caption: 'The gap' },
    ]);
  });
});
