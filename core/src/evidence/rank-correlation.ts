import { sampleCorrelation } from 'simple-statistics';
import { gammaP } from './gamma';
import { type Interval, Z95 } from './interval';

/** Ranks from 1, those that are equal sharing the mean of theirs: 3, 1, 3 → 2.5, 1, 2.5. */
export function ranksOf(values: readonly number[]): number[] {
  const order = values.map((value, at) => ({ value, at })).sort((a, b) => a.value - b.value);
  const ranks = new Array<number>(values.length);
  for (let from = 0; from < order.length;) {
    let to = from;
    while (to + 1 < order.length && order[to + 1]?.value === order[from]?.value) to++;
    for (let each = from; each <= to; each++) ranks[order[each]?.at ?? 0] = (from + to) / 2 + 1;
    from = to + 1;
  }
  return ranks;
}

/** A correlation with its 95 % interval and how surely it is not 0. */
export interface Correlation extends Interval {
  readonly r: number;
  /** Two-sided chance of one so far from 0 where there is none. */
  readonly pValue: number;
}

/**
 * Spearman's rank correlation of pairs, equal ones sharing their ranks. Its interval is made on Fisher's scale with the
 * standard error √((1 + r² / 2) / (n − 3)) (Bonett & Wright 2000). Null for fewer than four pairs, or where one side is all alike.
 */
export function rankCorrelation(a: readonly number[], b: readonly number[]): Correlation | null {
  if (a.length !== b.length) throw new RangeError(`Pairs of ${a.length} and ${b.length}`);
  if (a.length < 4 || new Set(a).size < 2 || new Set(b).size < 2) return null;
  const r = sampleCorrelation(ranksOf(a), ranksOf(b));
  // Of ±1 exactly the scale has no end; a hair less says the same.
  const z = Math.atanh(Math.max(-1 + 1e-9, Math.min(1 - 1e-9, r)));
  const half = Z95 * Math.sqrt((1 + (r * r) / 2) / (a.length - 3));
  return { r, low: Math.tanh(z - half), high: Math.tanh(z + half), pValue: twoSided(z * Math.sqrt(a.length - 3)) };
}

/** The chance of a standard normal at least so far from 0. */
const twoSided = (z: number): number => 1 - gammaP(0.5, (z * z) / 2);
