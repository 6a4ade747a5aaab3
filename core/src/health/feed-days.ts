import type { Cover } from '../grain/tables';
import type { Day, DayRange } from '../time/day';

/**
 * What a feed has of a day: rows; nothing although covered, which counts as 0; nothing because no
 * import covers it; rows that a later import changed; rows that another report of the account
 * contradicts; rows of a day that has not ended. Nothing is
 * expected before the first import begins, nor of a day that has not ended.
 */
export const DAY_STATES = ['not expected', 'missing', 'arrived', 'nothing', 'restated', 'in conflict', 'open'] as const;
export type DayState = (typeof DAY_STATES)[number];

/** The rows of a feed as far as health is concerned: their days and the imports they came with. */
export interface FeedRows {
  readonly covers: readonly Cover[];
  readonly length: number;
  readonly day: Int32Array;
  readonly to?: Int32Array;
  readonly importId: Int32Array;
}

/** The state of each day of a range. `lastDay` is the last finished one, `conflicts` days on which another report says otherwise. */
export function feedDays(
  { covers, length, day, to, importId }: FeedRows,
  range: DayRange,
  lastDay: Day,
  conflicts: ReadonlySet<Day> = new Set(),
): DayState[] {
  const first = Math.min(...covers.map(({ from }) => from));
  const earliest = new Map<Day, number>();
  for (const cover of covers)
    for (let each = Math.max(cover.from, range.from); each <= Math.min(cover.to, range.to); each++)
      earliest.set(each, Math.min(earliest.get(each) ?? Infinity, cover.importId));
  const newest = new Map<Day, number>();
  for (let row = 0; row < length; row++) {
    const first = Math.max(day[row] ?? 0, range.from);
    const last = Math.min(to?.[row] ?? day[row] ?? 0, range.to);
    for (let each = first; each <= last; each++) newest.set(each, Math.max(newest.get(each) ?? 0, importId[row] ?? 0));
  }
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
