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
  readonly read: number;
  readonly agrees: boolean;
}

/** Cents of rounding, row by row, are no difference. */
const isSame = (said: number, read: number): boolean => Math.abs(said - read) <= Math.max(0.011, 0.0002 * Math.abs(said));

/**
 * A file's own totals against the sums of its rows, one line for each term. Where one of several
 * total lines agrees, the others are totals of parts; where none does, the last is the whole.
 */
export function compareTotals(
  stated: readonly StatedTotal[],
  sums: readonly { readonly term: string; readonly amount: number }[],
): ComparedTotal[] {
  return sums.flatMap(({ term, amount: read }) => {
    const lines = stated.flatMap(({ line, amounts }) => {
      const said = amounts.get(term);
      return said === undefined ? [] : [{ line, term, said, read, agrees: isSame(said, read) }];
    });
    const agreeing = lines.filter(({ agrees }) => agrees);
    return agreeing.length > 0 ? agreeing.slice(0, 1) : lines.slice(-1);
  });
}
