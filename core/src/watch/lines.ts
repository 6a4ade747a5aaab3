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
import { type Day, type DayRange, daysOf } from '../time/day';
import type { Daily, Varies } from './usual-day';

/** A member day by day. */
export interface NamedLine {
  /** Row key in Compare. */
  readonly key: string;
  readonly name: string;
  /** The channel it lies in, by its id. */
  readonly channel: string | null;
  readonly values: Daily;
}

/** One metric of members, and of all that the advertising brought, day by day. */
export interface Lines {
  readonly metric: MetricId;
  readonly varies: Varies;
  /** The place of the last day of which most has arrived. */
  readonly last: number;
  readonly members: readonly NamedLine[];
  readonly whole: Daily;
  /** The same with orders that no campaign is matched with; null where these are not counted. */
  readonly everything: Daily | null;
  /** Whether all of it is not known, and it is that of the members that tell. */
  readonly isOfSome: boolean;
}

export interface LinesAsked extends Counting {
  readonly client: string;
  readonly metricSet: ResultSetId;
  readonly knownOn: Day | null;
}

interface LinesOf {
  readonly days: DayRange;
  readonly lastDay: Day;
  readonly rows?: readonly string[];
  readonly metrics?: readonly MetricId[];
}

/** Spend, and every count of a metric set from clicks on. */
export function watchedMetrics({ vocabulary }: Pick<ClientTables, 'vocabulary'>, metricSet: ResultSetId): MetricId[] {
  const book = bookOf(vocabulary);
  const set = book.set(metricSet)?.metrics ?? [];
  const isCount = (id: MetricId): boolean => book.named(id).unit === 'count' && isAdditive(book.named(id).formula);
  return ['spend', ...set.slice(set.indexOf('clicks')).filter(isCount)];
}

/**
 * Spend, and every count of a metric set from clicks on, or some other metrics, of a client on some days that follow one
 * another: of channels, or of the innermost of other rows. Null where a day is not measured.
 */
export function linesOf(
  tables: ClientTables,
  asked: LinesAsked,
  names: Names,
  { days, lastDay, rows = ['channel'], metrics = watchedMetrics(tables, asked.metricSet) }: LinesOf,
): Lines[] {
  const book = bookOf(tables.vocabulary);
  const { client, ...how } = asked;
  const question = plainQuestion({ clients: [client], period: days, rows, ...how });
  const [now] = bucketsFor(question, lastDay);
  const buckets = daysOf(days).map((day) => ({ ...now, from: day, to: day }));
  const found = answer(tables, question, names, { metrics, buckets, lastDay });
  const members = found.members.filter(({ kind, level }) => kind === 'member' && level === rows.at(-1));
  const [matched, total] = (['matched', 'total'] as const).map((own) => found.members.find(({ kind }) => kind === own));
  const whole = matched ?? total;
  return metrics.map((metric) => {
    const daily = (member: (typeof members)[number]): Daily =>
      buckets.map((_, at) => {
        const figure = figureIn(found, member, metric, at);
        return figure.kind === 'value' ? figure.value : null;
      });
    const own = whole ? daily(whole) : [];
    const lines = members.map((member) => ({ key: member.key, name: member.name, channel: member.channel, values: daily(member) }));
    return {
      metric,
      isOfSome: own.at(-1) === null,
      varies: book.named(metric).unit === 'count' ? 'count' : 'amount',
      last: settledOf(tables, found.formulaOf(metric), buckets, lastDay) - 1,
      members: lines,
      whole: orSum(
        own,
        lines.map(({ values }) => values),
      ),
      everything: matched && total ? daily(total) : null,
    };
  });
}

/** Where some members do not tell, what those that do come to together. */
const orSum = (whole: Daily, members: readonly Daily[]): Daily =>
  whole.map((own, at) => {
    const told = members.flatMap((each) => each[at] ?? []);
    return own ?? (told.length > 0 ? told.reduce((sum, each) => sum + each, 0) : null);
  });
