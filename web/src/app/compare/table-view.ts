import type { WireTable } from '@lens/contract';
import {
  COUNTED_WORDS,
  changeAmountText,
  changeText,
  COLUMN,
  type Figure,
  figureText,
  formatNumber,
  lastChangeText,
  type Metric,
  type MetricBook,
  type MetricId,
  statusText,
  type Sureness,
  sureVerdict,
  type Style,
  type Unit,
  unpackFigures,
} from '@lens/core';
import type { ChangeAs } from './compare-state';

interface CellView {
  readonly text: string;
  readonly spoken: string;
  readonly gap: boolean;
  /** Covers only a part of the spend. */
  readonly part: boolean;
  readonly change: string;
  /** Whether the change is good or bad news: more than chance, and not too small to matter. Shown by shape and weight as well as colour. */
  readonly good: 'better' | 'worse' | null;
  /** Told from so few clicks or sales that it may lie far away. */
  readonly doubt: boolean;
}

export type RowView = WireTable['rows'][number] & {
  readonly cells: readonly CellView[];
  /** What it is set to, in words; empty where nothing tells. */
  readonly status: string;
  readonly lastChange: string;
  /** How it stands to its target; null where that says nothing of it. */
  readonly target: TargetView | null;
};

interface TargetView {
  readonly text: string;
  readonly spoken: string;
  /** Only where there is enough to be sure. */
  readonly good: CellView['good'];
}

export interface ColumnView {
  /** Its own among the columns. */
  readonly key: string;
  /** What makes the key of a row that of the row's part in this column; empty where the column is of whole rows. */
  readonly row: string;
  readonly metric: MetricId;
  readonly label: string;
  readonly definition: string;
  readonly note: string;
}

export interface TableView {
  readonly columns: readonly ColumnView[];
  /** Metrics of which nothing is measured anywhere: they have no column. */
  readonly undelivered: readonly string[];
  readonly rows: readonly RowView[];
  /** Rows whose members are shown. */
  readonly open: ReadonlySet<string>;
  readonly compared: boolean;
  /** Whether any row is held against a target. */
  readonly held: boolean;
  readonly money: (amount: number) => string;
}

/** Where siblings end that have more than is shown: after the last of them and all it holds. By the place of that row. */
export function moreAfter(
  rows: readonly Pick<RowView, 'depth' | 'more'>[],
): ReadonlyMap<number, readonly { depth: number; more: number }[]> {
  const after = new Map<number, { depth: number; more: number }[]>();
  rows.forEach(({ depth, more }, at) => {
    if (more === 0) return;
    const next = rows.findIndex((row, place) => place > at && row.depth <= depth);
    const last = (next < 0 ? rows.length : next) - 1;
    // Those within come first.
    after.set(
      last,
      [...(after.get(last) ?? []), { depth, more }].sort((a, b) => b.depth - a.depth),
    );
  });
  return after;
}

/** Below this a change is no news, whichever way it goes. */
const LEAST_CHANGE = 0.03;

type WireColumn = WireTable['columns'][number];

/** A column of figures before they are texts. */
interface Told {
  readonly head: ColumnView;
  readonly metric: Metric;
  readonly now: readonly Figure[];
  readonly before: readonly Figure[];
  readonly change: readonly Figure[];
  readonly beyondChance: ReadonlySet<number>;
  /** By row between which a figure surely lies, where that is far from it. */
  readonly doubt: ReadonlyMap<number, readonly [low: number, high: number]>;
}

function told(head: ColumnView, metric: Metric, column: WireColumn | undefined): Told {
  return {
    head,
    metric,
    now: column ? unpackFigures(column.now) : [],
    before: column?.before ? unpackFigures(column.before) : [],
    change: column?.change ? unpackFigures(column.change) : [],
    beyondChance: new Set(column?.beyondChance),
    doubt: new Map(column?.doubt.map(([row, low, high]) => [row, [low, high]])),
  };
}

/** A column for each metric, or the total of one and a column for each of what it is spread over. */
function columnsOf({ metrics, columns, across }: WireTable, book: MetricBook): Told[] {
  if (!across)
    return metrics.map((id, at) => {
      const metric = book.named(id);
      const note = id === 'carts' || id === 'checkouts' ? 'claimed' : '';
      return told({ key: id, row: '', metric: id, label: metric.label, definition: metric.definition, note }, metric, columns[at]);
    });
  const metric = book.named(across.metric);
  const { id, label, definition } = metric;
  const whole = told({ key: id, row: '', metric: id, label, definition, note: 'all' }, metric, across.whole);
  const parts = across.heads.map(({ key, name, note }, at) =>
    told({ key, row: `${COLUMN}${key}`, metric: metric.id, label: name, definition: metric.definition, note }, metric, across.columns[at]),
  );
  return [whole, ...parts];
}

/** How changes are told, and whether figures of few clicks or sales are marked. */
interface ToldAs {
  readonly changeAs?: ChangeAs;
  readonly doubts?: boolean;
}

/** Turns a table from the wire into texts, once, so that the template only places them. */
export function tableView(table: WireTable, style: Style, book: MetricBook, { changeAs = 'share', doubts = true }: ToldAs = {}): TableView {
  const all = columnsOf(table, book);
  const isDelivered = ({ now, before }: Told): boolean =>
    [...now, ...before].some(({ kind, ...rest }) => kind !== 'gap' || ('gap' in rest && rest.gap !== 'not measured'));
  const columns = all.some(isDelivered) ? all.filter(isDelivered) : all;
  return {
    undelivered: table.across ? [] : all.filter((column) => !columns.includes(column)).map(({ head }) => head.label),
    columns: columns.map(({ head }) => head),
    rows: table.rows.map((row, at) => {
      let cells: readonly CellView[] | undefined;
      return {
        ...row,
        status: row.settings ? statusText(row.settings, style.locale) : '',
        lastChange: lastChangeText(row.settings?.change ?? null, row.name, style.locale),
        target: row.held && targetView(row.held, style, book),
        // Of thousands of rows a few are on the screen.
        get cells() {
          return (cells ??= columns.map(({ metric, now, before, change, beyondChance, doubt }) => {
            const cell = cellView({ now: now[at], before: before[at], change: change[at] }, style, metric.unit, changeAs);
            const good = beyondChance.has(at) ? goodness(change[at], metric) : null;
            const own = doubts ? doubt.get(at) : undefined;
            return own ? { ...cell, good, ...doubtful(cell, own, metric.unit, style) } : { ...cell, good, doubt: false };
          }));
        },
      };
    }),
    open: new Set(table.rows.flatMap(({ parent }) => parent ?? [])),
    held: table.rows.some(({ held }) => held !== null),
    compared: table.columns.some((column) => column.change !== null),
    money: (amount) => formatNumber(amount, 'money', style),
  };
}

interface CellFigures {
  readonly now: Figure | undefined;
  readonly before: Figure | undefined;
  readonly change: Figure | undefined;
}

function cellView({ now, before, change }: CellFigures, style: Style, unit: Unit, changeAs: ChangeAs): Omit<CellView, 'good' | 'doubt'> {
  const figure = now ?? { kind: 'gap', gap: 'not measured' };
  const { text, spoken } = figureText(figure, unit, style);
  return {
    text,
    spoken,
    gap: figure.kind === 'gap',
    part: figure.coverage !== undefined,
    change: change ? changeWords({ now, before, change }, style, unit, changeAs) : '',
  };
}

/** A figure of few clicks or sales says so. */
function doubtful({ spoken }: Pick<CellView, 'spoken'>, [low, high]: readonly [number, number], unit: Unit, style: Style) {
  const [from, to] = [low, high].map((end) => formatNumber(end, unit, style));
  return { doubt: true, spoken: `${spoken}, anywhere from ${from ?? ''} to ${to ?? ''}: there is little to tell it from` };
}

const SURE_WORDS: Readonly<Record<Sureness, string>> = {
  supported: 'surely',
  undecided: 'not enough yet to be sure',
  'not yet mature': 'too young to judge: its sales are still arriving',
};

function targetView(
  { metric, countedBy, basis, bar, met, sureness }: NonNullable<WireTable['rows'][number]['held']>,
  style: Style,
  book: MetricBook,
): TargetView {
  const { label, unit } = book.named(metric);
  const text = new Intl.NumberFormat(style.locale, { style: 'percent', maximumFractionDigits: 0 }).format(met);
  const verdict = sureVerdict({ met, sureness });
  const sure = verdict === null ? SURE_WORDS[sureness] : `${SURE_WORDS[sureness]} ${verdict} it`;
  return {
    text,
    spoken: `${text} of what ${label} must be, ${formatNumber(bar, unit, style)}: ${sure}. As ${COUNTED_WORDS[countedBy].who} count them, by ${basis} date.`,
    good: verdict && ({ misses: 'worse', beats: 'better' } as const)[verdict],
  };
}

function changeWords({ now, before, change }: CellFigures, style: Style, unit: Unit, changeAs: ChangeAs): string {
  const share = change && changeAs !== 'amount' ? changeText(change, style).text : '';
  // Of accounts that measure it in one period only, the amounts are of different things.
  const isOfAll = change?.kind === 'value' && change.coverage === undefined;
  const amount = isOfAll && now && before && changeAs !== 'share' ? changeAmountText(now, before, unit, style) : '';
  return [amount, share].filter((text) => text !== '').join(' · ');
}

function goodness(change: Figure | undefined, { better }: Metric): CellView['good'] {
  if (change?.kind !== 'value' || better === 'neither' || Math.abs(change.value) < LEAST_CHANGE) return null;
  return change.value > 0 === (better === 'higher') ? 'better' : 'worse';
}
