import ExcelJS from 'exceljs';
import { gzipSync } from 'node:zlib';
import type { Cell, Days, Field, Report } from '../report/report';
import { isoDay } from '../world/calendar';

/** A way in which a channel's export button may write a report. */
export interface Format {
  /** What follows the report's name in the file's name. */
  readonly ending: string;
  readonly label: string;
  readonly type: string;
  readonly write: (report: Report, rows: readonly Cell[][], days: Days) => string | Buffer | Promise<Buffer>;
}

const CSV = 'text/csv; charset=utf-8';

/** Every format the market's page offers, plain ones first. */
export const FORMATS: readonly Format[] = [
  { ending: 'csv', label: 'commas', type: CSV, write: ({ fields }, rows) => csvLines([namesOf(fields), ...rows]) },
  {
    ending: 'semicolon.csv',
    label: 'semicolons',
    type: CSV,
    write: (report, rows, days) => office(report, rows, days, { delimiter: ';', day: dayFirst, number: (cell) => continental(cell, '') }),
  },
  {
    ending: 'month-first.csv',
    label: 'month first',
    type: CSV,
    write: (report, rows, days) => office(report, rows, days, { delimiter: ',', day: monthFirst, number: american }),
  },
  {
    ending: 'tabs.tsv',
    label: 'tabs, UTF-16',
    type: 'text/tab-separated-values; charset=utf-16le',
    write: ({ fields }, rows) => Buffer.from(`\uFEFF${lines([namesOf(fields), ...rows], '\t', plain, '\r\n')}`, 'utf16le'),
  },
  {
    ending: 'western.csv',
    label: 'semicolons, Windows-1252',
    type: 'text/csv; charset=windows-1252',
    write: (report, rows, days) =>
      Buffer.from(
        office(report, rows, days, { delimiter: ';', day: dayFirst, number: (cell) => continental(cell, '\u00A0') }).replaceAll('–', '-'),
        'latin1',
      ),
  },
  { ending: 'jsonl', label: 'JSON lines', type: 'application/x-ndjson', write: ({ fields }, rows) => toJsonLines(fields, rows) },
  {
    ending: 'json',
    label: 'JSON',
    type: 'application/json',
    write: (report, rows, days) =>
      JSON.stringify({ report: report.name, from: isoDay(days.from), to: isoDay(days.to), rows: objectsOf(report.fields, rows) }),
  },
  {
    ending: 'csv.gz',
    label: 'commas, gzipped',
    type: 'application/gzip',
    write: ({ fields }, rows) => gzipSync(csvLines([namesOf(fields), ...rows])),
  },
  {
    ending: 'xlsx',
    label: 'spreadsheet',
    type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    write: toSpreadsheet,
  },
];

const namesOf = (fields: readonly Field[]): string[] => fields.map(({ name }) => name);
const isAdded = ({ kind }: Field): boolean => kind === 'measure' || kind === 'outcome';

/** Plain lines with commas and points. */
export const csvLines = (rows: readonly (readonly Cell[])[]): string => lines(rows, ',', plain, '\n');

const toJsonLines = (fields: readonly Field[], rows: readonly Cell[][]): string =>
  objectsOf(fields, rows)
    .map((row) => `${JSON.stringify(row)}\n`)
    .join('');

const objectsOf = (fields: readonly Field[], rows: readonly Cell[][]): Record<string, Cell>[] =>
  rows.map((row) => Object.fromEntries(fields.map(({ name }, at) => [name, row[at] ?? null])));

/** The sums a careful export ends with. */
const totalsOf = ({ fields }: Report, rows: readonly Cell[][]): Cell[] =>
  fields.map((field, at): Cell => {
    if (at === 0) return 'Total';
    return isAdded(field) ? Number(rows.reduce((sum, row) => sum + Number(row[at] ?? 0), 0).toFixed(4)) : '';
  });

interface Office {
  readonly delimiter: string;
  readonly day: (iso: string) => string;
  readonly number: (cell: number) => string;
}

/** As offices have it: title lines, dates and numbers of the country, a total line. */
function office(report: Report, rows: readonly Cell[][], days: Days, { delimiter, day, number }: Office): string {
  const write = (cell: Cell): string => (typeof cell === 'number' ? number(cell) : plain(cell));
  const body = rows.map((row) => [day(String(row[0] ?? '')), ...row.slice(1)]);
  const title = [[report.name], [`${isoDay(days.from)} – ${isoDay(days.to)}`], []];
  return lines([...title, namesOf(report.fields), ...body, totalsOf(report, rows)], delimiter, write, '\r\n');
}

const dayFirst = (iso: string): string => iso.split('-').reverse().join('/');
function monthFirst(iso: string): string {
  const [year, month, day] = iso.split('-');
  return `${month ?? ''}/${day ?? ''}/${year ?? ''}`;
}

/** "1 234,56": decimals after a comma, thousands apart by a sign or nothing. */
const continental = (cell: number, thousands: string): string => {
  const [whole = '', decimals] = String(Math.round(cell * 10_000) / 10_000).split('.');
  return `${thousands === '' ? whole : whole.replace(/\B(?=(\d{3})+$)/g, thousands)}${decimals === undefined ? '' : `,${decimals}`}`;
};
const american = (cell: number): string => cell.toLocaleString('en-US', { maximumFractionDigits: 4 });
const plain = (cell: Cell): string => (cell === null ? '--' : String(cell));

function lines(rows: readonly (readonly Cell[])[], delimiter: string, write: (cell: Cell) => string, end: string): string {
  const quoted = (text: string): string => (/["\r\n]/.test(text) || text.includes(delimiter) ? `"${text.replaceAll('"', '""')}"` : text);
  return rows.map((cells) => cells.map((cell) => quoted(write(cell))).join(delimiter) + end).join('');
}

/** A workbook with a sheet of notes before the rows, real dates, and a total line. */
async function toSpreadsheet(report: Report, rows: readonly Cell[][], days: Days): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  const notes = book.addWorksheet('About');
  notes.addRows([[report.name], [`${isoDay(days.from)} – ${isoDay(days.to)}`], ...report.fields.map(({ name, about }) => [name, about])]);
  const sheet = book.addWorksheet(report.name.slice(0, 31));
  sheet.addRows([[report.name], [], namesOf(report.fields)]);
  for (const row of rows) sheet.addRow([new Date(`${String(row[0])}T00:00:00Z`), ...row.slice(1).map((cell) => cell ?? '--')]);
  sheet.addRow(totalsOf(report, rows));
  sheet.getColumn(1).numFmt = 'dd mmm yyyy';
  return Buffer.from(await book.xlsx.writeBuffer());
}
