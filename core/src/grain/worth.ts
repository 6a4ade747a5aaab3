import type { Chunk, Limited, Rows } from '../rows/rows';
import type { Day } from '../time/day';
import type { DatedRate, DatedShare } from './tables';

/** What amounts of a day are multiplied by: a rate of exchange, a margin. */
export interface Factor {
  /** The same for factors that are the same on every day. */
  readonly key: string;
  /** NaN where there is none. */
  readonly on: (day: Day) => number;
}

const keys = new WeakMap<readonly (DatedRate | DatedShare)[], string>();

/** What `of` says of a day, as a factor that is told apart by the dated list it comes from. */
export function factorOf(list: readonly (DatedRate | DatedShare)[], of: (day: Day) => number | undefined): Factor {
  const key = keys.get(list) ?? JSON.stringify(list);
  keys.set(list, key);
  return { key, on: (day) => of(day) ?? NaN };
}

/** A column of a report, multiplied. */
export interface Valued {
  /** Its name among the columns of `worth`. */
  readonly key: string;
  readonly column: string;
  /** One after the other; the product is rounded to stored units. */
  readonly factors: readonly Factor[];
}

/** The scan of a report's rows by the keys of some columns, with amounts as they are worth. */
export function scanWorth(rows: Pick<Rows, 'scan'>, columns: readonly Valued[]): Rows['scan'] {
  const valued = new Map(columns.map((each) => [each.key, each]));
  return (days, asked, each) => {
    const own = asked.map((key) => valued.get(key));
    rows.scan(
      days,
      own.map((column) => column?.column ?? ''),
      (chunk) => {
        const limited = chunk.limited.map((limits, at) => limitsWorth(limits, chunk, own[at]?.factors ?? []));
        for (const [at, column] of own.entries()) {
          const amounts = chunk.amounts[at];
          if (amounts && column && column.factors.length > 0) multiply(amounts, chunk, column.factors);
        }
        each({ ...chunk, limited });
      },
    );
  };
}

function multiply(amounts: Float64Array, { length, day }: Chunk, factors: readonly Factor[]): void {
  for (const { on } of factors) {
    let [known, factor] = [NaN, NaN];
    for (let row = 0; row < length; row++) {
      const own = day[row] as number;
      if (own !== known) {
        known = own;
        factor = on(own);
      }
      amounts[row] = (amounts[row] as number) * factor;
    }
  }
  for (let row = 0; row < length; row++) amounts[row] = Math.round(amounts[row] as number);
}

/** Limits on days without a factor are not told at all. */
function limitsWorth(limits: readonly Limited[], { day }: Chunk, factors: readonly Factor[]): readonly Limited[] {
  if (factors.length === 0) return limits;
  return limits.flatMap(([row, { least, most }]): Limited[] => {
    const worth = (amount: number): number => Math.round(factors.reduce((product, { on }) => product * on(day[row] ?? NaN), amount));
    return Number.isNaN(worth(least)) ? [] : [[row, { least: worth(least), most: most === null ? null : worth(most) }]];
  });
}
