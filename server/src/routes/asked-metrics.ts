import { bookOf, canSplitBy, type MetricId, metricsAsked, MOST_TERMS, type Question, termsNeeded } from '@lens/core';
import type { Context } from '../context';
import { vocabularyOf } from '../store/vocabulary';
import { HttpProblem } from '../problem';

/** Refuses a metric set, metrics or dimensions that the words of a question's clients do not have. */
export function refuseUnknownMetrics({ db }: Context, question: Question, metric?: MetricId): void {
  const { clients, metricSet, sort, rows, columns, where, having } = question;
  const vocabulary = vocabularyOf(db, clients);
  const book = bookOf(vocabulary);
  const refuse = (path: string, message: string): never => {
    throw new HttpProblem(400, 'Not in the book of metrics', message, [{ path, message }]);
  };
  if (!book.set(metricSet)) refuse('metricSet', `This client has no metric set “${metricSet}”.`);
  if (sort.by !== 'name' && sort.by !== 'target' && !book.has(sort.by))
    refuse('sort.by', `This client has no metric “${sort.by}” to sort by.`);
  const refuseUnknown = (dimension: string, path: string): void => {
    if (!canSplitBy(dimension, vocabulary)) refuse(path, `This client has no dimension “${dimension}”.`);
  };
  rows.forEach((dimension, at) => refuseUnknown(dimension, `rows.${at}`));
  having.forEach((condition, at) => {
    if (!rows.includes(condition.level)) refuse(`having.${at}.level`, `The rows are not split by “${condition.level}”.`);
    if (condition.kind !== 'target' && !book.has(condition.metric))
      refuse(`having.${at}.metric`, `This client has no metric “${condition.metric}”.`);
  });
  if (columns) {
    refuseUnknown(columns.by, 'columns.by');
    if (rows.includes(columns.by)) refuse('columns.by', `The rows are split by “${columns.by}” already.`);
    if (!book.has(columns.metric)) refuse('columns.metric', `This client has no metric “${columns.metric}”.`);
  }
  where.forEach(({ dimension }, at) => refuseUnknown(dimension, `where.${at}.dimension`));
  const asked = metricsAsked(question, [...(book.set(metricSet)?.metrics ?? []), ...(metric === undefined ? [] : [metric])]).filter(
    book.has,
  );
  const needed = termsNeeded(book, asked, question);
  if (needed > MOST_TERMS)
    refuse('metricSet', `These metrics need ${needed} sums at once, and a table takes ${MOST_TERMS}. Take some out of the set.`);
  if (metric !== undefined && !book.has(metric)) refuse('metric', `This client has no metric “${metric}”.`);
}
