import type { MetricTried } from '@lens/contract';
import {
  closedFormula,
  bookOf,
  compare,
  type ClientTables,
  figureText,
  filledFormula,
  lastDayOf,
  type OwnMetric,
  packFigures,
  type Question,
  series,
  trace,
  Vocabulary,
  withMetric,
} from '@lens/core';
import { findClient } from '../store/clients';
import type { ClientData } from './client-data';
import { feedOf } from './trace';

/** The set in which a metric that is being written is asked for. */
const TRIED = 'tried';

/** What a metric that is being written comes to: in all, by channel and over time. */
export function metricTried(data: ClientData, asked: Question, metric: OwnMetric, today: number): MetricTried {
  const loaded = data.loadFor(asked);
  const tables: ClientTables = { ...loaded.tables, vocabulary: withTried(loaded.tables.vocabulary, metric) };
  const names = data.namesOf(loaded);
  const question: Question = {
    ...asked,
    metricSet: TRIED,
    rows: ['channel'],
    sort: { by: 'name', of: 'now', direction: 'ascending' },
    page: null,
  };
  const lastDay = lastDayOf(question, today);
  const of = { metric: metric.id, lastDay };
  const total = trace(tables, question, names, { ...of, key: 'total' });
  const client = findClient(data.db, asked.clients[0] ?? '');
  if (!total || !client) throw new RangeError('Every question has a total');
  const { rows } = compare(tables, { ...question, comparison: null }, names, lastDay);
  const { buckets, lines } = series(tables, question, names, { ...of, keys: ['total'] });
  const style = { ...client, currency: asked.currency ?? client.currency };
  const figures = new Map(total.inputs.map((input) => [input.term, figureText(input.used, input.unit, style).text]));
  const book = bookOf(tables.vocabulary);
  return {
    figure: total.figure,
    unit: book.named(metric.id).unit,
    filled: filledFormula(closedFormula(book, metric.id, question), (input) => figures.get(input) ?? input),
    inputs: total.inputs.map(({ term, unit, figure, used, narrowed, sources }) => ({
      ...{ term, unit, figure, used, narrowed },
      feeds: sources.map((source) => feedOf(data.db, source.feedId, asked.clients)).map(({ channel, feed }) => ({ channel, feed })),
    })),
    channels: rows.flatMap(({ kind, name, cells: [cell] }) =>
      kind !== 'total' && kind !== 'matched' && cell ? [{ name, figure: cell.now }] : [],
    ),
    buckets: buckets.map((bucket) => ({ ...bucket })),
    line: packFigures(lines[0]?.figures ?? []),
  };
}

function withTried(vocabulary: Vocabulary, metric: OwnMetric): Vocabulary {
  const { own, groupings, library } = withMetric(vocabulary, metric);
  const set = { id: TRIED, label: TRIED, outcome: null, metrics: [metric.id], client: null };
  return new Vocabulary(own, groupings, { ...library, sets: [...library.sets, set] });
}
