import type { WireTable } from '@lens/contract';
import {
  type Figure,
  figureText,
  fillShares,
  type FunnelStep,
  gap,
  isInOrder,
  formatNumber,
  type Metric,
  type MetricBook,
  type MetricId,
  ringParts,
  stepsOf,
  type Style,
  unpackFigures,
} from '@lens/core';
import type { Bars } from '../bars';
import type { Heat } from '../heat';
import type { Ring } from '../ring';
import type { Scatter } from '../scatter';
import type { Promised } from '../target-line';

/** An answer, and the rows of it that are drawn. */
export interface Answered {
  readonly table: WireTable;
  readonly rows: readonly WireTable['rows'][number][];
  readonly book: MetricBook;
  readonly style: Style;
}

type Column = WireTable['columns'][number];

/** The figures of a metric by row of the table; gaps where it has none. */
function figuresOf({ table }: Pick<Answered, 'table'>, metric: MetricId, of: 'now' | 'before' = 'now'): (key: string) => Figure {
  const column: Column | undefined = table.columns[table.metrics.indexOf(metric)];
  const packed = column?.[of];
  const figures = packed ? unpackFigures(packed) : [];
  const places = new Map(table.rows.map(({ key }, at) => [key, at]));
  return (key) => figures[places.get(key) ?? -1] ?? gap('not measured');
}

const brief =
  ({ unit }: Metric, style: Style) =>
  (figure: Figure): string =>
    figureText(figure, unit, style).text;
export const spoken =
  ({ unit }: Metric, style: Style) =>
  (figure: Figure): string =>
    figureText(figure, unit, style).spoken;

/** More bars than these are a table. */
const MOST_BARS = 24;

/** As many bars as there is room for, in the order of the table. */
export function barsOf(of: Answered, metric: Metric, target: Promised | null, most = Infinity): Bars {
  const [now, before] = [figuresOf(of, metric.id), figuresOf(of, metric.id, 'before')];
  const isCompared = of.table.columns.some((column) => column.before !== null);
  return {
    bars: of.rows
      .slice(0, Math.min(most, MOST_BARS))
      .map(({ key, name }) => ({ key, name, now: now(key), before: isCompared ? before(key) : null })),
    write: spoken(metric, of.style),
    brief: brief(metric, of.style),
    target,
    isOneColour: of.rows.every(({ level }) => isInOrder(level)),
  };
}

/** More parts than these cannot be told apart. */
const MOST_PARTS = 7;

/** A ring of the rows, and how many of them are in no part of it. */
export function ringOf(of: Answered, metric: Metric): { readonly ring: Ring; readonly leftOut: number } {
  const figure = figuresOf(of, metric.id);
  const { parts, leftOut } = ringParts(
    of.rows.map(({ key, name }) => ({ key, name, figure: figure(key) })),
    MOST_PARTS,
  );
  const share = (part: number): string => formatNumber(part, 'share', of.style, 0);
  return {
    ring: { parts: parts.map((part) => ({ ...part, share: share(part.share) })), write: spoken(metric, of.style) },
    leftOut: leftOut.length,
  };
}

const MOST_POINTS = 150;

/** Rows by spend across and a metric up, as large as a count; those of which one of them is not known are left out. */
export function scatterOf(
  of: Answered,
  { across, up, size }: { readonly across: Metric; readonly up: Metric; readonly size: Metric },
  target: Promised | null,
): { readonly scatter: Scatter; readonly leftOut: number } {
  const [x, y, z] = [across, up, size].map(({ id }) => figuresOf(of, id)) as [Told, Told, Told];
  const rows = of.rows.slice(0, MOST_POINTS);
  const known = rows.flatMap((row) => {
    const [a, b] = [x(row.key), y(row.key)];
    return a.kind === 'value' && b.kind === 'value' ? [{ row, a, b, c: z(row.key) }] : [];
  });
  const sizes = fillShares(
    known.map(({ c }) => c),
    () => 'all',
  );
  const words = (metric: Metric, figure: Figure): string => `${metric.label} ${spoken(metric, of.style)(figure)}`;
  return {
    scatter: {
      points: known.map(({ row: { key, name }, a, b, c }, at) => ({
        ...{ key, name, x: a.value, y: b.value, size: sizes[at] ?? 0 },
        words: `${name}: ${words(across, a)}, ${words(up, b)}, ${words(size, c)}`,
      })),
      across: { label: across.label, write: brief(across, of.style) },
      up: { label: up.label, write: brief(up, of.style) },
      target,
    },
    leftOut: rows.length - known.length,
  };
}
type Told = (key: string) => Figure;

/** The grid of a table with one metric in columns; null where nothing stands in columns. */
export function heatOf({ table, rows, book, style }: Answered): Heat | null {
  const { across } = table;
  if (!across) return null;
  const metric = book.named(across.metric);
  const columns = across.columns.map(({ now }) => unpackFigures(now));
  const places = new Map(table.rows.map(({ key }, at) => [key, at]));
  const figures = rows.map(({ key }) => columns.map((column) => column[places.get(key) ?? -1] ?? gap('not measured')));
  const shares = fillShares(figures.flat(), () => 'all');
  return {
    rows: rows.map(({ name }) => name),
    columns: across.heads.map(({ name }) => name),
    cells: figures.map((own, row) => own.map((figure, column) => ({ figure, share: shares[row * columns.length + column] ?? null }))),
    write: spoken(metric, style),
  };
}

interface Whole {
  readonly table: { readonly rows: readonly WireTable['rows'][number][] };
}

/** The row of all that the advertising brought: what came anyway is told beside it, not with it. */
export const wholeRow = ({ table: { rows } }: Whole): WireTable['rows'][number] | undefined =>
  rows.find(({ kind }) => kind === 'matched') ?? rows.find(({ kind }) => kind === 'total');

/** The counts of a set in its order as stations of the way, of one row. */
export function funnelOf(of: Answered, row: string): FunnelStep[] {
  const counts = of.table.metrics.filter((id) => of.book.named(id).unit === 'count');
  return stepsOf(counts.map((id) => ({ name: of.book.named(id).label, figure: figuresOf(of, id)(row) })));
}

/** What of a row a card shows. */
export interface Card {
  readonly key: string;
  readonly name: string;
  readonly picture: string | undefined;
  readonly target: WireTable['rows'][number]['held'];
  readonly figures: readonly { readonly metric: MetricId; readonly label: string; readonly text: string; readonly spoken: string }[];
}

const MOST_CARDS = 24;

/** Some metrics of members, on a card each. */
export function cardsOf(of: Answered, metrics: readonly MetricId[]): Card[] {
  const told = metrics.map((id) => ({ metric: of.book.named(id), figure: figuresOf(of, id) }));
  return of.rows.slice(0, MOST_CARDS).map(({ key, name, picture, held }) => ({
    ...{ key, name, picture, target: held },
    figures: told.map(({ metric, figure }) => ({
      metric: metric.id,
      label: metric.label,
      ...figureText(figure(key), metric.unit, of.style),
    })),
  }));
}
