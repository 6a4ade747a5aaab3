import type { WireTable } from '@lens/contract';
import {
  changeText,
  type Figure,
  figureText,
  formatNumber,
  type Metric,
  type MetricBook,
  type MetricId,
  type Style,
  type Unit,
  unpackFigures,
} from '@lens/core';

interface CellView {
  readonly text: string;
  readonly spoken: string;
  readonly gap: boolean;
  /** Covers only a part of the spend. */
  readonly part: boolean;
  readonly change: string;
  /** Whether the change is good or bad news: more than chance, and not too small to matter. Shown by shape and weight as well as colour. */
  readonly good: 'better' | 'worse' | null;
}

export type RowView = WireTable['rows'][number] & { readonly cells: readonly CellView[] };

export interface TableView {
  readonly columns: readonly { readonly metric: MetricId; readonly label: string; readonly definition: string; readonly note: string }[];
  /** Metrics of which nothing is measured anywhere: they have no column. */
  readonly undelivered: readonly string[];
  readonly rows: readonly RowView[];
  readonly compared: boolean;
  readonly money: (amount: number) => string;
}

/** Below this a change is no news, whichever way it goes. */
const LEAST_CHANGE = 0.03;

/** Turns a table from the wire into texts, once, so that the template only places them. */
export function tableView(table: WireTable, style: Style, book: MetricBook): TableView {
  const all = table.metrics.map((metric, at) => {
    const column = table.columns[at];
    return {
      metric: book.named(metric),
      now: column ? unpackFigures(column.now) : [],
      before: column?.before ? unpackFigures(column.before) : [],
      change: column?.change ? unpackFigures(column.change) : [],
      beyondChance: new Set(column?.beyondChance),
    };
  });
  const isDelivered = ({ now, before }: (typeof all)[number]): boolean =>
    [...now, ...before].some(({ kind, ...rest }) => kind !== 'gap' || ('gap' in rest && rest.gap !== 'not measured'));
  const columns = all.some(isDelivered) ? all.filter(isDelivered) : all;
  return {
    undelivered: all.filter((column) => !columns.includes(column)).map(({ metric }) => metric.label),
    columns: columns.map(({ metric }) => ({
      metric: metric.id,
      label: metric.label,
      definition: metric.definition,
      note: metric.id === 'carts' || metric.id === 'checkouts' ? 'claimed' : '',
    })),
    rows: table.rows.map((row, at) => ({
      ...row,
      cells: columns.map(({ metric, now, change, beyondChance }) => {
        const cell = cellView(now[at], change[at], style, metric.unit);
        return { ...cell, good: beyondChance.has(at) ? goodness(change[at], metric) : null };
      }),
    })),
    compared: table.columns.some((column) => column.change !== null),
    money: (amount) => formatNumber(amount, 'money', style),
  };
}

function cellView(now: Figure | undefined, change: Figure | undefined, style: Style, unit: Unit): Omit<CellView, 'good'> {
  const figure = now ?? { kind: 'gap', gap: 'not measured' };
  const { text, spoken } = figureText(figure, unit, style);
  return {
    text,
    spoken,
    gap: figure.kind === 'gap',
    part: figure.coverage !== undefined,
    change: change ? changeText(change, style).text : '',
  };
}

function goodness(change: Figure | undefined, { better }: Metric): CellView['good'] {
  if (change?.kind !== 'value' || better === 'neither' || Math.abs(change.value) < LEAST_CHANGE) return null;
  return change.value > 0 === (better === 'higher') ? 'better' : 'worse';
}
