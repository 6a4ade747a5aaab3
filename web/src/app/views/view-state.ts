import type { ClientDetail, StoredView } from '@lens/contract';
import {
  type Asks,
  bindView,
  type BoundTo,
  countedWords,
  type KeptFocus,
  type MetricBook,
  type Period,
  PRESETS,
  rangeText,
  type ShippedView,
  type View,
  type ViewWords,
} from '@lens/core';
import { type CompareState, readCompare, writeCompare } from '../compare/compare-state';
import { DEFAULT_FOCUS, type QueryValues, writeFocus } from '../data/address';
import { fieldChoices, fieldLabel } from '../data/fields';
import { bookOfClient } from '../data/vocabulary';

/** A view that can be opened: one that is kept, or one that comes with the product. */
export type AnyView = StoredView | ShippedView;

export const isStored = (view: AnyView): view is StoredView => 'version' in view;

/** What a client can be asked. */
export function boundTo(client: ClientDetail): BoundTo {
  const book = bookOfClient(client);
  const told = new Set(fieldChoices(client, true).map(({ value }) => value));
  return {
    book,
    metricSet: client.metricSet,
    channels: client.accounts.map(({ channelName, channelKind }) => ({ name: channelName, kind: channelKind })),
    tells: (dimension) => told.has(dimension),
    labelOf: (dimension) => fieldLabel(dimension, book.vocabulary),
  };
}

/** The set of the client's own result is that of any other client's. */
const setAsked = (set: string | null, { metricSet }: Pick<ClientDetail, 'metricSet'>): string | null => (set === metricSet ? null : set);

/** What a comparison asks, apart from its focus and from what is open, marked or traced. */
export const asksOf = (state: CompareState, client: Pick<ClientDetail, 'metricSet'>): Asks => ({
  clients: state.others.length > 0 ? 'all' : 'this',
  metricSet: setAsked(state.metricSet, client),
  rows: state.rows,
  columns: state.columns,
  where: state.where,
  named: state.named,
  having: state.having,
  sort: state.sort,
  settings: state.settings,
  changeAs: state.changeAs,
  doubts: state.doubts,
  picture: state.picture,
  pictureMetric: state.chartMetric,
});

/** The names of what a question asks of one client, for others. */
export function wordsOf(
  { metricSet, columns, having, sort, pictureMetric, where }: Asks,
  { accounts }: ClientDetail,
  book: MetricBook,
): ViewWords {
  const metrics = [columns?.metric, sort.by, pictureMetric, ...having.map((each) => (each.kind === 'target' ? null : each.metric))];
  const labels = [
    ...metrics.flatMap((id) => (id != null && book.has(id) ? [[id, book.named(id).label] as const] : [])),
    ...(metricSet === null ? [] : [[metricSet, book.set(metricSet)?.label ?? metricSet] as const]),
  ];
  const named = new Set(where.flatMap(({ dimension, any }) => (dimension === 'channel' ? any.map(({ value }) => value) : [])));
  const kinds = accounts.flatMap(({ channelName, channelKind }) => (named.has(channelName) ? [[channelName, channelKind] as const] : []));
  return { labels: Object.fromEntries(labels), kinds: Object.fromEntries(kinds) };
}

/** The address under which a client is asked what a view asks; what the view does not keep of the focus stays as it is. */
export function queryOfView(view: AnyView, client: ClientDetail, others: readonly string[]): QueryValues {
  const { clients, pictureMetric, ...asks } = bindView(view, boundTo(client)).asks;
  const plain = readCompare(() => null);
  const state: CompareState = {
    ...plain,
    ...asks,
    others: clients === 'all' ? others : [],
    rows: asks.rows.length > 0 ? asks.rows : plain.rows,
    columns: asks.columns?.metric == null ? null : { by: asks.columns.by, metric: asks.columns.metric },
    chartMetric: pictureMetric,
    view: view.id,
  };
  return { ask: null, client: client.id, ...writeCompare(state), ...focusOf(view.keeps) };
}

/** The parts of the focus that a view keeps, as the address holds them. */
function focusOf({ period, comparison, counting }: KeptFocus): QueryValues {
  const focus = { ...DEFAULT_FOCUS, ...(period ? { period } : {}), ...(comparison ? { comparison } : {}), ...counting };
  const written = writeFocus(focus);
  const keys = [...(period ? ['period'] : []), ...(comparison ? ['with'] : []), ...(counting ? ['by', 'on'] : [])];
  return Object.fromEntries(keys.map((key) => [key, written[key] ?? null]));
}

/** Whether a comparison asks something else by now than the view that it was opened from. */
export function isChanged(view: Pick<View, 'asks' | 'words'>, state: CompareState, client: ClientDetail): boolean {
  const { asks } = bindView(view, boundTo(client));
  const now = asksOf(state, client);
  const isAsked = { ...asks, metricSet: setAsked(asks.metricSet, client), rows: asks.rows.length > 0 ? asks.rows : now.rows };
  return Object.entries(now).some(([key, own]) => JSON.stringify(own) !== JSON.stringify(isAsked[key as keyof Asks]));
}

/** What of the focus a view keeps, in words; empty where it follows the screen in all. */
export function keepsText({ period, comparison, counting }: KeptFocus, locale: string): string {
  return [
    ...(period ? [periodText(period, locale)] : []),
    ...(comparison ? [COMPARISON_WORDS['mode' in comparison ? comparison.mode : 'days']] : []),
    ...(counting ? [`as ${countedWords(counting.countedBy).who} count, by ${counting.basis} date`] : []),
  ].join(', ');
}

const COMPARISON_WORDS = {
  before: 'against the days before',
  year: 'against the year before',
  none: 'against nothing',
  days: 'against days of its own',
} as const;

function periodText(period: Period, locale: string): string {
  if (!('preset' in period)) return rangeText(period, locale);
  const named = PRESETS.find(({ id }) => id === period.preset);
  return (named?.label ?? `Last ${period.preset.slice('last-'.length)} days`).toLowerCase();
}
