import { answer, type Answer, bucketsFor, figureIn } from '../compare/answer';
import type { Member } from '../compare/member';
import type { Bucket } from '../grain/accumulate';
import type { ClientTables } from '../grain/tables';
import { quantity, type Style } from '../figure/text';
import type { Outcome } from '../measure/outcome';
import type { Counting } from '../measure/term';
import type { MetricId } from '../metric/metric';
import { bookOf, type MetricBook } from '../metric/metric-book';
import type { ResultSetId } from '../metric/metric-set';
import type { Filter } from '../question/filter';
import type { Names } from '../question/names';
import { plainQuestion } from '../question/plain-question';
import type { Question } from '../question/question';
import type { ToldChange } from '../settings/told-change';
import { lowerFirst } from '../text/lower-first';
import { type Target, TARGET_METRICS, type TargetMetric, USUAL_TARGET } from '../target/target';
import type { Day, DayRange } from '../time/day';
import type { TouchLog } from '../credit/touch-log';
import type { ClaimsToCheck } from './claims';
import type { Promised } from './pacing';

/** Everything that checks look into. */
export interface Situation {
  readonly tables: ClientTables;
  readonly names: Names;
  /** Sentences are written for the client's locale and in its currency. */
  readonly style: Style;
  readonly client: string;
  readonly clientName: string;
  readonly metricSet: ResultSetId;
  /** What the client was promised; null where nothing was. */
  readonly target: Target | null;
  /** Finished days that are looked at. */
  readonly days: DayRange;
  /** The last finished day of all, which the age of click days is counted to. */
  readonly lastDay: Day;
  readonly happened: readonly Happened[];
  /** Every change of a setting that the channels' histories tell. */
  readonly changes: readonly ToldChange[];
  readonly claims: ClaimsToCheck;
  readonly promised: Promised;
  /** Hours that the clock of a campaign’s account is ahead of the client’s on the last day, by the campaign’s code. */
  readonly hoursAhead: (campaign: number) => number;
  /** What people met and what came of it, read once it is asked for; null where no log has come in. */
  readonly touches: () => TouchLog | null;
}

/** Something that somebody noted, or that a channel's history tells. */
export interface Happened extends DayRange {
  /** The channel it is of, and what of that, by their names; null where it is of the client, of the channel. */
  readonly channel: string | null;
  readonly name: string | null;
  readonly words: string;
}

/** Whose count is looked at: as the client's target counts. */
export const countingOf = ({ target }: Pick<Situation, 'target'>): Counting =>
  target ? { countedBy: target.countedBy, basis: target.basis } : { countedBy: 'orders', basis: 'sale' };

/** The result that the client is after. */
export interface Result {
  readonly outcome: Outcome;
  readonly count: MetricId;
  /** What one and several are called in a sentence. */
  readonly one: string;
  readonly many: string;
  /** “1 booking”, “12 bookings”. */
  readonly several: (count: number, style: Style) => string;
}

/** What says which result a client is after. */
export interface ResultAsked extends Pick<Situation, 'target' | 'metricSet'> {
  readonly tables: Pick<ClientTables, 'vocabulary'>;
}

export function resultOf({ target, metricSet, tables }: ResultAsked): Result {
  const metric: TargetMetric = target?.metric ?? USUAL_TARGET[metricSet];
  const { outcome: id, count } = TARGET_METRICS[metric];
  const outcome = tables.vocabulary.outcome(id);
  const [one, many] = [outcome.name, lowerFirst(outcome.label)];
  return { outcome, count, one, many, several: (number, style) => quantity(Math.round(number), one, many, style) };
}

export const metricsOf = ({ tables }: Pick<ResultAsked, 'tables'>): MetricBook => bookOf(tables.vocabulary);

/** An answer of one bucket with a way to read it. */
export interface Read {
  readonly found: Answer;
  readonly members: readonly Member[];
  /** A figure as a number; null where it is none. */
  readonly value: (member: Member, metric: MetricId, bucket?: number) => number | null;
  /** So much of a figure as is known, where there may be more; null where nothing is. */
  readonly known: (member: Member, metric: MetricId) => number | null;
}

/** Asks some metrics of the client, split by rows: of some buckets, or of its days and those that they are compared with, where some are. */
export function read(
  {
    tables,
    names,
    client,
    metricSet,
    lastDay,
    days,
    ...of
  }: Pick<Situation, 'tables' | 'names' | 'client' | 'metricSet' | 'lastDay' | 'days' | 'target'>,
  metrics: readonly MetricId[],
  asked: Partial<Question> & { readonly buckets?: readonly Bucket[] } = {},
): Read {
  const { buckets, ...part } = asked;
  const question = plainQuestion({ clients: [client], period: days, metricSet, ...countingOf(of), ...part });
  const usual = bucketsFor(question, lastDay);
  const found = answer(tables, question, names, { metrics, lastDay, buckets: buckets?.map((each) => ({ ...usual[0], ...each })) ?? usual });
  return {
    found,
    members: found.members,
    value: (member, metric, bucket = 0) => {
      const figure = figureIn(found, member, metric, bucket);
      return figure.kind === 'value' ? figure.value : null;
    },
    known: (member, metric) => {
      const figure = figureIn(found, member, metric, 0);
      return figure.kind === 'value' ? figure.value : figure.kind === 'bounds' ? figure.low : null;
    },
  };
}

/** What was spent on the days that are looked at; null where that is not measured. */
export function spendOf(situation: Situation): number | null {
  const { members, value } = read(situation, ['spend']);
  const total = members.find(({ kind }) => kind === 'total');
  return total ? value(total, 'spend') : null;
}

/** What the channel of a member is called; empty where it lies in none, or there is no member. */
export const channelName = ({ names }: Pick<Situation, 'names'>, member: Pick<Member, 'channel'> | undefined): string =>
  member?.channel == null ? '' : names('channel', member.channel);

/** Only rows of a member, by its name. */
export const only = (dimension: string, name: string): Filter[] => [{ dimension, any: [{ test: 'is', value: name }] }];
