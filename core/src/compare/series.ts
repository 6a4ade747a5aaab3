import type { Figure } from '../figure/figure';
import { gap } from '../figure/figure';
import type { ClientTables } from '../grain/tables';
import type { MetricId } from '../metric/metric';
import { type Day, type DayRange, lengthOf, weekday } from '../time/day';
import type { Names } from '../question/names';
import { answer, bucketsFor, figureIn, memberNamed, selectionOf } from './answer';
import type { Question } from '../question/question';
import type { AskedBucket } from './passes';
import type { Selection } from './selection';

export interface Series {
  readonly buckets: readonly DayRange[];
  /** One list of figures for each member asked for, in bucket order. */
  readonly lines: readonly { readonly key: string; readonly figures: readonly Figure[] }[];
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

/**
 * One metric over time for chosen members, each bucket from its own sums: the members and what they are
 * made of are those of the table. `lastDay` is the last finished day, as for the table.
 */
export function series(
  tables: ClientTables,
  question: Question,
  names: Names,
  { metric, keys, lastDay }: { readonly metric: MetricId; readonly keys: readonly string[]; readonly lastDay: Day },
): Series {
  const whole = { ...question, comparison: null };
  const [now] = bucketsFor(whole, lastDay);
  const buckets = bucketsOf(question.period);
  const known: AskedBucket[] = buckets.map((bucket) => ({ ...now, ...bucket }));
  const found = answer(tables, { ...question, columns: null }, names, { metrics: [metric], buckets: known, lastDay });
  // What members come to over the whole period selects them, not a day of it.
  const selection = (): Selection => {
    const selected = selectionOf(answer(tables, whole, names, { metrics: [metric], buckets: bucketsFor(whole, lastDay), lastDay }), whole);
    const hits = new Set(selected.hits.map(({ key }) => key));
    return { ...selected, hits: found.members.filter(({ key }) => hits.has(key)) };
  };
  const lines = keys.map((key) => {
    const member = memberNamed(found, selection, key);
    const figures = buckets.map((_, bucket) => (member ? figureIn(found, member, metric, bucket) : gap('not measured')));
    return { key, figures };
  });
  return { buckets, lines };
}
