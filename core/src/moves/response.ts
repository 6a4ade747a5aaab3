import type { Ranged } from './finding';

/**
 * How outcomes follow spend until a fitted curve takes its place: outcomes grow as spend to the power of
 * this, so that the last part of a budget brings less than the average (calculations, chapter 14). The
 * range is what saturating response allows between a market hardly touched and one nearly bought out.
 */
export const ELASTICITY: Ranged = { low: 0.45, middle: 0.7, high: 1 };

/**
 * What would be missed or gained of the outcomes counted for a member: some would come anyway by another
 * way, and some that it started are counted elsewhere.
 */
export const CAUSED: Ranged = { low: 0.6, middle: 1, high: 1.5 };

/** The relative change of outcomes for a relative change of spend: −20 % of spend, elasticity 0.7 → −14.5 %. */
export const outcomesFollow = (spendShare: number, elasticity: number): number => Math.pow(Math.max(0, 1 + spendShare), elasticity) - 1;

/**
 * What the last money brings where so much comes of all of it on average: of outcomes that follow spend to the power of the
 * elasticity, the part of the average that the elasticity is (calculations, chapter 14). A return falls, a cost rises: an average
 * return of 3 → 2.1 (1.35 to 3), an average cost of 7 → 10 (7 to 15.6).
 */
export function marginalOf(average: number, isCost: boolean): Ranged {
  const { low, middle, high } = ELASTICITY;
  return isCost
    ? { low: average / high, middle: average / middle, high: average / low }
    : { low: average * low, middle: average * middle, high: average * high };
}

/** Whether all of a range reaches a bar, part of it, or none; a cost reaches it from above. */
export function reachOf({ low, high }: Ranged, bar: number, isCost: boolean): 'all' | 'part' | 'none' {
  const reaches = (amount: number): boolean => (isCost ? amount <= bar : amount >= bar);
  const [worst, best] = isCost ? [high, low] : [low, high];
  return reaches(worst) ? 'all' : reaches(best) ? 'part' : 'none';
}

/** Days an effect is expected over: within them chance counts as well. */
export const EFFECT_DAYS = 28;

/**
 * A range around a middle from independent doubts, each as the factors by which the truth may be smaller
 * or larger: distances add as squares on the scale of logarithms. Chance is added for a count of so many
 * things a day, over the days of an effect (Poisson).
 */
export function rangeOf(middle: number, doubts: readonly { readonly less: number; readonly more: number }[], perDay: number): Ranged {
  const apart = (pick: (doubt: (typeof doubts)[number]) => number): number =>
    Math.exp(Math.hypot(...doubts.map((each) => Math.log(pick(each)))));
  const [near, far] = [middle / apart(({ less }) => 1 / less), middle * apart(({ more }) => more)];
  const chance = perDay > 0 ? Math.abs(middle) * 2 * Math.sqrt(1 / (perDay * EFFECT_DAYS)) : 0;
  const [low, high] = middle < 0 ? [far, near] : [near, far];
  return { low: middle - Math.hypot(middle - low, chance), middle, high: middle + Math.hypot(high - middle, chance) };
}
