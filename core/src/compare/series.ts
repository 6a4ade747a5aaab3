import type { Figure } from '../figure/figure';
import { gap } from '../figure/figure';
import { type Formula, termsOf } from '../formula/formula';
import type { ClientTables } from '../grain/tables';
import { latenessOf } from '../maturity/lateness';
import { SETTLED, shareBy } from '../maturity/maturity';
import type { ClosedTerm } from '../measure/term';
import type { MetricId } from '../metric/metric';
import type { Names } from '../question/names';
import type { Question } from '../question/question';
import { type Day, type DayRange, lengthOf, weekday } from '../time/day';
import { type MetricBook, bookOf } from '../metric/metric-book';
import { answer, bucketsFor, figureIn, memberNamed, periodsFor, selectionOf } from './answer';
import type { UnusualDay } from '../watch/unusual-days';
import { readsPlace } from './around';
import type { AskedBucket } from './passes';
import type { Selection } from './selection';
import { boughtBeside, unusualIn } from './unusual';

export interface Series {
  readonly buckets: readonly DayRange[];
  /** Of how many of them, from the first, most of what the metric counts by click date has arrived. */
  readonly settled: number;
  /** One list of figures for each member asked for, in bucket order. */
  readonly lines: readonly { readonly key: string; readonly figures: readonly Figure[]; readonly unusual: readonly UnusualDay[] }[];
}

/** Days up to nine weeks, weeks (Monday to Sunday) beyond; the edges may be part of a week. */
export function bucketsOf(period: DayRange): DayRange[] {
  const buckets: DayRange[] = [];
  const weekly = lengthOf(period) > 63;
  for (let from = period.from; from <= period.to;) {
    const to = weekly ? Math.min(period.to, from + 6 - weekday(from)) : from;
    buckets.push({ from, to });
    from = to + 1;
  }
  return buckets;
}

/** A metric of some members, by their keys. */
export interface SeriesAsked {
  readonly metric: MetricId;
  readonly keys: readonly string[];
}

/**
 * Metrics over time for chosen members, each bucket from its own sums, which all of them share: the members and what they
 * are made of are those of the table. `lastDay` is the last finished day, as for the table.
 */
export function seriesOfAll(
  tables: ClientTables,
  question: Question,
  names: Names,
  { asked, lastDay }: { readonly asked: readonly SeriesAsked[]; readonly lastDay: Day },
): Series[] {
  const whole = { ...question, comparison: null };
  const buckets = bucketsOf(question.period);
  const isDaily = buckets.every(({ from, to }) => from === to);
  const wanted = [...new Set(asked.map(({ metric }) => metric))];
  const bought = isDaily ? boughtBeside(wanted) : [];
  const metrics = [...new Set([...wanted, ...bought])];
  const [now] = bucketsFor(whole, lastDay);
  const known: AskedBucket[] = buckets.map((bucket) => ({ ...now, ...bucket }));
  const before = daysBefore(question, metrics, bookOf(tables.vocabulary), lastDay);
  // The days before lie behind those asked for, bucket by bucket.
  const earlier = before
    ? known.map(({ from, to, ...bucket }) => ({ ...bucket, ...before, from: from - before.shift, to: to - before.shift }))
    : [];
  const found = answer(tables, { ...question, columns: null }, names, {
    metrics,
    buckets: [...known, ...earlier],
    before: (bucket) => (before && bucket < buckets.length ? bucket + buckets.length : undefined),
    upTo: (bucket) => range(bucket < buckets.length ? 0 : buckets.length, bucket),
    lastDay,
  });
  // What members come to over the whole period selects them, not a day of it.
  const selection = (): Selection => {
    const selected = selectionOf(answer(tables, whole, names, { metrics, buckets: bucketsFor(whole, lastDay), lastDay }), whole);
    const hits = new Set(selected.hits.map(({ key }) => key));
    return { ...selected, hits: found.members.filter(({ key }) => hits.has(key)) };
  };
  const figuresOf = (key: string, metric: MetricId): Figure[] => {
    const member = memberNamed(found, selection, key);
    return buckets.map((_, bucket) => (member ? figureIn(found, member, metric, bucket) : gap('not measured')));
  };
  const unusual = unusualIn(tables, question, names, { metrics: isDaily ? wanted : [], lastDay });
  return asked.map(({ metric, keys }) => {
    const settled = settledOf(tables, found.formulaOf(metric), buckets, lastDay);
    const lines = keys.map((key) => ({ key, figures: figuresOf(key, metric), clicks: bought.flatMap((each) => figuresOf(key, each)) }));
    const marked = unusual(metric, lines, settled);
    return { buckets, settled, lines: lines.map(({ key, figures }, at) => ({ key, figures, unusual: marked[at] ?? [] })) };
  });
}

/** One of them alone. */
export function series(
  tables: ClientTables,
  question: Question,
  names: Names,
  { lastDay, ...asked }: SeriesAsked & { readonly lastDay: Day },
): Series {
  const [own] = seriesOfAll(tables, question, names, { asked: [asked], lastDay });
  if (!own) throw new RangeError('What is asked for once is answered once');
  return own;
}

/** The days that metrics are compared with in their own formulas; undefined where none reads any. */
function daysBefore(
  question: Question,
  metrics: readonly MetricId[],
  book: MetricBook,
  lastDay: Day,
): { shift: number; knownBy?: Day } | undefined {
  const { buckets } = periodsFor(question, metrics, book, lastDay);
  const [, earlier] = metrics.some((metric) => readsPlace(book.named(metric).formula, 'previous')) ? buckets : [];
  return earlier && { shift: question.period.from - earlier.from, ...(earlier.knownBy === undefined ? {} : { knownBy: earlier.knownBy }) };
}

const range = (from: number, to: number): number[] => Array.from({ length: to - from + 1 }, (_, at) => from + at);

/** Of how many buckets, from the first, most of what a formula counts by click date has arrived. */
export function settledOf(tables: ClientTables, formula: Formula, buckets: readonly DayRange[], lastDay: Day): number {
  const late = (termsOf(formula) as ClosedTerm[]).filter((term) => term.kind === 'outcome' && term.basis === 'click');
  const curves = late.flatMap((term) => (term.kind === 'outcome' ? (latenessOf(tables, lastDay).of(term) ?? []) : []));
  const young = buckets.findIndex(({ to }) => curves.some((curve) => shareBy(curve, lastDay - to) < SETTLED));
  return young < 0 ? buckets.length : young;
}
