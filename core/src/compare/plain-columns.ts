import { type Held, sureVerdict } from './held';
import { type FigureColumn, unpackFigures } from '../figure/columns';
import type { Figure } from '../figure/figure';
import type { Unit } from '../figure/text';
import type { Metric, MetricId } from '../metric/metric';
import type { MetricBook } from '../metric/metric-book';
import type { RowSettings } from '../settings/row-settings';
import { lastChangeText } from '../settings/settings-words';
import { formatDay } from '../time/day';

/** How amounts that are known only within limits are written: in words in their cell, or in columns of their own. */
export type LimitsIn = 'words' | 'columns';

/** What spreadsheets take: null is an empty cell. */
export type PlainCell = string | number | null;

/** A column of a table as it leaves the product. */
export interface PlainColumn {
  readonly header: string;
  readonly unit: Unit;
  readonly cells: readonly PlainCell[];
  /** Says of the column before how much of the spend it is known for. */
  readonly isCoverage?: boolean;
}

/** A metric of all rows of a table, as it is sent. */
interface SentColumn {
  readonly now: FigureColumn;
  readonly before: FigureColumn | null;
  readonly change: FigureColumn | null;
}

/** The figures of a table, as they are sent, with what its rows are set to. */
export interface SentFigures {
  readonly rows: readonly {
    readonly name: string;
    readonly settings?: RowSettings | undefined;
    readonly held?: Pick<Held, 'met' | 'sureness'> | null;
  }[];
  readonly metrics: readonly MetricId[];
  readonly columns: readonly SentColumn[];
  readonly across: {
    readonly metric: MetricId;
    readonly heads: readonly { readonly name: string; readonly note: string }[];
    readonly whole: SentColumn;
    readonly columns: readonly SentColumn[];
  } | null;
}

/** The figures of a table as columns: each metric with the share of spend it covers, what it is compared with, and the change. */
export function plainColumns(table: SentFigures, book: MetricBook, currency: string, limitsIn: LimitsIn): PlainColumn[] {
  const figures = namedColumns(table, book).flatMap(({ metric, label, column: { now, before, change } }) => {
    const money = metric.unit === 'money' ? ` (${currency})` : '';
    const own = unpackFigures(now);
    const coverage = {
      header: `${label}, share of spend covered`,
      unit: 'share' as const,
      cells: own.map((each) => inWords(coverageOf(each), 'share')),
      isCoverage: true,
    };
    return [
      ...figureColumns(`${label}${money}`, own, metric.unit, limitsIn),
      coverage,
      ...(before ? figureColumns(`${label}${money}, compared with`, unpackFigures(before), metric.unit, limitsIn) : []),
      ...(change ? figureColumns(`${label}, change`, unpackFigures(change), 'share', limitsIn) : []),
    ];
  });
  return [...figures, ...heldColumns(table.rows), ...settingsColumns(table.rows)];
}

/** How rows stand to what was promised, where any row says. */
function heldColumns(rows: SentFigures['rows']): PlainColumn[] {
  if (rows.every(({ held }) => !held)) return [];
  return [
    { header: 'Target met', unit: 'share', cells: rows.map(({ held }) => (held ? written(held.met, 'share') : null)) },
    {
      header: 'Target, how sure',
      unit: 'number',
      cells: rows.map(({ held }) => (held ? howSure(held) : null)),
    },
  ];
}

/** “surely misses”, or why nothing is sure. */
function howSure(held: Pick<Held, 'met' | 'sureness'>): string {
  const verdict = sureVerdict(held);
  return verdict === null ? held.sureness : `surely ${verdict}`;
}

/** What a row is called, with how much of its week or month it has. */
export const plainName = ({ name, note }: { readonly name: string; readonly note: string }): string =>
  [name, note].filter((text) => text !== '').join(', ');

/** What rows are set to, where any row says. */
function settingsColumns(rows: SentFigures['rows']): PlainColumn[] {
  if (rows.every(({ settings }) => settings === undefined)) return [];
  const column = (header: string, cellOf: (settings: RowSettings, name: string) => PlainCell): PlainColumn => ({
    header,
    unit: 'number',
    cells: rows.map(({ name, settings }) => (settings ? cellOf(settings, name) : null)),
  });
  return [
    column('Status', ({ status }) => status),
    column('Status since', ({ since }) => (since === null ? null : formatDay(since))),
    column('Last change', ({ change }, name) => lastChangeText(change, name, null) || null),
  ];
}

function figureColumns(header: string, figures: readonly Figure[], unit: Unit, limitsIn: LimitsIn): PlainColumn[] {
  const column = (name: string, cellOf: (figure: Figure) => PlainCell): PlainColumn => ({ header: name, unit, cells: figures.map(cellOf) });
  if (limitsIn === 'words') return [column(header, (figure) => inWords(figure, unit))];
  return [
    column(header, (figure) => (figure.kind === 'value' ? written(figure.value, unit) : null)),
    column(`${header}, at least`, (figure) => (figure.kind === 'bounds' && figure.low !== null ? written(figure.low, unit) : null)),
    column(`${header}, at most`, (figure) => (figure.kind === 'bounds' && figure.high !== null ? written(figure.high, unit) : null)),
    column(`${header}, why not`, (figure) => (figure.kind === 'gap' ? figure.gap : null)),
  ];
}

/** A column for each metric, or one for each part that a metric is spread over, the whole of it first. */
function namedColumns(
  { metrics, columns, across }: SentFigures,
  book: MetricBook,
): { metric: Metric; label: string; column: SentColumn }[] {
  if (!across)
    return columns.map((column, at) => {
      const metric = book.named(metrics[at] ?? 'spend');
      return { metric, label: metric.label, column };
    });
  const metric = book.named(across.metric);
  return [
    { metric, label: metric.label, column: across.whole },
    ...across.columns.map((column, at) => ({
      metric,
      label: `${metric.label}, ${[across.heads[at]?.name, across.heads[at]?.note].filter(Boolean).join(', ')}`,
      column,
    })),
  ];
}

/** How much of the spend a figure is known for; 1 where its parts are known for all of it. */
const coverageOf = (figure: Figure): Figure =>
  figure.kind === 'gap' && figure.coverage === undefined ? figure : { kind: 'value', value: figure.coverage ?? 1 };

/** A number, or the name of a grade, whatever its place. */
const written = (number: number, unit: Unit): string | number =>
  typeof unit === 'object' ? (unit.grades[number - 1] ?? number) : Math.round(number * 1e6) / 1e6;

function inWords(figure: Figure, unit: Unit): PlainCell {
  if (figure.kind === 'gap') return figure.gap;
  if (figure.kind === 'value') return written(figure.value, unit);
  const [low, high] = [figure.low, figure.high].map((side) => (side === null ? '' : String(written(side, unit))));
  if (low !== '' && high !== '') return `between ${low} and ${high}`;
  return low !== '' ? `more than ${low}` : `at most ${high}`;
}
