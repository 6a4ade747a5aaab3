import { sum } from 'simple-statistics';
import type { MetricId } from '../metric/metric';
import type { Lines } from './lines';
import { type RateBreak, rateBreak } from './rate-break';
import { type Daily, dayAgainstUsual, UNUSUAL } from './usual-day';

/** One step on the way to a result, day by day: how many there were of one thing, and how many of the next followed. */
export interface Step {
  readonly metric: MetricId;
  readonly per: MetricId;
  readonly of: Daily;
  readonly followed: Daily;
}

/** Each count that is told beside the one before it on the way to the result, of the members that tell of both, without unusual days. */
export function stepsOf(lines: readonly Lines[]): Step[] {
  const isTold = ({ members }: Lines): boolean => members.some(({ values }) => values.some((each) => each !== null));
  const counts = lines.filter((line) => line.varies === 'count' && isTold(line));
  return counts.slice(1).flatMap((own, nth): Step[] => {
    const before = counts[nth];
    return before ? [stepBetween(before, own)] : [];
  });
}

/** One metric beside another, of the members that tell of both, without unusual days of counts. */
export function stepBetween(before: Lines, own: Lines): Step {
  const days = Math.min(own.last, before.last) + 1;
  const steady = ({ varies }: Lines, values: Daily): Daily => (varies === 'count' ? calm(values) : values);
  const pairs = own.members.map(({ key, values }) => ({
    of: steady(before, before.members.find((each) => each.key === key)?.values ?? []),
    followed: steady(own, values),
  }));
  const daily = Array.from({ length: days }, (_, at) => {
    const told = pairs.flatMap(({ of, followed }) => (of[at] != null && followed[at] != null ? [[of[at], followed[at]] as const] : []));
    return told.length > 0 ? ([sum(told.map(([of]) => of)), sum(told.map(([, after]) => after))] as const) : null;
  });
  return {
    metric: own.metric,
    per: before.metric,
    of: steady(
      before,
      daily.map((each) => each?.[0] ?? null),
    ),
    followed: steady(
      own,
      daily.map((each) => each?.[1] ?? null),
    ),
  };
}

/** The day since which another share of a step follows; undefined where it is as it was. */
export const breakOf = ({ of, followed }: Step): RateBreak | undefined => rateBreak(of, followed);

/** Without the days that are unlike others: an outage of a day is no break. */
export const calm = (values: Daily): Daily =>
  values.map((each, at) => (Math.abs(dayAgainstUsual(values, at, 'count')?.z ?? 0) > UNUSUAL ? null : each));

const ROUND = [100, 1000, 10_000, 100_000];
const A_FEW = 10;
/** Of how many a share is told: of so many that at least a few follow. */
export const ofSoMany = (share: number): number => ROUND.find((each) => each * share >= A_FEW) ?? 100_000;
