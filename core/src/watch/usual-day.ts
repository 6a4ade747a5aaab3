import { median, sum } from 'simple-statistics';

/** What was measured day by day, one after the other; null where a day was not. */
export type Daily = readonly (number | null)[];

/** A day beside what days like it usually bring. */
export interface DayMeasured {
  readonly value: number;
  readonly usual: number;
  /** How far from it, in usual spreads. */
  readonly z: number;
}

/** Whether a number varies by itself, or as counts do: then it is not surer than their chance. */
export type Varies = 'amount' | 'count';

/** Weeks that tell what is usual, and the fewest that do. */
const [WEEKS, FEWEST] = [8, 4];
const WEEK = 7;
/** Further from the usual than so many spreads no day of a calm time lies. */
export const UNUSUAL = 3.5;
/**
 * Beyond which a day is told where many things are watched on many days, and the usual is itself known from eight: of
 * 616 lines of the demonstration over 34 days, 30 calm days lay beyond 3.5, and seven beyond this.
 */
export const TOLD = 4.5;
/** What makes the median distance from a middle a standard deviation. */
const OF_MEDIAN = 1.4826;
/** No amount is known to be steadier than this share of itself. */
const STEADIEST = 0.03;

const known = (values: readonly (number | null | undefined)[]): number[] => values.flatMap((each) => each ?? []);

/** The same weekdays before a day, and what is in their middle; 0 where none is known. */
interface Weekdays {
  readonly own: readonly number[];
  readonly middle: number;
}

/** Every day is looked at from the thirteen around it: what came before it is worked out once. */
const worked = new WeakMap<Daily, Map<number, Weekdays>>();

/** What the same weekdays before a day came to, the latest first. */
function weekdaysBefore(values: Daily, at: number): Weekdays {
  const ofValues = worked.get(values) ?? new Map<number, Weekdays>();
  worked.set(values, ofValues);
  const made = ofValues.get(at);
  if (made) return made;
  const own: number[] = [];
  for (let week = 1; week <= WEEKS; week++) {
    const value = values[at - week * WEEK];
    if (value != null) own.push(value);
  }
  const weekdays = { own, middle: own.length > 0 ? median(own) : 0 };
  ofValues.set(at, weekdays);
  return weekdays;
}

/**
 * A day against the median of the same weekdays before it, times how the week before stood to its own (the level), in
 * spreads that the days of all weekdays before had around theirs (calculations, chapter 17). Undefined where too few
 * weeks are known. An amount is taken to vary by a share `steadiest` of itself at least.
 */
export function dayAgainstUsual(values: Daily, at: number, varies: Varies, steadiest = STEADIEST): DayMeasured | undefined {
  const value = values[at];
  const { own, middle } = weekdaysBefore(values, at);
  if (value == null || own.length < FEWEST) return undefined;
  const usual = middle * levelBefore(values, at);
  const share = spreadBefore(values, at);
  if (varies === 'count') return { value, usual, z: countsApart(value, usual, share) };
  const spread = Math.max(share, steadiest) * usual;
  return spread > 0 ? { value, usual, z: (value - usual) / spread } : undefined;
}

/** Prices of clicks spread by about half of them, so that their sum varies a little more than their number does. */
const PRICES_SPREAD = 1.25;

/** What spend varies by at least: it is what clicks cost, and they are counts. Undefined where they are not known. */
export function steadiestSpend(clicks: Daily, at: number): number | undefined {
  const usual = dayAgainstUsual(clicks, at, 'count')?.usual;
  return usual === undefined ? undefined : Math.sqrt(PRICES_SPREAD / Math.max(1, usual));
}

/**
 * How far a count is from a usual one: few are rarely far above what is usual by more than chance, and hardly ever by as
 * much below; square roots of counts spread alike on both sides (Anscombe).
 */
function countsApart(count: number, usual: number, share: number): number {
  const apart = 2 * (Math.sqrt(count + 3 / 8) - Math.sqrt(usual + 3 / 8));
  return apart / Math.sqrt(Math.max(1, share ** 2 * usual));
}

/** How the six days before a day stood to their weekdays; 1 where too few are known. */
function levelBefore(values: Daily, at: number): number {
  const ratios = range(at - WEEK + 1, at - 1).flatMap((day) => {
    const [value, { own, middle }] = [values[day], weekdaysBefore(values, day)];
    return value != null && own.length >= FEWEST && middle > 0 ? [value / middle] : [];
  });
  return ratios.length >= FEWEST ? median(ratios) : 1;
}

/** The usual distance of days from the middle of their weekdays, as a share of it. */
function spreadBefore(values: Daily, at: number): number {
  const distances: number[] = [];
  for (let day = 0; day < WEEK; day++) {
    const { own, middle } = weekdaysBefore(values, at + day);
    if (middle > 0) for (const each of own) distances.push(Math.abs(each / middle - 1));
  }
  return distances.length > 0 ? OF_MEDIAN * median(distances) : 0;
}

/** How much more than counts do these vary around their weekdays; at least 1 (Pearson). */
export function overdispersion(values: Daily): number {
  const parts = Array.from({ length: WEEK }, (_, weekday) => known(values.filter((_, at) => at % WEEK === weekday))).filter(
    (own) => own.length > 1 && sum(own) > 0,
  );
  const degrees = sum(parts.map((own) => own.length - 1));
  if (degrees === 0) return 1;
  const chi = sum(
    parts.map((own) => {
      const mean = sum(own) / own.length;
      return sum(own.map((each) => (each - mean) ** 2 / mean));
    }),
  );
  return Math.max(1, chi / degrees);
}

const range = (from: number, to: number): number[] => Array.from({ length: Math.max(0, to - from + 1) }, (_, at) => from + at);
