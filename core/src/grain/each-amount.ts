import { codeIn, NONE } from '../rows/coding';
import { EVERY_DAY } from '../rows/rows';
import type { Day, DayRange } from '../time/day';
import type { FeedTable } from './tables';

/** Which amounts of a report are looked at. */
interface Wanted {
  readonly column: string;
  /** Those of rows whose first day is one of these; all by default. */
  readonly days?: DayRange;
  /** What each row's code is told of. */
  readonly dimension?: string;
}

/** Looks at every measured amount of a column, in stored units, with its row's first day and code. */
export function eachAmount(
  { rows, codes }: FeedTable,
  { column, days = EVERY_DAY, dimension }: Wanted,
  look: (amount: number, day: Day, code: number) => void,
): void {
  const coding = dimension === undefined ? undefined : codes.get(dimension);
  rows.scan(days, [column], (chunk) => {
    for (let row = 0; row < chunk.length; row++) {
      const amount = chunk.amounts[0]?.[row] ?? NaN;
      if (!Number.isNaN(amount)) look(amount, chunk.day[row] ?? 0, coding ? codeIn(coding, chunk, row) : NONE);
    }
  });
}
