/** Numbers the different keys that rows have, from 0 in the order they are met. */
export interface Slots {
  readonly count: number;
  /** The number of each key, counted from 1, 0 for keys not met yet; absent where there are too many keys for that. */
  readonly table?: Int32Array;
  /** The number of a key, a new one where it is met for the first time. */
  of(key: number): number;
  keyOf(slot: number): number;
}

/** So many keys are looked up in an array of their own, more in a table of hashes. */
const MOST_DIRECT = 2 ** 20;

/** Slots for keys from 0 to less than `room`. */
export const slotsFor = (room: number): Slots => (room <= MOST_DIRECT ? new DirectSlots(room) : new HashedSlots());

class DirectSlots implements Slots {
  readonly table: Int32Array;
  private readonly keys: number[] = [];

  constructor(room: number) {
    this.table = new Int32Array(room);
  }

  get count(): number {
    return this.keys.length;
  }

  of(key: number): number {
    const known = this.table[key] as number;
    if (known !== 0) return known - 1;
    const slot = this.keys.push(key);
    this.table[key] = slot;
    return slot - 1;
  }

  keyOf(slot: number): number {
    return this.keys[slot] ?? NaN;
  }
}

/** Open addressing: a key that finds its place taken goes to the next free one. */
class HashedSlots implements Slots {
  private room = 2 ** 12;
  private slots = new Int32Array(this.room);
  private keys = new Float64Array(this.room / 2);
  count = 0;

  of(key: number): number {
    let at = this.placeOf(key);
    for (;;) {
      const known = this.slots[at] as number;
      if (known === 0) break;
      if (this.keys[known - 1] === key) return known - 1;
      at = (at + 1) & (this.room - 1);
    }
    if (this.count === this.keys.length) {
      this.grow();
      return this.of(key);
    }
    this.keys[this.count] = key;
    this.slots[at] = ++this.count;
    return this.count - 1;
  }

  keyOf(slot: number): number {
    return this.keys[slot] ?? NaN;
  }

  /** Multiplicative hashing (Knuth) of both halves of a key. */
  private placeOf(key: number): number {
    const low = key | 0;
    const high = (key / 2 ** 32) | 0;
    const hash = Math.imul(low, 0x9e3779b1) ^ Math.imul(high, 0x85ebca6b);
    return (hash ^ (hash >>> 15)) & (this.room - 1);
  }

  private grow(): void {
    this.room *= 4;
    this.slots = new Int32Array(this.room);
    const keys = new Float64Array(this.room / 2);
    keys.set(this.keys);
    this.keys = keys;
    for (let slot = 0; slot < this.count; slot++) {
      let at = this.placeOf(keys[slot] as number);
      while (this.slots[at] !== 0) at = (at + 1) & (this.room - 1);
      this.slots[at] = slot + 1;
    }
  }
}
