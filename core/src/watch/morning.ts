import type { ClientTables } from '../grain/tables';
import type { MetricId } from '../metric/metric';
import type { Names } from '../question/names';
import { TARGET_METRICS, USUAL_TARGET } from '../target/target';
import type { Day, DayRange } from '../time/day';
import { type Lines, type LinesAsked, linesOf, type NamedLine } from './lines';
import { breakOf, calm, stepsOf } from './steps';
import { type Daily, dayAgainstUsual, type DayMeasured, steadiestSpend, TOLD } from './usual-day';
import { costMoved, countMoved, type WeekMove, weeksUpTo } from './week-move';

/** Something that moved beyond chance. */
export type MorningFact =
  /** A day unlike days like it, of one channel or, without one, of all of them. */
  | ({
      readonly kind: 'day';
      readonly metric: MetricId;
      readonly channel: Pick<NamedLine, 'key' | 'name'> | null;
      readonly day: Day;
      /** Where not every channel tells of it: it is of those that do. */
      readonly isOfSome: boolean;
    } & DayMeasured)
  /** So many of one thing followed another before a day, and so many do since. */
  | {
      readonly kind: 'rate';
      readonly metric: MetricId;
      readonly per: MetricId;
      readonly since: Day;
      /** Days of which it may as well be one. */
      readonly within: DayRange;
      readonly before: number;
      readonly now: number;
    }
  /** Results of the last seven days beside the seven before. */
  | {
      readonly kind: 'week';
      readonly metric: MetricId;
      readonly to: Day;
      readonly isOfSome: boolean;
      readonly results: WeekMove;
      /** What one of them cost; null on a side that brought none. */
      readonly cost: { readonly [Side in keyof WeekMove]: number | null };
    };

/** Days that are looked back on: eight weeks behind the week that a level is taken of. */
const LOOK_BACK = 70;
/** A break of before these days is known by now. */
const NEWS_DAYS = 14;
/** A day of one channel is no news of the client where all it misses is less than this share of what is usual. */
const LEAST_SHARE = 0.05;
const MOST_DAYS = 3;

/** What moved beyond chance up to the last finished day; nothing where nothing did. */
export function morningFacts(tables: ClientTables, asked: LinesAsked, names: Names, lastDay: Day): MorningFact[] {
  const first = lastDay - LOOK_BACK + 1;
  const watched = linesOf(tables, asked, names, { days: { from: first, to: lastDay }, lastDay });
  const result = TARGET_METRICS[USUAL_TARGET[asked.metricSet]].count;
  return [...daysOff(watched, first), ...ratesBroken(watched, first, lastDay), ...weeksMoved(watched, result, first)];
}

/** Days unlike the days like them: where all channels together are so, that is said; else those channels that are. */
function daysOff(watched: readonly Lines[], first: Day): MorningFact[] {
  const clicks = watched.find(({ metric }) => metric === 'clicks');
  const found = watched.flatMap(({ metric, varies, last, members, whole, isOfSome }): (MorningFact & { kind: 'day' })[] => {
    const against = (values: Daily, clicked: Daily | undefined): DayMeasured | undefined =>
      dayAgainstUsual(values, last, varies, clicked && varies === 'amount' ? steadiestSpend(clicked, last) : undefined);
    const told = { kind: 'day', metric, day: first + last, isOfSome: false } as const;
    const all = against(whole, clicks?.whole);
    if (all && Math.abs(all.z) > TOLD) return [{ ...told, channel: null, isOfSome, ...all }];
    const each = members.flatMap(({ key, name, values }) => {
      const own = against(values, clicks?.members.find((each) => each.key === key)?.values);
      return own ? [{ ...told, channel: { key, name }, ...own }] : [];
    });
    const usual = each.reduce((sum, own) => sum + own.usual, 0);
    return each.filter((own) => Math.abs(own.z) > TOLD && Math.abs(own.value - own.usual) >= LEAST_SHARE * usual);
  });
  return found.toSorted((a, b) => Math.abs(b.z) - Math.abs(a.z)).slice(0, MOST_DAYS);
}

/** Each count beside the one before it on the way to the result. */
const ratesBroken = (watched: readonly Lines[], first: Day, lastDay: Day): MorningFact[] =>
  stepsOf(watched).flatMap((step): MorningFact[] => {
    const found = breakOf(step);
    if (!found || first + found.at <= lastDay - NEWS_DAYS) return [];
    const { metric, per } = step;
    const within = { from: first + found.within[0], to: first + found.within[1] };
    return [{ kind: 'rate', metric, per, since: first + found.at, within, before: found.before, now: found.now }];
  });

function weeksMoved(watched: readonly Lines[], result: MetricId, first: Day): MorningFact[] {
  const [results, spends] = [watched.find(({ metric }) => metric === result), watched.find(({ metric }) => metric === 'spend')];
  if (!results || !spends) return [];
  // What one day brought or broke is told of that day.
  const own = calm(results.whole.slice(0, results.last + 1));
  const [count, spend] = [weeksUpTo(own, results.last), weeksUpTo(spendBehind(results, spends), results.last)];
  if (!count || !spend || !(countMoved(count, own) || costMoved(spend, count, own))) return [];
  const cost = { now: costOf(spend.now, count.now), before: costOf(spend.before, count.before) };
  return [{ kind: 'week', metric: result, to: first + results.last, isOfSome: results.isOfSome, results: count, cost }];
}

const costOf = (spend: number, count: number): number | null => (count > 0 ? spend / count : null);

/** Where some channels tell no results, what they spent is behind none of those that are told. */
function spendBehind(results: Lines, spends: Lines): Daily {
  if (!results.isOfSome) return spends.whole;
  return spends.whole.map((_, at) => {
    const telling = spends.members.filter(({ key }) => results.members.find((each) => each.key === key)?.values[at] != null);
    const spent = telling.map(({ values }) => values[at] ?? null);
    return spent.includes(null) ? null : spent.reduce<number>((sum, each) => sum + (each ?? 0), 0);
  });
}
