import { type Limit, sumOfLimits } from '../intake/limit';
import type { Day } from '../time/day';
import { addColumns } from './add-columns';
import { type Chunk, MOST_ROWS } from './rows';
import { type Segment, segmentOf } from './segment';

/** Sums of rows that share their day and a key, numbered in the order in which they are met. */
export class RolledSums {
  /** How many rows have been added. */
  rows = 0;
  /** How many sums that made. */
  length = 0;
  private day = NaN;
  private firstOfDay = 0;
  private readonly days: number[] = [];
  private readonly keys: number[] = [];
  private readonly numbers = new Int32Array(MOST_ROWS);
  /** By key the last number it had: one of an earlier day does not count. */
  private readonly numberOf: Int32Array;
  private sums = new Float64Array(0);
  /** By number the columns that said anything, one bit a column. */
  private seen = new Int32Array(0);
  private readonly limits: readonly Map<number, Limit>[];

  /** At most 31 columns; keys from 0 to less than `room`. */
  constructor(
    private readonly columns: readonly string[],
    room: number,
  ) {
    this.numberOf = new Int32Array(room).fill(-1);
    this.limits = columns.map(() => new Map());
  }

  /** Adds rows, which come by day, to the sums of their keys. */
  add(chunk: Chunk, keyOf: (row: number) => number): void {
    for (let row = 0; row < chunk.length; row++) this.numbers[row] = this.number(chunk.day[row] as number, keyOf(row));
    this.rows += chunk.length;
    this.makeRoom();
    const addends = chunk.amounts.map((amounts, at) => ({ amounts, at }));
    addColumns(this.numbers, chunk.length, addends, { sums: this.sums, seen: this.seen, width: this.columns.length });
    for (const [at, limited] of chunk.limited.entries()) for (const [row, limit] of limited) this.limit(at, this.numbers[row] ?? 0, limit);
  }

  /** As rows of a month, with the member and the split of a key. */
  segment(month: Day, memberOf: (key: number) => number, splitOf: (key: number) => number): Segment {
    return segmentOf(
      {
        day: Int32Array.from(this.days),
        member: Int32Array.from(this.keys, memberOf),
        split: Int32Array.from(this.keys, splitOf),
        importId: new Int32Array(this.length),
        amounts: new Map(this.columns.map((column, at) => [column, this.amountsOf(at)])),
        limits: new Map(this.columns.map((column, at) => [column, this.limitsOf(at)])),
      },
      month,
    );
  }

  private number(day: number, key: number): number {
    if (day !== this.day) {
      this.day = day;
      this.firstOfDay = this.length;
    }
    const known = this.numberOf[key] as number;
    if (known >= this.firstOfDay) return known;
    this.numberOf[key] = this.length;
    this.days.push(day);
    this.keys.push(key);
    return this.length++;
  }

  private makeRoom(): void {
    if (this.length <= this.seen.length) return;
    const room = Math.max(1024, 2 * this.length);
    const [sums, seen] = [new Float64Array(room * this.columns.length), new Int32Array(room)];
    sums.set(this.sums);
    seen.set(this.seen);
    [this.sums, this.seen] = [sums, seen];
  }

  private limit(at: number, number: number, limit: Limit): void {
    const known = this.limits[at]?.get(number);
    this.limits[at]?.set(number, known ? sumOfLimits(known, limit) : limit);
  }

  private says(number: number, at: number): boolean {
    return ((this.seen[number] ?? 0) & (1 << at)) !== 0;
  }

  private sum(number: number, at: number): number {
    return this.sums[number * this.columns.length + at] ?? 0;
  }

  /** NaN where no row said anything, or where something is known only within limits. */
  private amountsOf(at: number): Float64Array {
    return Float64Array.from({ length: this.length }, (_, number) =>
      this.says(number, at) && this.limits[at]?.has(number) !== true ? this.sum(number, at) : NaN,
    );
  }

  private limitsOf(at: number): Map<number, Limit> {
    const exact = (number: number): Limit => ({ least: this.sum(number, at), most: this.sum(number, at) });
    return new Map([...(this.limits[at] ?? [])].map(([number, limit]) => [number, sumOfLimits(limit, exact(number))]));
  }
}
