import type { WireTable } from '@lens/contract';
import {
  codeOfKey,
  compare,
  type ComparisonTable,
  type Figure,
  lastDayOf,
  type MetricId,
  packFigures,
  type Question,
  type Series,
  series,
  totalsOf,
} from '@lens/core';
import type { ClientData } from './client-data';

/** The table a question asks for. */
export function comparison(data: ClientData, question: Question, today: number): WireTable {
  const loaded = data.load(question.client, question.knownOn);
  const table = compare(loaded.tables, question, data.namesOf(loaded), lastDayOf(question, today));
  const pictures = data.picturesOf(question.client, loaded);
  const wire = wireOf(table, question, loaded.version);
  const rows = wire.rows.map((row) => {
    const picture = row.level === 'ad' ? pictures.get(codeOfKey(row.key)) : undefined;
    return picture === undefined ? row : { ...row, picture };
  });
  return { ...wire, rows };
}

/** The total rows of that table alone. */
export function totals(data: ClientData, question: Question, today: number): WireTable {
  const loaded = data.load(question.client, question.knownOn);
  const table = totalsOf(loaded.tables, question, data.namesOf(loaded), lastDayOf(question, today));
  return wireOf(table, question, loaded.version);
}

function wireOf(table: ComparisonTable, question: Question, dataVersion: number): WireTable {
  return {
    metrics: [...table.metrics],
    rows: table.rows.map(({ cells: _, ...row }) => row),
    columns: table.metrics.map((_, at) => ({
      now: packFigures(table.rows.map((row) => cell(row.cells[at]?.now))),
      before: question.comparison ? packFigures(table.rows.map((row) => cell(row.cells[at]?.before))) : null,
      change: question.comparison ? packFigures(table.rows.map((row) => cell(row.cells[at]?.change?.figure))) : null,
      beyondChance: table.rows.flatMap((row, index) => (row.cells[at]?.change?.beyondChance ? [index] : [])),
    })),
    withoutClickDay: [...table.withoutClickDay],
    arrived: table.arrived,
    dataVersion,
  };
}

/** A metric of members of that table, day by day. */
export function seriesOf(data: ClientData, question: Question, metric: MetricId, keys: readonly string[], today: number): Series {
  const loaded = data.load(question.client, question.knownOn);
  return series(loaded.tables, question, data.namesOf(loaded), { metric, keys, lastDay: lastDayOf(question, today) });
}

const cell = (figure: Figure | null | undefined): Figure => figure ?? { kind: 'gap', gap: 'not measured' };
