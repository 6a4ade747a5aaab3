import type { FeedTable, OrderTable } from '../grain/tables';
import { beginningIn } from '../rows/rows';
import type { Day, DayRange } from '../time/day';

/**
 * What a feed has of a day: rows; nothing although covered, which counts as 0; nothing because no
 * import covers it; rows that a later import changed; rows that another report of the account
 * contradicts; rows of a day that has not ended. Nothing is
 * expected before the first import begins, nor of a day that has not ended.
 */
export const DAY_STATES = ['not expected', 'missing', 'arrived', 'nothing', 'restated', 'in conflict', 'open'] as const;
export type DayState = (typeof DAY_STATES)[number];

/** The state of each day of a range. `lastDay` is the last finished one, `conflicts` days on which another report says otherwise. */
export function feedDays(feed: FeedTable | OrderTable, range: DayRange, lastDay: Day, conflicts: ReadonlySet<Day> = new Set()): DayState[] {
  const { covers } = feed;
  const first = Math.min(...covers.map(({ from }) => from));
  const earliest = new Map<Day, number>();
  for (const cover of covers)
    for (let each = Math.max(cover.from, range.from); each <= Math.min(cover.to, range.to); each++)
      earliest.set(each, Math.min(earliest.get(each) ?? Infinity, cover.importId));
  const newest = newestImports(feed, range);
  return Array.from({ length: range.to - range.from + 1 }, (_, at): DayState => {
    const each = range.from + at;
    const began = earliest.get(each);
    if (began === undefined) return each < first || each > lastDay ? 'not expected' : 'missing';
    if (each > lastDay) return 'open';
    if (conflicts.has(each)) return 'in conflict';
    const last = newest.get(each);
    return last === undefined ? 'nothing' : last > began ? 'restated' : 'arrived';
  });
}

/** The newest import that a row of each day came with. */
function newestImports(feed: FeedTable | OrderTable, range: DayRange): Map<Day, number> {
  const newest = new Map<Day, number>();
  const look = (from: Day, to: Day, importId: number): void => {
    for (let day = Math.max(from, range.from); day <= Math.min(to, range.to); day++)
      newest.set(day, Math.max(newest.get(day) ?? 0, importId));
  };
  if ('rows' in feed)
    feed.rows.scan(beginningIn(feed.rows, range), [], (chunk) => {
      const importId = chunk.importIds();
      for (let row = 0; row < chunk.length; row++) look(chunk.day[row] ?? 0, chunk.to[row] ?? 0, importId[row] ?? 0);
    });
  else feed.saleDay.forEach((day, row) => look(day, day, feed.importId[row] ?? 0));
  return newest;
}

/** Runs of equal neighbours, as a strip draws and tells them. */
export function runsOf<T>(states: readonly T[]): { readonly state: T; readonly from: number; readonly to: number }[] {
  const runs: { state: T; from: number; to: number }[] = [];
  states.forEach((state, at) => {
    const last = runs.at(-1);
    if (last?.state === state) last.to = at;
    else runs.push({ state, from: at, to: at });
  });
  return runs;
}
