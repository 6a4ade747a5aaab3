import type { WeekHour } from './week-grid';

/** A change of bids in some hours of a weekday, in place of the one that holds there now. */
export interface Adjustment {
  readonly weekdays: readonly number[];
  /** From the hour up to another; 24 is midnight. */
  readonly from: number;
  readonly to: number;
  /** 0.15 is a bid 15 % higher. */
  readonly change: number;
}

const STEP = 0.05;
/** So surely each hour that is told lies on its side. */
const SURE = 0.99;
/** A bid is at most doubled, and never taken away by this. */
const [LEAST, MOST] = [-0.9, 1];

/**
 * Hours whose ratio surely lies on its side of 1, each by itself: those of seven weekdays share what is not known of their hour,
 * so that one sure hour must not make room for another that is less so.
 */
export const supportedHours = (hours: readonly WeekHour[]): WeekHour[] =>
  hours
    .filter(({ isAccepting, ratio, surely }) => isAccepting && changeOf(ratio) !== 0 && surely >= SURE)
    .toSorted((a, b) => b.surely - a.surely);

/** What a click brings beside the mean of accepting hours, to 5 % and within what a bid may change: 1.33 → 0.35, 0.97 → −0.05. */
export const changeOf = (ratio: number): number => Math.min(MOST, Math.max(LEAST, Math.round((ratio - 1) / STEP) * STEP));

/** Hours as few lines: neighbours of a weekday with the same change are one, and weekdays with the same line share it. None spans midnight. */
export function adjustmentsOf(hours: readonly WeekHour[]): Adjustment[] {
  const runs: { weekday: number; from: number; to: number; change: number }[] = [];
  for (const { weekday, hour, ratio } of hours.toSorted((a, b) => a.weekday - b.weekday || a.hour - b.hour)) {
    const change = changeOf(ratio);
    const last = runs.at(-1);
    if (last?.weekday === weekday && last.to === hour && last.change === change) last.to = hour + 1;
    else runs.push({ weekday, from: hour, to: hour + 1, change });
  }
  const lines = new Map<string, Adjustment & { weekdays: number[] }>();
  for (const { weekday, ...line } of runs) {
    const key = `${line.from} ${line.to} ${line.change}`;
    const same = lines.get(key);
    if (same) same.weekdays.push(weekday);
    else lines.set(key, { ...line, weekdays: [weekday] });
  }
  return [...lines.values()];
}
