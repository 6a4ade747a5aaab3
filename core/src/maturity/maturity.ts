import { quantileSorted, sum } from 'simple-statistics';
import type { Day } from '../time/day';
import { DRAWS, type Times } from './resample';

/** One outcome with both of its days; `weight` 1 counts it, its value weighs it by money. */
export interface LaggedOutcome {
  readonly clickDay: Day;
  readonly saleDay: Day;
  readonly weight: number;
}

/** How late outcomes arrive: F(a), the share of the eventual ones that is recorded at an age of a days. */
export interface Maturity {
  /** `share[a]` for age a in days, 1 from the tail on. */
  readonly share: readonly number[];
  /** The same, each time from other click days: what the intervals are made of. Empty without resamples. */
  readonly draws: readonly (readonly number[])[];
  /** The longest lag seen. */
  readonly tail: number;
  readonly outcomes: number;
}

/** A share with the 95 % interval of what is known of it. */
export interface Arrived {
  readonly share: number;
  readonly low: number;
  readonly high: number;
}

/** Below this many outcomes nothing is said about how late sales arrive. */
const LEAST_OUTCOMES = 50;

/** A curve of few outcomes is drawn towards its parent's as if it had seen so many more of the parent's kind. */
const PRIOR_OUTCOMES = 20;

interface Resampling {
  readonly times?: Times;
  /** The curve of what these outcomes are a part of: the client's for a channel's, the channel's for a campaign's. */
  readonly parent?: Maturity;
}

/**
 * How late outcomes arrive, from click-day cohorts that are still filling: reverse-hazard
 * (chain-ladder) estimate, Lagakos, Barraj & De Gruttola 1988. For each age only cohorts old enough
 * to have shown it are used, so recent days do not bias it towards short lags. With a parent, each
 * hazard is drawn towards the parent's: (seen at the age + k × parent's) / (seen up to it + k).
 *
 * `lastDay` is the last finished day. Without a parent, returns undefined when there are fewer than 50
 * outcomes or the history is not yet longer than the tail: then the tail is not known.
 */
export function estimateMaturity(
  outcomes: readonly LaggedOutcome[],
  lastDay: Day,
  { times, parent }: Resampling = {},
): Maturity | undefined {
  const usable = outcomes.filter((each) => each.saleDay <= lastDay && each.saleDay >= each.clickDay);
  if (!parent && usable.length < LEAST_OUTCOMES) return undefined;
  const tail = parent?.tail ?? usable.reduce((longest, each) => Math.max(longest, each.saleDay - each.clickDay), 0);
  const firstClick = usable.reduce((first, each) => Math.min(first, each.clickDay), lastDay);
  if (!parent && lastDay - firstClick <= tail) return undefined;
  const weight = usable.reduce((sum, each) => sum + each.weight, 0);
  const prior = usable.length > 0 ? (PRIOR_OUTCOMES * weight) / usable.length : 1;
  const cohorts = cohortsOf(usable, lastDay, tail);
  const curve = (timesOf: (clickDay: Day) => number, towards: readonly number[] | undefined): number[] =>
    sharesOf(cohorts, { tail, timesOf, towards: towards && { share: towards, weight: prior } });
  return {
    share: curve(() => 1, parent?.share),
    draws: times
      ? Array.from({ length: DRAWS }, (_, draw) => curve((clickDay) => times(draw, clickDay), parent?.draws[draw] ?? parent?.share))
      : [],
    tail,
    outcomes: usable.length,
  };
}

/** Outcomes by click day, and within it by those lags that any of them had; only what its age lets be seen. */
interface Cohorts {
  readonly clickDays: readonly Day[];
  readonly ages: Int32Array;
  /** Where the lags of each click day begin; one place more than there are days. */
  readonly starts: Int32Array;
  readonly lags: Int32Array;
  readonly weights: Float64Array;
  /** What a click day has in all. */
  readonly all: Float64Array;
}

function cohortsOf(outcomes: readonly LaggedOutcome[], lastDay: Day, tail: number): Cohorts {
  const cohorts = new Map<Day, Map<number, number>>();
  for (const { clickDay, saleDay, weight } of outcomes) {
    const byLag = cohorts.get(clickDay) ?? new Map<number, number>();
    if (byLag.size === 0) cohorts.set(clickDay, byLag);
    const lag = Math.min(tail, saleDay - clickDay);
    byLag.set(lag, (byLag.get(lag) ?? 0) + weight);
  }
  const days = [...cohorts];
  const starts = Int32Array.from({ length: days.length + 1 }, () => 0);
  days.forEach(([, byLag], day) => (starts[day + 1] = (starts[day] ?? 0) + byLag.size));
  return {
    clickDays: days.map(([clickDay]) => clickDay),
    ages: Int32Array.from(days, ([clickDay]) => Math.min(tail, lastDay - clickDay)),
    starts,
    lags: Int32Array.from(days.flatMap(([, byLag]) => [...byLag.keys()])),
    weights: Float64Array.from(days.flatMap(([, byLag]) => [...byLag.values()])),
    all: Float64Array.from(days, ([, byLag]) => sum([...byLag.values()])),
  };
}

interface Curve {
  readonly tail: number;
  /** How often the outcomes of a click day count. */
  readonly timesOf: (clickDay: Day) => number;
  readonly towards: { readonly share: readonly number[]; readonly weight: number } | undefined;
}

function sharesOf({ clickDays, ages, starts, lags, weights, all }: Cohorts, { tail, timesOf, towards }: Curve): number[] {
  const at = new Float64Array(tail + 1);
  // Seen up to an age by cohorts that old: begins at an outcome's lag and ends with its cohort's age.
  const steps = new Float64Array(tail + 2);
  for (let day = 0; day < clickDays.length; day++) {
    const times = timesOf(clickDays[day] ?? 0);
    if (times === 0) continue;
    const end = starts[day + 1] ?? 0;
    for (let each = starts[day] ?? 0; each < end; each++) {
      const lag = lags[each] ?? 0;
      const counted = (weights[each] ?? 0) * times;
      at[lag] = (at[lag] ?? 0) + counted;
      steps[lag] = (steps[lag] ?? 0) + counted;
    }
    const next = (ages[day] ?? 0) + 1;
    steps[next] = (steps[next] ?? 0) - (all[day] ?? 0) * times;
  }
  const upTo: number[] = [];
  for (let age = 0, seen = 0; age <= tail; age++) upTo.push((seen += steps[age] ?? 0));
  const share = new Array<number>(tail + 1).fill(1);
  for (let age = tail; age > 0; age--) {
    const drawn = towards ? towards.weight : 0;
    const usual = towards ? hazardOf(towards.share, age) : 0;
    const seen = Math.max(0, upTo[age] ?? 0) + drawn;
    const hazard = seen > 0 ? Math.min(1, ((at[age] ?? 0) + drawn * usual) / seen) : 0;
    share[age - 1] = (share[age] ?? 1) * (1 - hazard);
  }
  return share;
}

/** Of what is recorded by an age, the share that came at just that age. */
function hazardOf(share: readonly number[], age: number): number {
  const by = share[age] ?? 1;
  return by > 0 ? 1 - (share[age - 1] ?? 0) / by : 0;
}

const shareAt = (share: readonly number[], age: number): number => (age < 0 ? 0 : (share[age] ?? 1));

/** F(age): the share of a click day's outcomes that has been recorded when the day is `age` days old. */
export const shareBy = (maturity: Maturity, age: number): number => shareAt(maturity.share, age);

/** Below this share of the late outcomes arrived, what click days brought is no news yet. */
export const SETTLED = 0.95;

/** Click days by what weighs them: clicks, else spend. */
export type WeightedDays = readonly { readonly day: Day; readonly weight: number }[];

/** Maturity of several days together, then of each resample: Σ w F(age) / Σ w (calculations, chapter 9); 1 without weight. */
export function maturitiesOf({ share, draws, tail }: Maturity, days: WeightedDays, lastDay: Day): number[] {
  // Days older than the tail have all of theirs, in every resample.
  const byAge = new Float64Array(tail + 1);
  let weights = 0;
  for (const { day, weight } of days) {
    const age = Math.min(tail, lastDay - day);
    if (age >= 0) byAge[age] = (byAge[age] ?? 0) + weight;
    weights += weight;
  }
  const of = (curve: readonly number[]): number => {
    let weighted = 0;
    for (let age = 0; age <= tail; age++) weighted += (byAge[age] ?? 0) * shareAt(curve, age);
    return weights > 0 ? weighted / weights : 1;
  };
  return [of(share), ...draws.map(of)];
}

/** The estimate, which comes first, and the 95 % interval of the resamples after it. */
export function arrivedOf([share = 1, ...draws]: readonly number[]): Arrived {
  if (draws.length === 0) return { share, low: share, high: share };
  const sorted = draws.toSorted((a, b) => a - b);
  return { share, low: Math.min(share, quantileSorted(sorted, 0.025)), high: Math.max(share, quantileSorted(sorted, 0.975)) };
}

/** Maturity of several days together with its interval. */
export const maturityOf = (maturity: Maturity, days: WeightedDays, lastDay: Day): Arrived =>
  arrivedOf(maturitiesOf(maturity, days, lastDay));
