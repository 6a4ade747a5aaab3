import type { DayRange } from '../time/day';
import { rowKeys } from './row-keys';
import { rowsBetween } from './rows-between';
import { type FeedTable, NONE } from './tables';

/** The last row of each member in each bucket that says an amount; rows of one day are of one another's age. */
export function lastRows(feed: FeedTable, amounts: Float64Array, window: DayRange, bucketOf: Int16Array): ReadonlySet<number> {
  const members = rowKeys(feed, [...feed.dimensions].sort());
  const last = new Map<string, number[]>();
  const [first, end] = rowsBetween(feed, window);
  for (let row = first; row < end; row++) {
    const day = feed.day[row] ?? 0;
    const bucket = bucketOf[day - window.from] ?? NONE;
    if (bucket === NONE || Number.isNaN(amounts[row])) continue;
    const key = `${bucket} ${members[row] ?? NONE}`;
    const known = last.get(key);
    const knownDay = feed.day[known?.[0] ?? NONE] ?? -Infinity;
    if (day > knownDay) last.set(key, [row]);
    else if (day === knownDay) known?.push(row);
  }
  return new Set([...last.values()].flat());
}
