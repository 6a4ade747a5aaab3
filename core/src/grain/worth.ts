import type { Chunk, Limited, Rows } from '../rows/rows';
import type { Day } from '../time/day';
import type { DatedNumber } from '../measure/client-number';
import { amountScale, type Term, termScale } from '../measure/term';
import { type ClientTables, type DatedRate, numberOn, rateOn } from './tables';

/** What amounts of a day are multiplied by: a rate of exchange, a number of the client's. */
export interface Factor {
  /** The same for factors that are the same on every day. */
  readonly key: string;
  /** NaN where there is none. */
  readonly on: (day: Day) => number;
}

const keys = new WeakMap<readonly (DatedRate | DatedNumber)[], string>();

/** What `of` says of a day, as a factor that is told apart by the dated list it comes from. */
export function factorOf(list: readonly (DatedRate | DatedNumber)[], of: (day: Day) => number | undefined): Factor {
  const key = keys.get(list) ?? JSON.stringify(list);
  keys.set(list, key);
  return { key, on: (day) => of(day) ?? NaN };
}

/** The same on every day. */
const always = (factor: number): Factor => ({ key: `${factor}`, on: () => factor });

/** What the amounts of a term of a client (its index) are multiplied by to be in what the term is summed in; none for most. */
export function numberFactors(tables: Pick<ClientTables, 'clients'>, client: number, term: Term): Factor[] {
  const { times } = term;
  if (!times) return [];
  const { numbers, rates } = tables.clients[client] ?? {};
  return [
    factorOf(numbers?.get(times.id) ?? [], (day) => numberOn(tables, client, times.id, day)),
    ...(rates && times.unit === 'money' ? [factorOf(rates, (day) => rateOn({ rates }, day))] : []),
    ...(termScale(term) === amountScale(term) ? [] : [always(termScale(term) / amountScale(term))]),
  ];
}

/** All factors of a day together. */
export const productOn = (factors: readonly Factor[], day: Day): number => factors.reduce((product, { on }) => product * on(day), 1);

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
    const worth = (amount: number): number => Math.round(amount * productOn(factors, day[row] ?? NaN));
    return Number.isNaN(worth(least)) ? [] : [[row, { least: worth(least), most: most === null ? null : worth(most) }]];
  });
}
