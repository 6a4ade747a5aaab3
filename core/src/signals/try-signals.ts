import { sampleCorrelation } from 'simple-statistics';
import { keepDiscoveries } from '../evidence/false-discovery';
import { type Correlation, rankCorrelation } from '../evidence/rank-correlation';
import { type Bar, barOf } from './bar';
import { costOf, type Course, earlyOf, laterOf, reachedOf } from './course';

/** Fewer ads say nothing of what tells (calculations 12). */
export const LEAST_ADS = 30;
/** A weaker tie is of no use for one ad. */
const LEAST_R = 0.5;
/** What came is known of an ad once the target asks for so many results of the money after its early days. */
const LEAST_ASKED = 4;
/** Early money that is tried, in results that it should bring. */
export const EARLY = [0.5, 1, 2, 5, 10, 20] as const;

/** How surely the cost of one step, in the first so much money, goes with what came later. */
export interface Tried {
  /** The place of the step. */
  readonly step: number;
  /** Early money, in what a result may cost. */
  readonly after: number;
  /** Ads of which both are known. */
  readonly ads: number;
  /** Of the cost of the step with that of a result; null where too few ads tell. */
  readonly ranks: Correlation | null;
  /** Pearson's on the logarithms of both. */
  readonly logs: number | null;
  readonly isUsable: boolean;
  /** What the step may cost; null where it is of no use, or that cannot be told. */
  readonly bar: Bar | null;
}

/** Early costs of ads and what came later, of those of which both are known. */
export function pairsOf(courses: readonly Course[], { step, after }: Pick<Tried, 'step' | 'after'>, perResult: number) {
  return courses.flatMap((course) => {
    const early = earlyOf(course, step, after * perResult);
    if (!early) return [];
    const later = laterOf(course, early.until);
    if (later.due < LEAST_ASKED * perResult) return [];
    return [{ cost: costOf(early), reached: reachedOf(later, perResult), worth: later.results / later.due }];
  });
}

/**
 * Which early cost tells how an ad will do (calculations 12): every step in the first half, one, two … times what a result
 * may cost, against what the money after that brought. Spearman's over all ads, those without a result being the worst.
 * Usable is one of at least 0.5, also after allowing for chance among all that were tried. `perResult` is what a result may cost.
 */
export function trySignals(courses: readonly Course[], steps: number, perResult: number): Tried[] {
  const asked = Array.from({ length: steps }, (_, step) => EARLY.map((after) => ({ step, after }))).flat();
  const tried = asked.map((each) => {
    const pairs = pairsOf(courses, each, perResult);
    const isEnough = pairs.length >= LEAST_ADS;
    const costs = pairs.map(({ cost }) => cost);
    // A result costs the more the less is worth what the money brought.
    const ranks = isEnough
      ? rankCorrelation(
          costs,
          pairs.map(({ worth }) => -worth),
        )
      : null;
    const logs = ranks
      ? sampleCorrelation(
          costs.map(Math.log),
          pairs.map(({ reached }) => -Math.log(reached)),
        )
      : null;
    return { ...each, pairs, ranks, logs };
  });
  const keep = keepDiscoveries(tried.map(({ ranks }) => ranks?.pValue ?? 1));
  return tried.map(({ pairs, ranks, ...each }, at) => {
    const isUsable = ranks !== null && Math.abs(ranks.r) >= LEAST_R && ranks.low * ranks.high > 0 && keep[at] === true;
    return { ...each, ads: pairs.length, ranks, isUsable, bar: isUsable ? barOf(pairs) : null };
  });
}

/** The one that tells soonest: of the least money, then the strongest; undefined where none is of use. */
export const soonestOf = (tried: readonly Tried[]): Tried | undefined =>
  tried
    .filter(({ isUsable }) => isUsable)
    .toSorted((a, b) => a.after - b.after || Math.abs(b.ranks?.r ?? 0) - Math.abs(a.ranks?.r ?? 0))[0];
