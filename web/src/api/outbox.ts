import type { Problem, Schemas } from './client';
import type { DeviceStore } from './deviceStore';

export type Body = Schemas['NewEntry']['body'];
/**
 * Something entered on a call that the server has not taken yet: whose, on which call, in which order. Where it names a
 * `booking` it begins that one's call, under the key it has here.
 */
export type Waiting = {
  place: number;
  person: string;
  call: string;
  door: string;
  id: string;
  body: Body;
  booking?: string;
};
/** One the rules refused, and why. */
export type NotTaken = Waiting & { problem: Problem };
/** Why nothing goes out now. */
export type Held = 'offline' | 'signed out' | 'too many at once' | 'server trouble' | null;

/** What became of an entry that was sent: taken, refused by the rules, or neither. */
export type Outcome =
  | { kind: 'taken' }
  | { kind: 'refused'; problem: Problem }
  /** Nothing goes out at all until it is cured. */
  | { kind: 'held'; why: Exclude<Held, null> }
  /** Only the call it is on waits for it. */
  | { kind: 'stuck' };

type Kind = 'waiting' | 'refused';
const PREFIX = 'north-hinge.outbox';
const NONE = { waiting: [], notTaken: [] } as const;

/**
 * What one person entered on this tablet, kept until the server has it: for the whole application, over several tabs.
 * Each entry has a key of its own, so that two tabs never write over each other's; `store` events tell the other tabs.
 */
export class Outbox {
  #listeners = new Set<() => void>();
  #seen: { waiting: readonly Waiting[]; notTaken: readonly NotTaken[] } = NONE;
  #held: Held = null;

  constructor(
    readonly person: string,
    private readonly store: DeviceStore,
    private readonly now: () => number = Date.now,
  ) {
    this.look();
  }

  /** What waits to be sent, in order. */
  get waiting(): readonly Waiting[] {
    return this.#seen.waiting;
  }

  /** What the rules refused, until it is entered again or let go. */
  get notTaken(): readonly NotTaken[] {
    return this.#seen.notTaken;
  }

  get held(): Held {
    return this.#held;
  }

  /** Whether the tablet has no room for some of it: that is gone with the page. */
  get isFleeting(): boolean {
    const has = (kind: Kind) => (one: Waiting) => this.store.isFleeting(this.#key(kind, one));
    return this.waiting.some(has('waiting')) || this.notTaken.some(has('refused'));
  }

  add(call: string, door: string, id: string, body: Body, booking?: string): void {
    if (this.waiting.some((one) => one.id === id)) return;
    const place = Math.max(this.now(), ...this.waiting.map((one) => one.place + 1));
    this.#put('waiting', { place, person: this.person, call, door, id, body, ...(booking && { booking }) });
  }

  /** What waits for a call is for another one: it was begun elsewhere meanwhile. */
  move(call: string, to: string): void {
    for (const one of this.waiting) if (one.call === call) this.#put('waiting', { ...one, call: to });
  }

  /** Out of the queue, into what was not taken. */
  refuse(entry: Waiting, problem: Problem): void {
    this.#put('refused', { ...entry, problem });
    this.#drop('waiting', entry);
  }

  taken(entry: Waiting): void {
    this.#drop('waiting', entry);
  }

  /** Enter what was not taken once more, as something new; a photo without the claim it is of, which may not stand any more. */
  again(entry: NotTaken, id: string): void {
    const { body } = entry;
    this.add(entry.call, entry.door, id, body.kind === 'photographed' ? { ...body, of: '' } : body, entry.booking);
    this.#drop('refused', entry);
  }

  letGo(entry: NotTaken): void {
    this.#drop('refused', entry);
  }

  hold(why: Held): void {
    if (why === this.#held) return;
    this.#held = why;
    this.#tell();
  }

  /** Read what is kept anew: another tab may have written. */
  look = (): void => {
    this.#seen = { waiting: this.#read('waiting'), notTaken: this.#read('refused') as NotTaken[] };
    this.#tell();
  };

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  #key(kind: Kind, entry: Waiting): string {
    return `${PREFIX}.${kind}.${this.person}.${String(entry.place).padStart(16, '0')}.${entry.id}`;
  }

  #put(kind: Kind, entry: Waiting | NotTaken): void {
    this.store.setItem(this.#key(kind, entry), JSON.stringify(entry));
    this.look();
  }

  #drop(kind: Kind, entry: Waiting): void {
    this.store.removeItem(this.#key(kind, entry));
    this.look();
  }

  #read(kind: Kind): Waiting[] {
    // Names may hold dots: the key alone does not tell whose an entry is.
    return entriesOf(this.store, `${PREFIX}.${kind}.${this.person}.`).filter((one) => one.person === this.person);
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

/** How much waits on this tablet, by person: it goes out when they sign in here again. */
export function waitingByPerson(store: DeviceStore): Map<string, number> {
  const count = new Map<string, number>();
  for (const { person } of entriesOf(store, `${PREFIX}.waiting.`)) count.set(person, (count.get(person) ?? 0) + 1);
  return count;
}

function entriesOf(store: DeviceStore, prefix: string): Waiting[] {
  const keys = Array.from({ length: store.length }, (_, place) => store.key(place) ?? '');
  return keys
    .filter((key) => key.startsWith(prefix))
    .sort()
    .flatMap((key) => {
      try {
        return [JSON.parse(store.getItem(key) ?? '') as Waiting];
      } catch {
        return []; // cut in half as the battery died
      }
    });
}

/** Send what waits, in order, one at a time: a stuck entry holds its own call, any other trouble holds all. */
export async function drain(outbox: Outbox, send: (entry: Waiting) => Promise<Outcome>): Promise<void> {
  const stuck = new Set<string>();
  for (;;) {
    outbox.look();
    const next = outbox.waiting.find((one) => !stuck.has(one.call));
    if (!next) break;
    const outcome = await send(next);
    if (outcome.kind === 'held') {
      outbox.hold(outcome.why);
      return;
    }
    if (outcome.kind === 'taken') outbox.taken(next);
    else if (outcome.kind === 'refused') outbox.refuse(next, outcome.problem);
    else stuck.add(next.call);
  }
  outbox.hold(stuck.size ? 'server trouble' : null);
}
