import type { Day } from '../time/day';

/** An ad stretch by stretch (a day, or a week) from the first that is known of it on: those in which it cost something, columns of one length. */
export interface Course {
  readonly key: string;
  readonly name: string;
  /** The channel and the campaign that it lies in. */
  readonly path: readonly string[];
  /** What its campaign's name says of where in the funnel it works; null where it says nothing. */
  readonly stage: string | null;
  /** The last day of each stretch, the earliest first. */
  readonly days: Int32Array;
  /** In whole units of money. */
  readonly spend: Float64Array;
  /** How often each early step was counted, in the order in which the steps are asked for; NaN where it is not measured. */
  readonly steps: readonly Float64Array[];
  /** Results of its clicks that have come. */
  readonly results: Float64Array;
  /** Share of its results that has come. */
  readonly share: Float64Array;
}

/** What an ad cost early on. */
export interface Early {
  readonly spend: number;
  readonly count: number;
  /** The last day of it. */
  readonly until: Day;
}

/** What came for the money after that. */
export interface Later {
  /** Money whose results have come: spend × the share of them that has. */
  readonly due: number;
  readonly results: number;
}

/**
 * The first stretches of an ad in which at least so much was spent, and how often a step was counted in them. Whole stretches:
 * nothing is prorated. Null where it has not spent so much, or the step is not measured throughout.
 */
export function earlyOf(
  { days, spend: spent, steps }: Pick<Course, 'days' | 'spend' | 'steps'>,
  step: number,
  amount: number,
): Early | null {
  const counts = steps[step];
  let [spend, count] = [0, 0];
  for (let at = 0; at < days.length; at++) {
    spend += spent[at] ?? 0;
    count += counts?.[at] ?? NaN;
    if (Number.isNaN(count)) return null;
    if (spend >= amount) return { spend, count, until: days[at] ?? 0 };
  }
  return null;
}

/** What came of an ad's money from the day after one on. */
export function laterOf({ days, spend, share, results: came }: Course, after: Day): Later {
  let [due, results] = [0, 0];
  for (let at = days.length - 1; at >= 0 && (days[at] ?? 0) > after; at--) {
    due += (spend[at] ?? 0) * (share[at] ?? 0);
    results += came[at] ?? 0;
  }
  return { due, results };
}

/** How often a step was counted after a day, and what was spent where it is measured. */
export function countedOf({ days, spend: spent, steps }: Course, step: number, after: Day): Pick<Early, 'spend' | 'count'> {
  const counts = steps[step];
  let [spend, count] = [0, 0];
  for (let at = days.length - 1; at >= 0 && (days[at] ?? 0) > after; at--) {
    const counted = counts?.[at] ?? NaN;
    if (Number.isNaN(counted)) continue;
    spend += spent[at] ?? 0;
    count += counted;
  }
  return { spend, count };
}

/** The cost of a step. One that was never counted costs more than twice what was spent. */
export const costOf = ({ spend, count }: Pick<Early, 'spend' | 'count'>): number => spend / Math.max(0.5, count);

/** What came beside what the target asks for the money: 1 is just at the target. Half a result on both sides keeps nothing at all a number (calculations 12). */
export const reachedOf = ({ due, results }: Later, perResult: number): number => (results + 0.5) / (due / perResult + 0.5);
