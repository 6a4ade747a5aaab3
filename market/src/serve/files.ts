import { isoDay } from '../world/calendar';
import type { Cell, Days, Field, Report } from '../report/report';

/** "comma": plain, with points. "semicolon": title lines, day-first dates, decimal commas and a total line. */
export type Dialect = 'comma' | 'semicolon';

/** A report as a channel's export button would write it. */
export function toCsv(report: Report, rows: readonly Cell[][], days: Days, dialect: Dialect): string {
  const headers = report.fields.map(({ name }) => name);
  if (dialect === 'comma') return csvLines([headers, ...rows]);
  const sums = report.fields.map((field, at): Cell =>
    at === 0
      ? 'Total'
      : field.kind === 'measure' || field.kind === 'outcome'
        ? rows.reduce((sum, row) => sum + Number(row[at] ?? 0), 0)
        : '',
  );
  return (
    [
      [report.name],
      [`${isoDay(days.from)} – ${isoDay(days.to)}`],
      [],
      headers,
      ...rows.map((row) => [
        String(row[0] ?? '')
          .split('-')
          .reverse()
          .join('/'),
        ...row.slice(1),
      ]),
      sums,
    ]
      .map((cells) => line(cells, ';', continental))
      .join('\r\n') + '\r\n'
  );
}

/** Plain lines with commas and points. */
export const csvLines = (rows: readonly (readonly Cell[])[]): string => rows.map((cells) => `${line(cells, ',', plain)}\n`).join('');

export const toJsonLines = (fields: readonly Field[], rows: readonly Cell[][]): string =>
  rows.map((row) => `${JSON.stringify(Object.fromEntries(fields.map(({ name }, at) => [name, row[at] ?? null])))}\n`).join('');

const plain = (cell: Cell): string => (cell === null ? '--' : String(cell));
const continental = (cell: Cell): string =>
  typeof cell === 'number' ? String(Math.round(cell * 100) / 100).replace('.', ',') : plain(cell);

function line(cells: readonly Cell[], delimiter: string, write: (cell: Cell) => string): string {
  return cells
    .map(write)
    .map((text) => (text.includes(delimiter) || text.includes('"') || text.includes('\n') ? `"${text.replaceAll('"', '""')}"` : text))
    .join(delimiter);
}
