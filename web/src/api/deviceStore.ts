type Kept = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

/** What this tablet keeps between visits; what it has no room for is kept in memory, for as long as the page is open. */
export class DeviceStore implements Kept {
  #inMemory = new Map<string, string>();

  constructor(private readonly store: Kept) {}

  get length(): number {
    return this.store.length + this.#inMemory.size;
  }

  key(place: number): string | null {
    return this.store.key(place) ?? [...this.#inMemory.keys()][place - this.store.length] ?? null;
  }

  getItem(key: string): string | null {
    return this.#inMemory.get(key) ?? this.store.getItem(key);
  }

  setItem(key: string, value: string): void {
    this.removeItem(key);
    try {
      this.store.setItem(key, value);
    } catch {
      this.#inMemory.set(key, value);
    }
  }

  removeItem(key: string): void {
    this.#inMemory.delete(key);
    this.store.removeItem(key);
  }

  /** Whether it is only in memory: gone with the page. */
  isFleeting(key: string): boolean {
    return this.#inMemory.has(key);
  }
}

export const deviceStore = new DeviceStore(localStorage);
