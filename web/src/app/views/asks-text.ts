import type { Asks, MetricBook } from '@lens/core';
import { conditionText } from '../compare/condition-form';
import { filterText } from '../compare/where-phrases';

/** What a view asks, in the words of Compare’s sentence. */
export function asksText(asks: Asks, book: MetricBook, labelOf: (dimension: string) => string): string {
  const { metricSet } = asks;
  const set = metricSet === null ? 'what the client is after' : (book.set(metricSet)?.label ?? metricSet);
  return [set, ...(asks.clients === 'all' ? ['of all clients'] : []), splitText(asks, book, labelOf)].join(' ');
}

/** How whatever is measured is split and narrowed. */
export function splitText(
  { rows, columns, where, having, named }: Pick<Asks, 'rows' | 'columns' | 'where' | 'having' | 'named'>,
  book: MetricBook,
  labelOf: (dimension: string) => string,
): string {
  const metric = (id: string): string => (book.has(id) ? book.named(id).label : id);
  const judged = having.map((each) =>
    conditionText(each, {
      level: labelOf(each.level),
      metric: each.kind === 'target' ? '' : metric(each.metric),
      isShare: each.kind !== 'target' && book.has(each.metric) && book.named(each.metric).unit === 'share',
    }),
  );
  return [
    `by ${rows.map(labelOf).join(' › ')}`,
    ...(columns ? [`in columns by ${labelOf(columns.by)}`] : []),
    ...(where.length > 0 ? [`where ${where.map((each) => filterText(each, labelOf)).join(' and ')}`] : []),
    ...(judged.length > 0 ? [`only ${judged.join(' and ')}`] : []),
    ...(named === '' ? [] : [`named “${named}”`]),
  ].join(' ');
}
