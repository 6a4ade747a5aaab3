import { NONE } from '@lens/core';

interface AddedOutcome {
  readonly saleDay: number;
  readonly clickDay: number | null;
  readonly since: number;
  readonly tagLink: string | null;
}

/** Columns of a list as they grow, a row for each member an outcome is led to. */
export class OrderColumns {
  readonly saleDay: number[] = [];
  readonly clickDay: number[] = [];
  readonly importId: number[] = [];
  readonly path: ReadonlyMap<string, number>[] = [];
  readonly link: (string | null)[] = [];
  readonly count: number[] = [];
  /** Amounts in millionths, the value and what comes beside it by the measure's id; NaN where a row tells none. */
  private readonly amounts = new Map<string, number[]>();

  get length(): number {
    return this.count.length;
  }

  add({ saleDay, clickDay, since, tagLink }: AddedOutcome, path: ReadonlyMap<string, number>, count: number): void {
    this.saleDay.push(saleDay);
    this.clickDay.push(clickDay ?? NONE);
    this.importId.push(since);
    this.path.push(path);
    this.link.push(tagLink);
    this.count.push(count);
  }

  /** Of the row that was added last. */
  tell(key: string, amount: number): void {
    const column = this.columnOf(key);
    while (column.length < this.length) column.push(NaN);
    // Two words that have become one: the later is it.
    column[this.length - 1] = amount;
  }

  /** A column of amounts; it is there from then on, though no row may tell one. */
  columnOf(key: string): number[] {
    const column = this.amounts.get(key) ?? [];
    if (column.length === 0) this.amounts.set(key, column);
    return column;
  }

  /** The amounts of all rows, by key. */
  amountColumns(): Map<string, Float64Array> {
    return new Map([...this.amounts].map(([key, told]) => [key, filled(told, this.length)]));
  }
}

function filled(told: readonly number[], length: number): Float64Array {
  const column = new Float64Array(length).fill(NaN);
  column.set(told);
  return column;
}
