import type { Figure } from '../figure/figure';

/** A line of totals as a file states them, by role key in whole units. */
export interface StatedTotal {
  readonly line: number;
  readonly amounts: ReadonlyMap<string, number>;
}

/** What a total line says of a term against what the rows add up to. */
export interface ComparedTotal {
  readonly line: number;
  readonly term: string;
  readonly said: number;
  readonly read: Figure;
  readonly agrees: boolean;
}

/** Cents of rounding, row by row, are no difference. */
function isSame(said: number, read: Figure): boolean {
  const slack = Math.max(0.011, 0.0002 * Math.abs(said));
  if (read.kind === 'value') return Math.abs(said - read.value) <= slack;
  return read.kind === 'bounds' && said >= (read.low ?? -Infinity) - slack && said <= (read.high ?? Infinity) + slack;
}

/**
 * A file's own totals against the sums of its rows, one line for each term. Where one of several
 * total lines agrees, the others are totals of parts; where none does, the last is the whole.
 */
export function compareTotals(
  stated: readonly StatedTotal[],
  sums: readonly { readonly term: string; readonly figure: Figure }[],
): ComparedTotal[] {
  return sums.flatMap(({ term, figure: read }) => {
    const lines = stated.flatMap(({ line, amounts }) => {
      const said = amounts.get(term);
      return said === undefined ? [] : [{ line, term, said, read, agrees: isSame(said, read) }];
    });
    const agreeing = lines.filter(({ agrees }) => agrees);
    return agreeing.length > 0 ? agreeing.slice(0, 1) : lines.slice(-1);
  });
}
