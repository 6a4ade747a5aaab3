import { sum } from 'simple-statistics';
import { type Daily, overdispersion, UNUSUAL } from './usual-day';

/** What seven days came to beside the seven before. */
export interface WeekMove {
  readonly now: number;
  readonly before: number;
}

const WEEK = 7;
const LEAST_CHANGE = 0.05;

/** The last seven days up to one and the seven before; undefined where a day of them is not known. */
export function weeksUpTo(values: Daily, at: number): WeekMove | undefined {
  const days = values.slice(Math.max(0, at + 1 - 2 * WEEK), at + 1);
  if (days.length < 2 * WEEK || days.some((each) => each === null)) return undefined;
  return { before: sum(days.slice(0, WEEK) as number[]), now: sum(days.slice(WEEK) as number[]) };
}

/** Whether counts of two weeks differ by more than they vary by themselves. */
export function countMoved({ now, before }: WeekMove, values: Daily): boolean {
  const spread = Math.sqrt(overdispersion(values) * (now + before));
  return isOf(now, before) && Math.abs(now - before) > UNUSUAL * spread;
}

/** Whether what one costs differs by more than the counts behind it vary; spend is exact. */
export function costMoved(spend: WeekMove, count: WeekMove, values: Daily): boolean {
  if (spend.now <= 0 || spend.before <= 0 || count.now <= 0 || count.before <= 0) return false;
  const [now, before] = [spend.now / count.now, spend.before / count.before];
  const spread = Math.sqrt(overdispersion(values) * (1 / count.now + 1 / count.before));
  return isOf(now, before) && Math.abs(Math.log(now / before)) > UNUSUAL * spread;
}

const isOf = (now: number, before: number): boolean => Math.abs(now - before) >= LEAST_CHANGE * before;
