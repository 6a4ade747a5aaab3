import { condition, filterDraft } from '@lens/contract';
import {
  ADS_BY_CHANNEL,
  canSplitBy,
  type ChangeAs,
  CHANGES_AS,
  type Columns,
  type Condition,
  type Filter,
  type MetricId,
  type MetricSet,
  type MetricSetId,
  type Page,
  type PictureKind,
  PICTURES,
  type Question,
  type Sort,
  SORT_OF,
  testProblem,
} from '@lens/core';

import { type QueryValues, readThings, writeThings } from '../data/address';
import type { Resolved } from '../data/focus';
import { TARGET } from './condition-form';
import { currentKey, rowsOfTree } from './old-address';

/** What of a comparison the address holds beside the focus. */
export interface CompareState {
  /** Clients beside the one in focus, and the currency of all money; null for that of the one in focus. */
  readonly others: readonly string[];
  readonly currency: string | null;
  readonly metricSet: MetricSetId | null;
  readonly rows: readonly string[];
  readonly columns: Columns | null;
  readonly where: readonly Filter[];
  readonly having: readonly Condition[];
  readonly named: string;
  /** Whether status and last change stand beside the members. */
  readonly settings: boolean;
  /** How changes are told; whether marked rows stay in sight. */
  readonly changeAs: ChangeAs;
  readonly pinned: boolean;
  /** Whether figures of few clicks or sales are marked. */
  readonly doubts: boolean;
  readonly sort: Sort;
  /** Rows shown of each that is open. */
  readonly size: number;
  /** Rows opened, or how many levels are; null opens the outermost, and all where some are looked for. */
  readonly open: ReadonlySet<string> | number | null;
  readonly drawn: readonly string[];
  readonly chartMetric: MetricId | null;
  /** What is drawn above the table. */
  readonly picture: PictureKind;
  /** The view it was opened from. */
  readonly view: string | null;
  readonly traced: { readonly row: string; readonly metric: MetricId } | null;
}

/** Keys hold slashes; this sign stands in none of them. */
const BETWEEN = '~';

const list = (text: string | null): string[] => (text === null || text === '' ? [] : text.split(BETWEEN));

/** Rows shown of each that is open, at first and with every “more”. */
export const ROWS_SHOWN = 200;

export function readCompare(get: (key: string) => string | null): CompareState {
  const sort = get('sort') ?? '-spend';
  const [by = 'spend', of] = list(sort.replace(/^-/, ''));
  const [row, metric] = list(get('trace'));
  const open = get('open');
  const rows = list(get('rows'));
  const [across, spread] = list(get('columns'));
  const others = list(get('beside'));
  const currency = get('money');
  return {
    others,
    currency: others.length > 0 && currency !== null && /^[A-Z]{3}$/.test(currency) ? currency : null,
    metricSet: get('set'),
    rows: rows.length > 0 ? rows : (rowsOfTree(get('tree') ?? '') ?? ADS_BY_CHANNEL),
    columns: across !== undefined && spread !== undefined ? { by: across, metric: spread } : null,
    where: readThings(filterDraft, get('where')),
    having: readThings(condition, get('having')),
    named: get('q') ?? '',
    settings: get('settings') === 'shown',
    changeAs: CHANGES_AS.find((each) => each === get('change')) ?? 'share',
    pinned: get('pin') === 'marked',
    doubts: get('few') !== 'unmarked',
    sort: { by, of: SORT_OF.find((each) => each === of) ?? 'now', direction: sort.startsWith('-') ? 'descending' : 'ascending' },
    size: Math.min(1000, Math.max(1, Number(get('size')) || ROWS_SHOWN)),
    open: open === null ? null : /^[0-8]$/.test(open) ? Number(open) : new Set(list(open).map(currentKey)),
    drawn: list(get('draw')).map(currentKey),
    chartMetric: get('chart'),
    picture: PICTURES.find((each) => each === get('picture')) ?? 'line',
    view: get('view'),
    traced: row !== undefined && metric !== undefined ? { row: currentKey(row), metric } : null,
  };
}

export function writeCompare(state: CompareState): QueryValues {
  const rows = state.rows.join(BETWEEN);
  return {
    beside: state.others.length === 0 ? null : state.others.join(BETWEEN),
    money: state.currency,
    set: state.metricSet,
    tree: null,
    rows: rows === ADS_BY_CHANNEL.join(BETWEEN) ? null : rows,
    columns: state.columns && [state.columns.by, state.columns.metric].join(BETWEEN),
    where: writeThings(state.where),
    having: writeThings(state.having),
    q: state.named === '' ? null : state.named,
    settings: state.settings ? 'shown' : null,
    change: state.changeAs === 'share' ? null : state.changeAs,
    pin: state.pinned ? 'marked' : null,
    few: state.doubts ? null : 'unmarked',
    sort: `${state.sort.direction === 'descending' ? '-' : ''}${state.sort.by}${state.sort.of === 'now' ? '' : BETWEEN + state.sort.of}`,
    size: state.size === ROWS_SHOWN ? null : String(state.size),
    open: state.open === null ? null : typeof state.open === 'number' ? String(state.open) : [...state.open].join(BETWEEN),
    draw: state.drawn.length === 0 ? null : state.drawn.join(BETWEEN),
    chart: state.chartMetric,
    picture: state.picture === 'line' ? null : state.picture,
    view: state.view,
    trace: state.traced ? [state.traced.row, state.traced.metric].join(BETWEEN) : null,
  };
}

/** What a set is sorted and drawn by where nothing is chosen. */
export const firstOf = (set: Pick<MetricSet, 'metrics'> | undefined): MetricId => set?.metrics[0] ?? 'spend';

/** Whether members are looked for, wherever they lie. */
const isSought = ({ named, having }: CompareState): boolean => named.trim() !== '' || having.length > 0;

function openOf(state: CompareState): Page['open'] {
  if (state.open === null) return isSought(state) ? 'all' : 1;
  return typeof state.open === 'number' ? state.open : [...state.open];
}

/** The question a comparison asks; an address may name sets, metrics and dimensions that the client does not have (any more). */
export function questionOf(resolved: Resolved, state: CompareState): Question {
  const { book, client } = resolved;
  const { by, of, direction } = state.sort;
  const set = book.set(state.metricSet ?? '') ?? book.set(client.metricSet);
  const rows = [...new Set(state.rows)].filter((dimension) => canSplitBy(dimension, book.vocabulary));
  const split: readonly string[] = rows.length > 0 ? rows : ADS_BY_CHANNEL;
  return {
    clients: [client.id, ...new Set(state.others.filter((other) => other !== client.id))],
    currency: state.currency,
    period: { from: resolved.period.from, to: resolved.period.to },
    comparison: resolved.comparison,
    countedBy: resolved.countedBy,
    basis: resolved.basis,
    knownOn: resolved.knownOn,
    metricSet: set?.id ?? client.metricSet,
    rows: split,
    columns:
      state.columns && canSplitBy(state.columns.by, book.vocabulary) && !split.includes(state.columns.by) && book.has(state.columns.metric)
        ? state.columns
        : null,
    // What is not finished asks for nothing yet.
    where: state.where.filter(
      ({ dimension, any }) => canSplitBy(dimension, book.vocabulary) && any.every((test) => testProblem(test) === ''),
    ),
    having: state.having.filter((each) => split.includes(each.level) && (each.kind === 'target' || book.has(each.metric))),
    named: state.named,
    sort: {
      by: by === 'name' || by === TARGET || set?.metrics.includes(by) ? by : firstOf(set),
      of: resolved.comparison ? of : 'now',
      direction,
    },
    page: { open: openOf(state), size: state.size },
  };
}
