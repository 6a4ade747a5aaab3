import { filterDraft } from '@lens/contract';
import {
  ADS_BY_CHANNEL,
  canSplitBy,
  type Filter,
  type MetricId,
  type MetricSet,
  type MetricSetId,
  type Question,
  type Sort,
  testProblem,
} from '@lens/core';
import { z } from 'zod';
import type { QueryValues } from '../data/address';
import type { Resolved } from '../data/focus';
import { currentKey, rowsOfTree } from './old-address';

/** What of a comparison the address holds beside the focus. */
export interface CompareState {
  readonly metricSet: MetricSetId | null;
  readonly rows: readonly string[];
  readonly where: readonly Filter[];
  readonly named: string;
  readonly sort: Sort;
  /** Rows opened; null opens the outermost. */
  readonly open: ReadonlySet<string> | null;
  readonly drawn: readonly string[];
  readonly chartMetric: MetricId | null;
  readonly traced: { readonly row: string; readonly metric: MetricId } | null;
}

/** Keys hold slashes; this sign stands in none of them. */
const BETWEEN = '~';

const list = (text: string | null): string[] => (text === null || text === '' ? [] : text.split(BETWEEN));

const filters = z.array(filterDraft);

/** Filters of an address: those that cannot be read are left out. */
function filtersOf(text: string | null): readonly Filter[] {
  try {
    return filters.safeParse(JSON.parse(text ?? '[]')).data ?? [];
  } catch {
    return [];
  }
}

export function readCompare(get: (key: string) => string | null): CompareState {
  const sort = get('sort') ?? '-spend';
  const by = sort.replace(/^-/, '');
  const [row, metric] = list(get('trace'));
  const open = get('open');
  const rows = list(get('rows'));
  return {
    metricSet: get('set'),
    rows: rows.length > 0 ? rows : (rowsOfTree(get('tree') ?? '') ?? ADS_BY_CHANNEL),
    where: filtersOf(get('where')),
    named: get('q') ?? '',
    sort: { by, direction: sort.startsWith('-') ? 'descending' : 'ascending' },
    open: open === null ? null : new Set(list(open).map(currentKey)),
    drawn: list(get('draw')).map(currentKey),
    chartMetric: get('chart'),
    traced: row !== undefined && metric !== undefined ? { row: currentKey(row), metric } : null,
  };
}

export function writeCompare(state: CompareState): QueryValues {
  const rows = state.rows.join(BETWEEN);
  return {
    set: state.metricSet,
    tree: null,
    rows: rows === ADS_BY_CHANNEL.join(BETWEEN) ? null : rows,
    where: state.where.length === 0 ? null : JSON.stringify(state.where),
    q: state.named === '' ? null : state.named,
    sort: `${state.sort.direction === 'descending' ? '-' : ''}${state.sort.by}`,
    open: state.open === null ? null : [...state.open].join(BETWEEN),
    draw: state.drawn.length === 0 ? null : state.drawn.join(BETWEEN),
    chart: state.chartMetric,
    trace: state.traced ? [state.traced.row, state.traced.metric].join(BETWEEN) : null,
  };
}

/** What a set is sorted and drawn by where nothing is chosen. */
export const firstOf = (set: Pick<MetricSet, 'metrics'> | undefined): MetricId => set?.metrics[0] ?? 'spend';

/** The question a comparison asks; an address may name sets, metrics and dimensions that the client does not have (any more). */
export function questionOf(resolved: Resolved, state: CompareState): Question {
  const { book, client } = resolved;
  const { by, direction } = state.sort;
  const set = book.set(state.metricSet ?? '') ?? book.set(client.metricSet);
  const rows = [...new Set(state.rows)].filter((dimension) => canSplitBy(dimension, book.vocabulary));
  return {
    client: resolved.client.id,
    period: { from: resolved.period.from, to: resolved.period.to },
    comparison: resolved.comparison,
    countedBy: resolved.countedBy,
    basis: resolved.basis,
    knownOn: resolved.knownOn,
    metricSet: set?.id ?? client.metricSet,
    rows: rows.length > 0 ? rows : ADS_BY_CHANNEL,
    // What is not finished asks for nothing yet.
    where: state.where.filter(
      ({ dimension, any }) => canSplitBy(dimension, book.vocabulary) && any.every((test) => testProblem(test) === ''),
    ),
    named: state.named,
    sort: { by: by === 'name' || set?.metrics.includes(by) ? by : firstOf(set), direction },
  };
}
