import type { DayRange } from '../time/day';
import { NONE } from '../rows/coding';
import type { FeedTable } from './tables';

/** The last rows of each member in each bucket that say an amount, by their number; rows of one day are of one another's age. */
export function lastRows({ rows }: FeedTable, column: string, window: DayRange, bucketOf: Int16Array): ReadonlySet<number> {
  const last = new Map<string, { day: number; rows: number[] }>();
  rows.scan(window, [column], ({ first, length, day: days, member, split, amounts: [amounts] }) => {
    for (let row = 0; row < length; row++) {
      const day = days[row] ?? 0;
      const bucket = bucketOf[day - window.from] ?? NONE;
      if (bucket === NONE || Number.isNaN(amounts?.[row])) continue;
      const key = `${bucket} ${member[row]} ${split[row]}`;
      const known = last.get(key);
      if (!known || day > known.day) last.set(key, { day, rows: [first + row] });
      else if (day === known.day) known.rows.push(first + row);
    }
  });
  return new Set([...last.values()].flatMap((own) => own.rows));
}
