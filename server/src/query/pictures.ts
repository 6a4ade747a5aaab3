import type { PictureAnswer, PictureAsked, WireSeries, WireTable } from '@lens/contract';
import {
  bookOf,
  boughtBeside,
  lastDayOf,
  type MetricId,
  MOST_TERMS,
  type Question,
  type SeriesAsked,
  seriesOfAll,
  termsNeeded,
  readsPlace,
} from '@lens/core';
import { drawnMembers, drawnMetrics, showsBefore, timeKindOf } from '@lens/draw';
import type { LoadedClient } from '../store/tables';
import type { ClientData } from './client-data';
import { comparison, wireSeries } from './compare';

/**
 * What pictures are drawn from that ask the same sums as a question: their tables with the metrics that they show, and
 * what is drawn over days, for which the days are summed once for all of them.
 */
export function picturesOf(data: ClientData, question: Question, asked: readonly PictureAsked[], today: number): PictureAnswer[] {
  const loaded = data.loadFor(question);
  const book = bookOf(loaded.tables.vocabulary);
  const all = book.set(question.metricSet)?.metrics ?? [];
  const result = data.metricSetOf(question.clients[0] ?? '');
  const shown = asked.map(({ picture, metric }) => drawnMetrics({ picture, metric, all }, book, result));
  const sorted = asked.map(({ question: { sort } }, nth) => (book.has(sort.by) ? sort.by : (shown[nth]?.[0] ?? 'spend')));
  const together = [...new Set([...shown.flat(), ...sorted])];
  const fits = (metrics: readonly MetricId[]): boolean => termsNeeded(book, metrics, question) <= MOST_TERMS;
  const metricsOf = (nth: number): readonly MetricId[] =>
    fits(together) ? together : [...new Set([...(shown[nth] ?? []), ...sorted.slice(nth, nth + 1)])];
  const tables = new Map<string, WireTable>();
  const isCompared =
    asked.some(({ picture }) => showsBefore(picture)) || together.some((metric) => readsPlace(book.named(metric).formula, 'previous'));
  const tableOf = (of: Question, metrics: readonly MetricId[]): WireTable => {
    const own = isCompared ? of : { ...of, comparison: null };
    const key = JSON.stringify([own, metrics]);
    const table = tables.get(key) ?? comparison(data, own, today, metrics);
    tables.set(key, table);
    return table;
  };
  const wanted = asked.map(({ question: own, picture, metric, marked }, nth) => {
    const table = withMetrics(tableOf(own, metricsOf(nth)), shown[nth] ?? []);
    const isOverDays = timeKindOf({ kind: picture, metric: book.named(metric) }) !== null;
    return { table, series: isOverDays ? { metric, keys: drawnMembers(table.rows, marked, picture).map(({ key }) => key) } : null };
  });
  const series = seriesTogether(
    data,
    loaded,
    question,
    wanted.flatMap((each) => each.series ?? []),
    today,
  );
  return wanted.map((each) => ({ table: each.table, series: each.series ? (series.get(each.series) ?? null) : null }));
}

/** The same table with some of its metrics alone. */
const withMetrics = (table: WireTable, metrics: readonly MetricId[]): WireTable => ({
  ...table,
  metrics: [...metrics],
  columns: metrics.flatMap((metric) => table.columns[table.metrics.indexOf(metric)] ?? []),
});

function seriesTogether(
  data: ClientData,
  loaded: LoadedClient,
  question: Question,
  asked: readonly SeriesAsked[],
  today: number,
): ReadonlyMap<SeriesAsked, WireSeries> {
  const { tables } = loaded;
  const metrics = asked.map(({ metric }) => metric);
  const together = new Set([...metrics, ...boughtBeside(metrics)]);
  const isTogether = termsNeeded(bookOf(tables.vocabulary), [...together], question) <= MOST_TERMS;
  const groups = isTogether ? [asked] : asked.map((each) => [each]);
  const names = data.namesOf(loaded);
  const told = groups
    .filter((group) => group.length > 0)
    .flatMap((group) => seriesOfAll(tables, question, names, { asked: group, lastDay: lastDayOf(question, today) }));
  return new Map(asked.flatMap((each, nth) => (told[nth] ? [[each, wireSeries(told[nth])] as const] : [])));
}
