import { sum } from 'simple-statistics';
import type { Day } from '../time/day';
import { type Bar, barOf } from './bar';
import { costOf, type Course, earlyOf, laterOf } from './course';
import { LEAST_ADS, pairsOf, type Tried } from './try-signals';

/** The bar as it was known on a day, and what became of the ads that it would have stopped. */
export interface HeldWeek {
  readonly by: Day;
  /** Ads of which it was made. */
  readonly ads: number;
  readonly bar: Bar | null;
  /** Ads beyond the bar whose later results are known. */
  readonly stopped: number;
  /** Those of them that missed the target later. */
  readonly missed: number;
  /** Ads that met the target later, and those of them beyond the bar. */
  readonly winners: number;
  readonly lost: number;
}

/** What came after is judged from so many results on that the target asks of it. */
const LEAST_ASKED = 3;

/**
 * The bar of one signal as it was on a day, held against what came after that day. `then` are the ads as they were known on
 * the day; `now` the same as they are known today.
 */
export function heldSince(
  { then, now, by }: { readonly then: readonly Course[]; readonly now: readonly Course[]; readonly by: Day },
  signal: Pick<Tried, 'step' | 'after'>,
  perResult: number,
): HeldWeek {
  const pairs = pairsOf(then, signal, perResult);
  const bar = pairs.length >= LEAST_ADS ? barOf(pairs) : null;
  const known = now.flatMap((course) => {
    const early = earlyOf(course, signal.step, signal.after * perResult);
    const later = laterOf(course, by);
    if (!bar || !early || early.until > by || later.due < LEAST_ASKED * perResult) return [];
    return [{ isStopped: isBeyond(costOf(early), bar), isMissed: later.results * perResult < later.due }];
  });
  const winners = known.filter(({ isMissed }) => !isMissed);
  const stopped = known.filter(({ isStopped }) => isStopped);
  return {
    ...{ by, ads: pairs.length, bar, stopped: stopped.length, winners: winners.length },
    missed: stopped.filter(({ isMissed }) => isMissed).length,
    lost: winners.filter(({ isStopped }) => isStopped).length,
  };
}

/** Whether a cost is on the wrong side of a bar, whichever place of its interval that has. */
const isBeyond = (cost: number, { low, high, isAtMost }: Bar): boolean => (isAtMost ? cost > high : cost < low);

/** The most of those that met the target which a bar may lose, for ads to be stopped by it. */
const MOST_LOST = 0.05;

/** Whether a bar held over some weeks: it lost next to none of the ads that met the target, and there were some to lose. */
export function hasHeld(weeks: readonly HeldWeek[]): boolean {
  const [winners, lost] = [sum(weeks.map((each) => each.winners)), sum(weeks.map((each) => each.lost))];
  return winners > 0 && lost <= MOST_LOST * winners;
}
