import { answer, bucketsFor, figureIn } from '../compare/answer';
import { settledOf } from '../compare/series';
import { isAdditive } from '../formula/linear';
import type { ClientTables } from '../grain/tables';
import type { Counting } from '../measure/term';
import type { MetricId } from '../metric/metric';
import { bookOf } from '../metric/metric-book';
import type { ResultSetId } from '../metric/metric-set';
import type { Names } from '../question/names';
import { plainQuestion } from '../question/plain-question';
import { TARGET_METRICS, USUAL_TARGET } from '../target/target';
import { type Day, type DayRange, daysOf } from '../time/day';
import { rateBreak } from './rate-break';
import { type Daily, dayAgainstUsual, type DayMeasured, steadiestSpend, TOLD, UNUSUAL, type Varies } from './usual-day';
import { costMoved, countMoved, type WeekMove, weeksUpTo } from './week-move';

/** Something that moved beyond chance. */
export type MorningFact =
  /** A day unlike days like it, of one channel or, without one, of all of them. */
  | ({
      readonly kind: 'day';
      readonly metric: MetricId;
      readonly channel: NamedRow | null;
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

interface NamedRow {
  readonly key: string;
  readonly name: string;
}

export interface MorningAsked extends Counting {
  readonly client: string;
  readonly metricSet: ResultSetId;
  readonly knownOn: Day | null;
}

/** Days that are looked back on: eight weeks behind the week that a level is taken of. */
const LOOK_BACK = 70;
/** A break of before these days is known by now. */
const NEWS_DAYS = 14;
/** A day of one channel is no news of the client where all it misses is less than this share of what is usual. */
const LEAST_SHARE = 0.05;
const MOST_DAYS = 3;

/** One metric of channels, and of all that the advertising brought, day by day. */
interface Watched {
  readonly metric: MetricId;
  readonly varies: Varies;
  /** The place of the last day of which most has arrived. */
  readonly last: number;
  readonly channels: readonly (NamedRow & { readonly values: Daily })[];
  readonly whole: Daily;
  /** Whether all of it is not known, and it is that of the channels that tell. */
  readonly isOfSome: boolean;
}

/** What moved beyond chance up to the last finished day; nothing where nothing did. */
export function morningFacts(tables: ClientTables, asked: MorningAsked, names: Names, lastDay: Day): MorningFact[] {
  const watched = watch(tables, asked, names, lastDay);
  const first = lastDay - LOOK_BACK + 1;
  const result = TARGET_METRICS[USUAL_TARGET[asked.metricSet]].count;
  return [...daysOff(watched, first), ...ratesBroken(watched, first, lastDay), ...weeksMoved(watched, result, first)];
}

function watch(tables: ClientTables, asked: MorningAsked, names: Names, lastDay: Day): Watched[] {
  const book = bookOf(tables.vocabulary);
  const set = book.set(asked.metricSet)?.metrics ?? [];
  const isCount = (id: MetricId): boolean => book.named(id).unit === 'count' && isAdditive(book.named(id).formula);
  const metrics = ['spend', ...set.slice(set.indexOf('clicks')).filter(isCount)];
  const { client, ...how } = asked;
  const question = plainQuestion({ clients: [client], period: { from: lastDay - LOOK_BACK + 1, to: lastDay }, ...how });
  const [now] = bucketsFor(question, lastDay);
  const buckets = daysOf(question.period).map((day) => ({ ...now, from: day, to: day }));
  const found = answer(tables, question, names, { metrics, buckets, lastDay });
  const channels = found.members.filter(({ kind }) => kind === 'member');
  const whole = found.members.find(({ kind }) => kind === 'matched') ?? found.members.find(({ kind }) => kind === 'total');
  return metrics.map((metric) => {
    const daily = (member: (typeof channels)[number]): Daily =>
      buckets.map((_, at) => {
        const figure = figureIn(found, member, metric, at);
        return figure.kind === 'value' ? figure.value : null;
      });
    const own = whole ? daily(whole) : [];
    return {
      metric,
      isOfSome: own.at(-1) === null,
      varies: metric === 'spend' ? 'amount' : 'count',
      last: settledOf(tables, found.formulaOf(metric), buckets, lastDay) - 1,
      channels: channels.map((member) => ({ key: member.key, name: member.name, values: daily(member) })),
      whole: orSum(own, channels.map(daily)),
    };
  });
}

/** Where some channels do not tell, what those that do come to together. */
const orSum = (whole: Daily, channels: readonly Daily[]): Daily =>
  whole.map((own, at) => {
    const told = channels.flatMap((each) => each[at] ?? []);
    return own ?? (told.length > 0 ? told.reduce((sum, each) => sum + each, 0) : null);
  });

/** Days unlike the days like them: where all channels together are so, that is said; else those channels that are. */
function daysOff(watched: readonly Watched[], first: Day): MorningFact[] {
  const clicks = watched.find(({ metric }) => metric === 'clicks');
  const found = watched.flatMap(({ metric, varies, last, channels, whole, isOfSome }): (MorningFact & { kind: 'day' })[] => {
    const against = (values: Daily, clicked: Daily | undefined): DayMeasured | undefined =>
      dayAgainstUsual(values, last, varies, clicked && varies === 'amount' ? steadiestSpend(clicked, last) : undefined);
    const told = { kind: 'day', metric, day: first + last, isOfSome: false } as const;
    const all = against(whole, clicks?.whole);
    if (all && Math.abs(all.z) > TOLD) return [{ ...told, channel: null, isOfSome, ...all }];
    const each = channels.flatMap(({ key, name, values }) => {
      const own = against(values, clicks?.channels.find((each) => each.key === key)?.values);
      return own ? [{ ...told, channel: { key, name }, ...own }] : [];
    });
    const usual = each.reduce((sum, own) => sum + own.usual, 0);
    return each.filter((own) => Math.abs(own.z) > TOLD && Math.abs(own.value - own.usual) >= LEAST_SHARE * usual);
  });
  return found.toSorted((a, b) => Math.abs(b.z) - Math.abs(a.z)).slice(0, MOST_DAYS);
}

/** Of the channels that tell of both: each count beside the one before it on the way to the result. */
function ratesBroken(watched: readonly Watched[], first: Day, lastDay: Day): MorningFact[] {
  const counts = watched.filter(({ varies }) => varies === 'count');
  return counts.slice(1).flatMap((own, nth): MorningFact[] => {
    const before = counts[nth];
    if (!before) return [];
    const days = Math.min(own.last, before.last) + 1;
    const pairs = own.channels.map(({ key, values }) => ({
      of: calm(before.channels.find((each) => each.key === key)?.values ?? []),
      followed: calm(values),
    }));
    const daily = Array.from({ length: days }, (_, at) => {
      const told = pairs.flatMap(({ of, followed }) => (of[at] != null && followed[at] != null ? [[of[at], followed[at]] as const] : []));
      return told.length > 0 ? ([told.reduce((sum, [of]) => sum + of, 0), told.reduce((sum, [, after]) => sum + after, 0)] as const) : null;
    });
    const found = rateBreak(calm(daily.map((each) => each?.[0] ?? null)), calm(daily.map((each) => each?.[1] ?? null)));
    if (!found || first + found.at <= lastDay - NEWS_DAYS) return [];
    return [
      {
        kind: 'rate',
        metric: own.metric,
        per: before.metric,
        since: first + found.at,
        within: { from: first + found.within[0], to: first + found.within[1] },
        before: found.before,
        now: found.now,
      },
    ];
  });
}

/** Without the days that are unlike others: an outage of a day is no break. */
const calm = (values: Daily): Daily =>
  values.map((each, at) => (Math.abs(dayAgainstUsual(values, at, 'count')?.z ?? 0) > UNUSUAL ? null : each));

function weeksMoved(watched: readonly Watched[], result: MetricId, first: Day): MorningFact[] {
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
function spendBehind(results: Watched, spends: Watched): Daily {
  if (!results.isOfSome) return spends.whole;
  return spends.whole.map((_, at) => {
    const telling = spends.channels.filter(({ key }) => results.channels.find((each) => each.key === key)?.values[at] != null);
    const spent = telling.map(({ values }) => values[at] ?? null);
    return spent.includes(null) ? null : spent.reduce<number>((sum, each) => sum + (each ?? 0), 0);
  });
}
