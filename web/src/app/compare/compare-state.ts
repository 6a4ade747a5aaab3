import type { MetricId, MetricSet, MetricSetId, Question, Sort, TreeId } from '@lens/core';
import { isBuiltInTree, levelsOfTree } from '@lens/core';
import type { QueryValues } from '../data/address';
import type { Resolved } from '../data/focus';

/** What of a comparison the address holds beside the focus. */
export interface CompareState {
  readonly metricSet: MetricSetId | null;
  readonly tree: TreeId;
  readonly filter: string;
  readonly sort: Sort;
  /** Rows opened; null opens the channels. */
  readonly open: ReadonlySet<string> | null;
  readonly drawn: readonly string[];
  readonly chartMetric: MetricId | null;
  readonly traced: { readonly row: string; readonly metric: MetricId } | null;
}

/** Keys hold slashes; this sign stands in none of them. */
const BETWEEN = '~';

const list = (text: string | null): string[] => (text === null || text === '' ? [] : text.split(BETWEEN));

const treeOf = (text: string | null): TreeId =>
  text !== null && (isBuiltInTree(text) || text.startsWith('by ')) ? (text as TreeId) : 'ads';

export function readCompare(get: (key: string) => string | null): CompareState {
  const sort = get('sort') ?? '-spend';
  const by = sort.replace(/^-/, '');
  const [row, metric] = list(get('trace'));
  const open = get('open');
  return {
    metricSet: get('set'),
    tree: treeOf(get('tree')),
    filter: get('q') ?? '',
    sort: { by, direction: sort.startsWith('-') ? 'descending' : 'ascending' },
    open: open === null ? null : new Set(list(open)),
    drawn: list(get('draw')),
    chartMetric: get('chart'),
    traced: row !== undefined && metric !== undefined ? { row, metric } : null,
  };
}

export function writeCompare(state: CompareState): QueryValues {
  return {
    set: state.metricSet,
    tree: state.tree === 'ads' ? null : state.tree,
    q: state.filter === '' ? null : state.filter,
    sort: `${state.sort.direction === 'descending' ? '-' : ''}${state.sort.by}`,
    open: state.open === null ? null : [...state.open].join(BETWEEN),
    draw: state.drawn.length === 0 ? null : state.drawn.join(BETWEEN),
    chart: state.chartMetric,
    trace: state.traced ? [state.traced.row, state.traced.metric].join(BETWEEN) : null,
  };
}

/** What a set is sorted and drawn by where nothing is chosen. */
export const firstOf = (set: Pick<MetricSet, 'metrics'> | undefined): MetricId => set?.metrics[0] ?? 'spend';

/** The question a comparison asks; an address may name sets and metrics that the client's book does not have (any more). */
export function questionOf(resolved: Resolved, state: CompareState): Question {
  const { book, client } = resolved;
  const { by, direction } = state.sort;
  const set = book.set(state.metricSet ?? '') ?? book.set(client.metricSet);
  return {
    client: resolved.client.id,
    period: { from: resolved.period.from, to: resolved.period.to },
    comparison: resolved.comparison,
    countedBy: resolved.countedBy,
    basis: resolved.basis,
    knownOn: resolved.knownOn,
    metricSet: set?.id ?? client.metricSet,
    tree: levelsOfTree(state.tree, book.vocabulary) ? state.tree : 'ads',
    filter: state.filter,
    sort: { by: by === 'name' || set?.metrics.includes(by) ? by : firstOf(set), direction },
  };
}
