import { sum } from 'simple-statistics';
import { Z95 } from '../evidence/interval';
import type { Ranged } from './finding';

/** What something spent, and what came of it, on so many days. */
export interface Stretch {
  readonly days: number;
  readonly spend: number;
  readonly outcomes: number;
}

/** The same before it was decided to change it, without the days that led to that, and since it was changed. */
export interface BeforeAfter {
  readonly before: Stretch;
  readonly after: Stretch;
}

/** What a change did a day, against what would have been without it. */
export interface MoveResult {
  readonly spend: Ranged;
  readonly outcomes: Ranged;
  /** How many were left alone. */
  readonly others: number;
}

/** Fewer that were left alone say nothing of what would have been. */
export const LEAST_OTHERS = 5;
/** Of fewer days since the change, or before, nothing is made. */
export const LEAST_DAYS = 14;

/**
 * What a change really did (calculations, chapter 14): how spend and outcomes moved beside those of others that were left alone
 * over the same days. The days that led to the decision are in neither part: whoever is picked for having done badly does better
 * afterwards anyway. Null where too few others, or too few days, could be compared.
 */
export function followUp({ before, after }: BeforeAfter, others: readonly BeforeAfter[]): MoveResult | null {
  const alike = others.filter((each) => isKnown(each));
  if (alike.length < LEAST_OTHERS || before.days < LEAST_DAYS || after.days < LEAST_DAYS || !(before.spend > 0)) return null;
  const surely = studentOf(alike.length - 1);
  const money = movedBy(alike.map((each) => ({ ratio: Math.log(rate(each.after, 'spend') / rate(each.before, 'spend')), chance: 0 })));
  const brought = movedBy(alike.map((each) => ({ ratio: Math.log(perDay(each.after) / perDay(each.before)), chance: chanceOf(each) })));
  return {
    spend: against(rate(after, 'spend'), rate(before, 'spend'), { ...money, own: 0, chance: 0, surely }),
    outcomes: against(rate(after, 'outcomes'), rate(before, 'outcomes'), {
      ...brought,
      own: 1 / (before.outcomes + HALF),
      chance: Math.max(1, after.outcomes) / after.days ** 2,
      surely,
    }),
    others: alike.length,
  };
}

/** Counts of none have a logarithm with it. */
const HALF = 0.5;
const isKnown = ({ before, after }: BeforeAfter): boolean => before.spend > 0 && after.spend > 0 && before.outcomes > 0;
const rate = (stretch: Stretch, of: 'spend' | 'outcomes'): number => stretch[of] / stretch.days;
const perDay = ({ outcomes, days }: Stretch): number => (outcomes + HALF) / days;
const chanceOf = ({ before, after }: BeforeAfter): number => 1 / (before.outcomes + HALF) + 1 / (after.outcomes + HALF);

interface Moved {
  /** The mean of logarithms of ratios, and how uncertain it is (a variance). */
  readonly mean: number;
  readonly unsure: number;
  /** How much those left alone vary beyond chance (a variance). */
  readonly vary: number;
}

/** How those left alone moved: their mean with the inverse of chance and of how they vary as weights (DerSimonian and Laird). */
function movedBy(told: readonly { readonly ratio: number; readonly chance: number }[]): Moved {
  const LEAST = 1e-6;
  const weights = told.map(({ chance }) => 1 / Math.max(LEAST, chance));
  const total = sum(weights);
  const fixed = sum(told.map(({ ratio }, at) => ratio * (weights[at] ?? 0))) / total;
  const spread = sum(told.map(({ ratio }, at) => (weights[at] ?? 0) * (ratio - fixed) ** 2));
  const vary = Math.max(0, (spread - (told.length - 1)) / (total - sum(weights.map((each) => each ** 2)) / total));
  const both = told.map(({ chance }) => 1 / (Math.max(LEAST, chance) + vary));
  return { mean: sum(told.map(({ ratio }, at) => ratio * (both[at] ?? 0))) / sum(both), unsure: 1 / sum(both), vary };
}

/** What came after less what would have come, with both doubts. */
function against(
  after: number,
  before: number,
  { mean, unsure, vary, own, chance, surely }: Moved & { readonly own: number; readonly chance: number; readonly surely: number },
): Ranged {
  const without = before * Math.exp(mean);
  const apart = surely * Math.sqrt(chance + without ** 2 * (unsure + vary + own));
  return { low: after - without - apart, middle: after - without, high: after - without + apart };
}

/** The distance that holds 95 of 100 of a Student's distribution, in standard deviations (its expansion around the normal one). */
function studentOf(freedom: number): number {
  const [z, z3, z5] = [Z95, Z95 ** 3, Z95 ** 5];
  return z + (z3 + z) / (4 * freedom) + (5 * z5 + 16 * z3 + 3 * z) / (96 * freedom ** 2);
}

/** Whether what happened and what was expected can both be so: their ranges meet. */
export const agrees = (happened: Ranged, expected: Ranged): boolean => happened.low <= expected.high && expected.low <= happened.high;
