import type { WireTable } from '@lens/contract';
import {
  type ChangeAs,
  type ColumnLook,
  countedWords,
  changeAmountText,
  changeText,
  COLUMN,
  type Figure,
  fillShares,
  figureText,
  formatNumber,
  lastChangeText,
  type Metric,
  type MetricBook,
  type MetricId,
  type MetricSet,
  statusText,
  type Sureness,
  sureVerdict,
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
  /** Told from so few clicks or sales that it may lie far away. */
  readonly doubt: boolean;
  /** How much of the cell is filled, from 0 to 1; null where it is not. */
  readonly fill: number | null;
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
  readonly look: ColumnLook;
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
function columnsOf({ metrics, columns, across }: WireTable, book: MetricBook, looks: Looks): Told[] {
  if (!across)
    return metrics.map((id, at) => {
      const metric = book.named(id);
      const note = id === 'carts' || id === 'checkouts' ? 'claimed' : '';
      return told({ key: id, row: '', note, ...headOf(metric, looks) }, metric, columns[at]);
    });
  const metric = book.named(across.metric);
  const head = headOf(metric, looks);
  const whole = told({ key: metric.id, row: '', note: 'all', ...head }, metric, across.whole);
  const parts = across.heads.map(({ key, name, note }, at) =>
    told({ ...head, key, row: `${COLUMN}${key}`, label: name, note }, metric, across.columns[at]),
  );
  return [whole, ...parts];
}

/** What a column of a metric is headed; under a short name its own is told on hover. */
function headOf({ id, label, definition }: Metric, looks: Looks): Pick<ColumnView, 'metric' | 'label' | 'definition' | 'look'> {
  const look = looks[id] ?? {};
  return look.name === undefined
    ? { metric: id, label, definition, look }
    : { metric: id, label: look.name, definition: `${label}: ${definition}`, look };
}

type Looks = NonNullable<MetricSet['looks']>;

/** How changes are told, whether figures of few clicks or sales are marked, and how columns look. */
interface ToldAs {
  readonly looks?: Looks | undefined;
  readonly changeAs?: ChangeAs;
  readonly doubts?: boolean;
}

/** Turns a table from the wire into texts, once, so that the template only places them. */
export function tableView(
  table: WireTable,
  style: Style,
  book: MetricBook,
  { changeAs = 'share', doubts = true, looks = {} }: ToldAs = {},
): TableView {
  const all = columnsOf(table, book, looks).map((column) => ({ ...column, fills: fillsOf(table, column) }));
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
          return (cells ??= columns.map(({ head: { look }, metric, now, before, change, beyondChance, doubt, fills }) => {
            const asked = { changeAs, decimals: look.decimals };
            const changed = look.withoutChange ? undefined : change[at];
            const cell = cellView({ now: now[at], before: before[at], change: changed }, style, metric.unit, asked);
            const good = beyondChance.has(at) && changed ? goodness(changed, metric) : null;
            const own = doubts ? doubt.get(at) : undefined;
            const fill = fills[at] ?? null;
            return own ? { ...cell, good, fill, ...doubtful(cell, own, metric.unit, style) } : { ...cell, good, fill, doubt: false };
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

/** How much of the cells of members is filled: beside the largest of what lies as deep. */
function fillsOf({ rows }: WireTable, { head: { look }, now }: Told): (number | null)[] {
  if (look.fill === undefined) return [];
  const isPart = (at: number): boolean => rows[at]?.kind === 'member';
  return fillShares(now, (at) => (isPart(at) ? rows[at]?.depth : 'whole')).map((share, at) => (isPart(at) ? share : null));
}

function cellView(
  { now, before, change }: CellFigures,
  style: Style,
  unit: Unit,
  { changeAs, decimals }: { readonly changeAs: ChangeAs; readonly decimals: number | undefined },
): Omit<CellView, 'good' | 'doubt' | 'fill'> {
  const figure = now ?? { kind: 'gap', gap: 'not measured' };
  const { text, spoken } = figureText(figure, unit, style, decimals);
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
    spoken: `${text} of what ${label} must be, ${formatNumber(bar, unit, style)}: ${sure}. As ${countedWords(countedBy).who} count them, by ${basis} date.`,
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
