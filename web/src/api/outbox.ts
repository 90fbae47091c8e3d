import type { Schemas } from './client';

export type Body = Schemas['NewEntry']['body'];
export type Waiting = { id: string; body: Body };

/** Entries made on this tablet that the server has not acknowledged yet, kept through a reload, in order. */
export class Outbox {
  #listeners = new Set<() => void>();
  #waiting: Waiting[];

  constructor(
    readonly call: string,
    private readonly store: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>,
  ) {
    this.#waiting = this.#read();
  }

  get waiting(): readonly Waiting[] {
    return this.#waiting;
  }

  add(entry: Waiting): void {
    if (this.#waiting.some((one) => one.id === entry.id)) return;
    this.#change([...this.#waiting, entry]);
  }

  remove(id: string): void {
    this.#change(this.#waiting.filter((one) => one.id !== id));
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  snapshot = (): readonly Waiting[] => this.#waiting;

  #key(): string {
    return `north-hinge.outbox.${this.call}`;
  }

  #read(): Waiting[] {
    try {
      const kept: unknown = JSON.parse(this.store.getItem(this.#key()) ?? '[]');
      return Array.isArray(kept) ? (kept as Waiting[]) : [];
    } catch {
      return [];
    }
  }

  #change(waiting: Waiting[]): void {
    this.#waiting = waiting;
    if (waiting.length) this.store.setItem(this.#key(), JSON.stringify(waiting));
    else this.store.removeItem(this.#key());
    for (const listener of this.#listeners) listener();
  }
}

/** Send everything that waits, in order, one at a time. Stops at a lost connection; a refused entry is dropped and told. */
export async function flush(
  outbox: Outbox,
  send: (entry: Waiting) => Promise<void>,
  isRefusal: (wrong: unknown) => boolean,
  refused: (entry: Waiting, wrong: unknown) => void,
): Promise<'empty' | 'offline'> {
  for (let next = outbox.waiting[0]; next; next = outbox.waiting[0]) {
    try {
      await send(next);
    } catch (wrong) {
      if (!isRefusal(wrong)) return 'offline';
      refused(next, wrong);
    }
    outbox.remove(next.id);
  }
  return 'empty';
}
