import { bookOf, levelsOfTree, type MetricId, type Question } from '@lens/core';
import type { Context } from '../context';
import { vocabularyOf } from '../store/rules';
import { HttpProblem } from '../problem';

/** Refuses a metric set, metrics or a tree that a client's words do not have. */
export function refuseUnknownMetrics({ db }: Context, { client, metricSet, sort, tree }: Question, metric?: MetricId): void {
  const vocabulary = vocabularyOf(db, client);
  const book = bookOf(vocabulary);
  const refuse = (path: string, message: string): never => {
    throw new HttpProblem(400, 'Not in the book of metrics', message, [{ path, message }]);
  };
  if (!book.set(metricSet)) refuse('metricSet', `This client has no metric set “${metricSet}”.`);
  if (sort.by !== 'name' && !book.has(sort.by)) refuse('sort.by', `This client has no metric “${sort.by}” to sort by.`);
  if (!levelsOfTree(tree, vocabulary)) refuse('tree', `This client has no dimension “${tree.slice(3)}”.`);
  if (metric !== undefined && !book.has(metric)) refuse('metric', `This client has no metric “${metric}”.`);
}
