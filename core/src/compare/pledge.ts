import { closeFormula, type Formula } from '../formula/formula';
import { type ClientTables, rateOn } from '../grain/tables';
import type { Counting } from '../measure/term';
import type { MetricId } from '../metric/metric';
import { bookOf, type MetricBook } from '../metric/metric-book';
import type { Question } from '../question/question';
import { type Target, TARGET_METRICS, targetFor } from '../target/target';

export const closedFormula = (book: MetricBook, metric: MetricId, counting: Counting): Formula =>
  closeFormula(book.named(metric).formula, counting);

/** A promise of a client in force at the end of the days asked for, with what it is read from. */
export interface Pledge {
  readonly client: number;
  readonly target: Target;
  readonly actual: Formula;
  readonly count: Formula;
}

/**
 * The promises that a question's rows are held against: those about the outcome that its metric set is about, and any
 * where several clients stand beside each other or the question is about them. One in money is exchanged by the rate of
 * the last day asked for.
 */
export function pledgesAsked({ vocabulary, clients }: ClientTables, { period, metricSet, having, sort }: Question): Pledge[] {
  const book = bookOf(vocabulary);
  const outcome = book.outcomeOf(metricSet)?.id;
  const isAny = clients.length > 1 || sort.by === 'target' || having.some(({ kind }) => kind === 'target');
  return clients.flatMap(({ targets = [], rates = null }, client) => {
    const ofOutcome = targets.filter(({ metric }) => TARGET_METRICS[metric].outcome === outcome);
    const target = targetFor(ofOutcome, period) ?? (isAny ? targetFor(targets, period) : undefined);
    const rate = rateOn({ rates }, period.to);
    if (!target || rate === undefined) return [];
    const isMoney = book.named(target.metric).unit === 'money';
    const closed = (metric: MetricId): Formula => closedFormula(book, metric, target);
    return [
      {
        client,
        target: isMoney ? { ...target, value: target.value * rate } : target,
        actual: closed(target.metric),
        count: closed(TARGET_METRICS[target.metric].count),
      },
    ];
  });
}
