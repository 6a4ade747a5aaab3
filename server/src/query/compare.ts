import type { WireSeries, WireTable } from '@lens/contract';
import {
  codeOfKey,
  type ComparisonTable,
  type Figure,
  lastDayOf,
  type MetricId,
  packFigures,
  prepare,
  type Prepared,
  type Question,
  type RowCell,
  type Series,
  series,
  sumsAsked,
  tableOf,
  totalsOf,
} from '@lens/core';
import type { LoadedClient } from '../store/tables';
import type { ClientData } from './client-data';
import { settingsReader } from './row-settings';

/** The table a question asks for, of all metrics of its set or of some alone. */
export function comparison(data: ClientData, question: Question, today: number, metrics?: readonly MetricId[]): WireTable {
  const loaded = data.loadFor(question);
  const prepared = preparedOf(data, loaded, question, { lastDay: lastDayOf(question, today), metrics });
  const table = tableOf(prepared, question);
  const pictures = data.picturesOf(loaded);
  const wire = wireOf(table, question, loaded.version);
  const settingsOf = settingsReader(data, loaded, prepared.found);
  const rows = wire.rows.map((row) => {
    const picture = row.level === 'ad' ? pictures.get(codeOfKey(row.key)) : undefined;
    const settings = settingsOf(row);
    return { ...row, ...(picture === undefined ? {} : { picture }), ...(settings ? { settings } : {}) };
  });
  return { ...wire, rows };
}

/** Members whose sums are kept of a client while its data stands: opening a row, sorting or turning the page sums nothing again. */
const MOST_KEPT = 40_000;
const kept = new WeakMap<LoadedClient, Map<string, Prepared>>();

function preparedOf(data: ClientData, loaded: LoadedClient, question: Question, asked: Parameters<typeof prepare>[3]): Prepared {
  const own = kept.get(loaded) ?? new Map<string, Prepared>();
  kept.set(loaded, own);
  const key = JSON.stringify([sumsAsked(question), asked]);
  const prepared = own.get(key) ?? prepare(loaded.tables, question, data.namesOf(loaded), asked);
  own.delete(key);
  own.set(key, prepared);
  let members = [...own.values()].reduce((sum, { found }) => sum + found.members.length, 0);
  for (const [oldest, { found }] of own) {
    if (members <= MOST_KEPT || own.size === 1) break;
    own.delete(oldest);
    members -= found.members.length;
  }
  return prepared;
}

/** The total rows of that table alone. */
export function totals(data: ClientData, question: Question, today: number): WireTable {
  const loaded = data.loadFor(question);
  const table = totalsOf(loaded.tables, question, data.namesOf(loaded), lastDayOf(question, today));
  return wireOf(table, question, loaded.version);
}

function wireOf(table: ComparisonTable, question: Question, dataVersion: number): WireTable {
  const { across } = table;
  const isCompared = question.comparison !== null;
  return {
    metrics: [...table.metrics],
    rows: table.rows.map(({ cells: _, ...row }) => row),
    columns: table.metrics.map((_, at) =>
      columnOf(
        table.rows.map((row) => row.cells[at]),
        isCompared,
      ),
    ),
    across: across && {
      metric: across.metric,
      heads: [...across.heads],
      more: across.more,
      whole: columnOf(across.whole, isCompared),
      columns: across.heads.map((_, at) =>
        columnOf(
          across.cells.map((row) => row[at]),
          isCompared,
        ),
      ),
    },
    withoutClickDay: [...table.withoutClickDay],
    unknown: table.unknown,
    untold: table.untold,
    kept: table.kept,
    arrived: table.arrived,
    dataVersion,
  };
}

const columnOf = (cells: readonly (RowCell | null | undefined)[], isCompared: boolean): WireTable['columns'][number] => ({
  now: packFigures(cells.map((each) => cell(each?.now))),
  before: isCompared ? packFigures(cells.map((each) => cell(each?.before))) : null,
  change: isCompared ? packFigures(cells.map((each) => cell(each?.change?.figure))) : null,
  beyondChance: cells.flatMap((each, index) => (each?.change?.beyondChance ? [index] : [])),
  doubt: cells.flatMap((each, index) => (each?.doubt ? [[index, each.doubt.low, each.doubt.high] as [number, number, number]] : [])),
});

/** A metric of members of that table, day by day. */
export function seriesOf(data: ClientData, question: Question, metric: MetricId, keys: readonly string[], today: number): WireSeries {
  const loaded = data.loadFor(question);
  return wireSeries(series(loaded.tables, question, data.namesOf(loaded), { metric, keys, lastDay: lastDayOf(question, today) }));
}

export const wireSeries = ({ buckets, settled, lines }: Series): WireSeries => ({
  buckets: [...buckets],
  settled,
  lines: lines.map(({ key, figures, unusual }) => ({ key, figures: packFigures(figures), unusual: [...unusual] })),
});

const cell = (figure: Figure | null | undefined): Figure => figure ?? { kind: 'gap', gap: 'not measured' };
