import type { Day } from '../time/day';

/** A stretch of days of an ad, in whole units of money. */
export interface Stretch {
  /** Its last day. */
  readonly day: Day;
  readonly spend: number;
  /** How often each early step was counted, in the order in which the steps are asked for; null where it is not measured. */
  readonly steps: readonly (number | null)[];
  /** Results of its clicks that have come. */
  readonly results: number;
  /** Share of its results that has come. */
  readonly share: number;
}

/** An ad from the first that is known of it on. */
export interface Course {
  readonly key: string;
  readonly name: string;
  /** The campaign and the channel that it lies in. */
  readonly path: readonly string[];
  /** What its campaign's name says of where in the funnel it works; null where it says nothing. */
  readonly stage: string | null;
  readonly stretches: readonly Stretch[];
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
export function earlyOf({ stretches }: Course, step: number, amount: number): Early | null {
  let [spend, count] = [0, 0];
  for (const { day, steps, spend: own } of stretches) {
    const counted = steps[step];
    if (counted == null) return null;
    spend += own;
    count += counted;
    if (spend >= amount) return { spend, count, until: day };
  }
  return null;
}

/** What came of an ad's money from the day after one on. */
export function laterOf({ stretches }: Pick<Course, 'stretches'>, after: Day): Later {
  const later = stretches.filter(({ day }) => day > after);
  return {
    due: later.reduce((total, { spend, share }) => total + spend * share, 0),
    results: later.reduce((total, { results }) => total + results, 0),
  };
}

/** The cost of a step. One that was never counted costs more than twice what was spent. */
export const costOf = ({ spend, count }: Pick<Early, 'spend' | 'count'>): number => spend / Math.max(0.5, count);

/** What came beside what the target asks for the money: 1 is just at the target. Half a result on both sides keeps nothing at all a number (calculations 12). */
export const reachedOf = ({ due, results }: Later, perResult: number): number => (results + 0.5) / (due / perResult + 0.5);
