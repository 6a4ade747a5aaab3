import { type Adding, addsPlainly } from '../measure/measure';
import { addingOf, amountUnit, columnKey, withinOf } from '../measure/term';
import type { Chunk, Limited } from '../rows/rows';
import type { Day } from '../time/day';
import type { Summing } from './accumulate';
import { type Addend, addColumns } from '../rows/add-columns';
import { addBy } from './adding';
import { lastRows } from './last-rows';
import type { OpenPart } from './node';
import { isListed } from './source';
import { type FeedTable, rateOn } from './tables';
import { factorOf, numberFactors, type Valued } from './worth';

/** A term as a report delivers it. */
export interface ReportColumn extends Valued {
  readonly term: number;
  readonly adding: Adding;
  /** Where only the last rows of members count, those. */
  readonly last: ReadonlySet<number> | undefined;
}

export function reportColumns({ plan, bucketOf, alike }: Summing, feed: FeedTable): ReportColumn[] {
  const account = plan.tables.accounts[feed.account];
  return plan.terms.flatMap((term, index): ReportColumn[] => {
    const column = columnKey(term);
    // A channel does not say how soon what it claims came.
    if (!alike.terms.has(index) || withinOf(term) !== undefined || isListed(term) || !feed.rows.columns.has(column)) return [];
    const rates = amountUnit(term) === 'money' ? account?.rates : null;
    const factors = [
      ...(rates ? [factorOf(rates, (day) => rateOn({ rates }, day))] : []),
      ...numberFactors(plan.tables, account?.client ?? 0, term),
    ];
    return [
      {
        term: index,
        key: [column, ...factors.map(({ key }) => key)].join(' × '),
        column,
        factors,
        adding: addingOf(term),
        last: addingOf(term) === 'trailing' ? lastRows(feed, column, plan.window, bucketOf) : undefined,
      },
    ];
  });
}

/** Rows of a chunk by the number of their group, negative for those that do not count, and how many groups there are by now. */
interface Numbered {
  readonly numbers: Int32Array;
  readonly count: number;
}

/** How many rows and which imports an amount comes from, for traces. */
export interface Origin {
  rows: number;
  readonly imports: Set<number>;
}

/** Sums of the groups of one report: those that add up side by side in one array, all else in parts of their own. */
export class GroupSums {
  private sums = new Float64Array(0);
  /** By group the columns that said anything, one bit a column. */
  private seen = new Int32Array(0);
  private readonly apart: (OpenPart | undefined)[][];
  private readonly origins: (Origin | undefined)[][] | undefined;
  /** Of the chunk that is added, where origins are asked for. */
  private importIds: Int32Array | undefined;

  constructor(
    private readonly columns: readonly ReportColumn[],
    /** What days are counted from. */
    private readonly first: Day,
    withOrigins: boolean,
  ) {
    this.apart = columns.map(() => []);
    this.origins = withOrigins ? columns.map(() => []) : undefined;
  }

  /** Adds the rows of a chunk, which tells the amounts of some of the columns, to the groups they are numbered by. */
  add(chunk: Chunk, columns: readonly number[], { numbers, count }: Numbered): void {
    this.makeRoom(count);
    this.importIds = this.origins && chunk.importIds();
    const plain: Addend[] = [];
    for (const [nth, at] of columns.entries()) {
      const amounts = chunk.amounts[nth];
      const column = this.columns[at];
      if (!amounts || !column) continue;
      if (addsPlainly(column.adding)) plain.push({ amounts, at });
      else this.addApart(chunk, amounts, numbers, at);
      this.addLimited(chunk, chunk.limited[nth] ?? [], numbers, at);
    }
    addColumns(numbers, chunk.length, plain, { sums: this.sums, seen: this.seen, width: this.columns.length });
    if (this.origins) for (const { amounts, at } of plain) this.notePlain(amounts, chunk.length, numbers, at);
  }

  has(group: number, at: number): boolean {
    return ((this.seen[group] ?? 0) & (1 << at)) !== 0;
  }

  /** What adds up plainly of a column in a group. */
  sum(group: number, at: number): number {
    return this.sums[group * this.columns.length + at] ?? 0;
  }

  /** What a group has of a column beside that; undefined where that is nothing. */
  apartOf(group: number, at: number): OpenPart | undefined {
    return this.apart[at]?.[group];
  }

  originOf(group: number, at: number): Origin | undefined {
    return this.origins?.[at]?.[group];
  }

  private makeRoom(groups: number): void {
    if (groups <= this.seen.length) return;
    const room = Math.max(1024, 2 * groups);
    const [sums, seen] = [new Float64Array(room * this.columns.length), new Int32Array(room)];
    sums.set(this.sums);
    seen.set(this.seen);
    [this.sums, this.seen] = [sums, seen];
  }

  private addApart(chunk: Chunk, amounts: Float64Array, numbers: Int32Array, at: number): void {
    const { last } = this.columns[at] as ReportColumn;
    for (let row = 0; row < chunk.length; row++) {
      const amount = amounts[row] as number;
      if (!Number.isNaN(amount) && last?.has(chunk.first + row) !== false) this.addOne(chunk, numbers, at, row, amount, amount);
    }
  }

  private addLimited(chunk: Chunk, limited: readonly Limited[], numbers: Int32Array, at: number): void {
    const { last } = this.columns[at] as ReportColumn;
    for (const [row, { least, most }] of limited)
      if (last?.has(chunk.first + row) !== false) this.addOne(chunk, numbers, at, row, least, most ?? Infinity);
  }

  private addOne(chunk: Chunk, numbers: Int32Array, at: number, row: number, least: number, most: number): void {
    const group = numbers[row] ?? -1;
    const column = this.columns[at];
    const own = this.apart[at];
    if (group < 0 || !own || !column) return;
    const part = (own[group] ??= { mask: 0, sums: new Float64Array(1) });
    addBy[column.adding](part, 0, least, most, (chunk.day[row] ?? 0) - this.first);
    this.seen[group] = (this.seen[group] ?? 0) | (1 << at);
    this.note(group, at, row);
  }

  private notePlain(amounts: Float64Array, length: number, numbers: Int32Array, at: number): void {
    for (let row = 0; row < length; row++) {
      const group = numbers[row] ?? -1;
      if (group >= 0 && !Number.isNaN(amounts[row])) this.note(group, at, row);
    }
  }

  private note(group: number, at: number, row: number): void {
    const own = this.origins?.[at];
    if (!own) return;
    const origin = (own[group] ??= { rows: 0, imports: new Set() });
    origin.rows += 1;
    origin.imports.add(this.importIds?.[row] ?? 0);
  }
}
