import type { Day } from '../time/day';

/** One outcome with both of its days; `weight` 1 counts it, its value weighs it by money. */
export interface LaggedOutcome {
  readonly clickDay: Day;
  readonly saleDay: Day;
  readonly weight: number;
}

/** Share of the eventual outcomes recorded by an age in days: `share[a]` for age a, 1 from the tail on. */
export interface Maturity {
  readonly share: readonly number[];
  /** The longest lag seen. */
  readonly tail: number;
  readonly outcomes: number;
}

/** Below this many outcomes nothing is said about how late sales arrive. */
export const LEAST_OUTCOMES = 50;

/**
 * How late outcomes arrive, from click-day cohorts that are still filling: reverse-hazard
 * (chain-ladder) estimate, Lagakos, Barraj & De Gruttola 1988. For each age only cohorts old enough
 * to have shown it are used, so recent days do not bias it towards short lags.
 *
 * `lastDay` is the last finished day. Returns undefined when there are fewer than 50 outcomes or
 * the history is not yet longer than the tail: then the tail is not known.
 */
export function estimateMaturity(outcomes: readonly LaggedOutcome[], lastDay: Day): Maturity | undefined {
  const usable = outcomes.filter((each) => each.saleDay <= lastDay && each.saleDay >= each.clickDay);
  if (usable.length < LEAST_OUTCOMES) return undefined;
  const tail = usable.reduce((longest, each) => Math.max(longest, each.saleDay - each.clickDay), 0);
  const firstClick = usable.reduce((first, each) => Math.min(first, each.clickDay), lastDay);
  if (lastDay - firstClick <= tail) return undefined;
  const share = new Array<number>(tail + 1).fill(1);
  for (let age = tail; age > 0; age--) {
    let at = 0;
    let upTo = 0;
    for (const { clickDay, saleDay, weight } of usable) {
      const lag = saleDay - clickDay;
      if (lastDay - clickDay < age || lag > age) continue;
      upTo += weight;
      if (lag === age) at += weight;
    }
    const hazard = upTo > 0 ? at / upTo : 0;
    share[age - 1] = (share[age] ?? 1) * (1 - hazard);
  }
  return { share, tail, outcomes: usable.length };
}

/** F(age): the share of a click day's outcomes that has been recorded when the day is `age` days old. */
export const shareBy = (maturity: Maturity, age: number): number => (age < 0 ? 0 : (maturity.share[age] ?? 1));

/** Maturity of several days together: Σ w F(age) / Σ w, w = clicks (calculations, chapter 9); 1 without weight. */
export function maturityOf(maturity: Maturity, days: readonly { day: Day; weight: number }[], lastDay: Day): number {
  let weighted = 0;
  let weights = 0;
  for (const { day, weight } of days) {
    weighted += weight * shareBy(maturity, lastDay - day);
    weights += weight;
  }
  return weights > 0 ? weighted / weights : 1;
}
