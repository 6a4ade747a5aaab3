import type { DayRange } from '../time/day';
import type { FeedTable } from './tables';

/** How rows that stand for several days lie in a question. */
export interface Spans {
  /** Every run of days that some row stands for, once. */
  readonly list: readonly DayRange[];
  /** Days of the window that lie in a run which is not inside one bucket: nothing is prorated. */
  readonly cut: Uint8Array;
}

/** The spans of a feed, or undefined where each of its rows stands for one day. */
export function spansOf(feed: FeedTable, window: DayRange, bucketOf: (day: number) => number): Spans | undefined {
  const { to: ends } = feed;
  if (!ends) return undefined;
  const spans = new Map<string, DayRange>();
  for (let row = 0; row < feed.length; row++) {
    const [from, to] = [feed.day[row] ?? 0, ends[row] ?? 0];
    if (to > from && to >= window.from && from <= window.to) spans.set(`${from} ${to}`, { from, to });
  }
  const cut = new Uint8Array(window.to - window.from + 1);
  for (const { from, to } of spans.values()) {
    const bucket = bucketOf(from);
    if (bucket >= 0 && bucketOf(to) === bucket) continue;
    cut.fill(1, Math.max(0, from - window.from), Math.min(cut.length, to - window.from + 1));
  }
  return { list: [...spans.values()], cut };
}
