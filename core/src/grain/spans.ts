import type { Rows } from '../rows/rows';
import type { DayRange } from '../time/day';

/** How rows that stand for several days lie in a question. */
export interface Spans {
  /** Every run of days that some row stands for, once. */
  readonly list: readonly DayRange[];
  /** Days of the window that lie in a run which is not inside one bucket: nothing is prorated. */
  readonly cut: Uint8Array;
}

/** The spans of a report, or undefined where each of its rows stands for one day. */
export function spansOf({ spans }: Pick<Rows, 'spans'>, window: DayRange, bucketOf: (day: number) => number): Spans | undefined {
  if (spans.length === 0) return undefined;
  const list = spans.filter(({ from, to }) => to >= window.from && from <= window.to);
  const cut = new Uint8Array(window.to - window.from + 1);
  for (const { from, to } of list) {
    const bucket = bucketOf(from);
    if (bucket >= 0 && bucketOf(to) === bucket) continue;
    cut.fill(1, Math.max(0, from - window.from), Math.min(cut.length, to - window.from + 1));
  }
  return { list, cut };
}
