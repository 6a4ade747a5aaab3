import { nameKey } from '../formula/tokens';
import type { MetricId } from '../metric/metric';
import type { MetricBook } from '../metric/metric-book';
import type { ResultSetId } from '../metric/metric-set';
import type { Condition } from '../question/condition';
import type { Filter } from '../question/filter';
import { TARGET_METRICS, USUAL_TARGET } from '../target/target';
import type { Asks, View } from './view';

/** What a client is asked in. */
export interface BoundTo {
  readonly metricSet: ResultSetId;
  readonly book: MetricBook;
  readonly channels: readonly { readonly name: string; readonly kind: string }[];
  /** Whether its data can be split by something. */
  readonly tells: (dimension: string) => boolean;
  /** What something that data can be split by is called. */
  readonly labelOf: (dimension: string) => string;
}

/** A view as a client is asked it. */
export interface BoundView {
  readonly asks: Asks;
  /** What of it this client does not have, in sentences; empty where it can be asked all of it. */
  readonly lacks: readonly string[];
  /** Whether what is left still asks what the view asks: with fewer steps further down, but of the same members. */
  readonly isAskable: boolean;
}

/** What sorts by no metric. */
const NOT_METRICS = ['name', 'target'];

/**
 * Puts what a view asks into the words of a client: own metrics and sets by what they are called, channels by their
 * kind. What the client does not have is left out and said.
 */
export function bindView({ asks, words }: Pick<View, 'asks' | 'words'>, client: BoundTo): BoundView {
  const [needed, spared]: [string[], string[]] = [[], []];
  const { book, tells, labelOf } = client;
  const lacking = (what: string, of = needed): null => {
    of.push(what);
    return null;
  };
  const metricOf = (id: MetricId, of = needed): MetricId | null =>
    book.has(id) ? id : (sameLabel(book.metrics, words.labels[id]) ?? lacking(`It has no metric “${words.labels[id] ?? id}”.`, of));
  const setOf = (id: string): string | null =>
    book.set(id) ? id : (sameLabel(book.sets, words.labels[id]) ?? lacking(`It has no metric set “${words.labels[id] ?? id}”.`));
  const rows = asks.rows.filter((dimension) => tells(dimension) || lacking(`Nothing tells its ${labelOf(dimension)}.`, spared));
  const where = asks.where.flatMap((each) => boundFilter(each, words.kinds, client, needed) ?? []);
  const { columns } = asks;
  return {
    asks: {
      ...asks,
      metricSet: asks.metricSet === null ? client.metricSet : setOf(asks.metricSet),
      rows,
      columns: columns && (tells(columns.by) ? columnsOf(columns, client, metricOf) : lacking(`Nothing tells its ${labelOf(columns.by)}.`)),
      where,
      having: asks.having.flatMap((each): Condition[] => {
        if (!rows.includes(each.level)) return [];
        if (each.kind === 'target') return [each];
        const metric = metricOf(each.metric);
        return metric === null ? [] : [{ ...each, metric }];
      }),
      sort: { ...asks.sort, by: NOT_METRICS.includes(asks.sort.by) ? asks.sort.by : (metricOf(asks.sort.by, spared) ?? 'name') },
      pictureMetric: asks.pictureMetric && metricOf(asks.pictureMetric, spared),
    },
    lacks: [...new Set([...needed, ...spared])],
    // Pictures are of the first step.
    isAskable: needed.length === 0 && rows[0] === asks.rows[0],
  };
}

const sameLabel = (all: readonly { readonly id: string; readonly label: string }[], label: string | undefined): string | undefined =>
  label === undefined ? undefined : all.find((each) => nameKey(each.label) === nameKey(label))?.id;

function columnsOf(
  { by, metric }: NonNullable<Asks['columns']>,
  { metricSet }: BoundTo,
  metricOf: (id: MetricId) => MetricId | null,
): Asks['columns'] {
  const own = metric === null ? TARGET_METRICS[USUAL_TARGET[metricSet]].count : metricOf(metric);
  return own === null ? null : { by, metric: own };
}

/** A filter in the words of a client: of channels it does not have it asks for those of their kind; undefined where it has none. */
function boundFilter(filter: Filter, kinds: Readonly<Record<string, string>>, client: BoundTo, lacks: string[]): Filter | undefined {
  const { channels, tells, labelOf } = client;
  if (!tells(filter.dimension)) {
    lacks.push(`Nothing tells its ${labelOf(filter.dimension)}.`);
    return undefined;
  }
  if (filter.dimension === 'channel kind') {
    const [first] = filter.any;
    const isOfOne = filter.any.length === 1 && first?.test === 'is';
    if (isOfOne && !channels.some(({ kind }) => kind === first.value)) lacks.push(`It has no ${first.value} channel.`);
    return filter;
  }
  if (filter.dimension !== 'channel') return filter;
  const isForeign = filter.any.some(({ test, value }) => test === 'is' && !channels.some(({ name }) => name === value));
  if (!isForeign) return filter;
  const meant = [...new Set(filter.any.flatMap(({ value }) => kinds[value] ?? []))];
  if (meant.length === 0) {
    lacks.push(`It has no channel “${filter.any.map(({ value }) => value).join('”, “')}”.`);
    return undefined;
  }
  for (const kind of meant) if (!channels.some((each) => each.kind === kind)) lacks.push(`It has no ${kind} channel.`);
  return { dimension: 'channel kind', any: meant.map((value) => ({ test: 'is', value })) };
}
