import type { Cell } from '@lens/core';
import type ExcelJS from 'exceljs';
import { Readable } from 'node:stream';
import { withOrderedCopy } from './ordered-copy';
import type { TableLine } from './table';
import { UnreadableFile } from './unreadable-file';

const OPTIONS = { worksheets: 'emit', sharedStrings: 'cache', styles: 'cache', hyperlinks: 'ignore', entries: 'emit' } as const;

/** Names of the sheets of a stored spreadsheet, in order. */
export async function sheetNames(path: string): Promise<string[]> {
  const names: string[] = [];
  for await (const { sheet } of sheetsOf(path)) names.push(sheet.name);
  return names;
}

/** Reads the filled rows of one sheet, as long as the longest before them. */
export async function* readSheet(path: string, name: string): AsyncGenerator<TableLine> {
  for await (const { sheet } of sheetsOf(path)) {
    if (sheet.name !== name) continue;
    try {
      yield* rowsOf(sheet);
    } catch (error) {
      throw asUnreadable(error);
    }
    return;
  }
  throw new UnreadableFile(`The spreadsheet has no sheet “${name}”.`);
}

async function* rowsOf(sheet: NamedSheet): AsyncGenerator<TableLine> {
  let width = 0;
  for await (const row of sheet) {
    const cells = Array.from({ length: row.cellCount }, (_, at): Cell => cellOf(row.getCell(at + 1)));
    if (cells.every((cell) => cell === '')) continue;
    width = Math.max(width, cells.length);
    while (cells.length < width) cells.push('');
    yield { line: row.number, cells };
  }
}

const asUnreadable = (error: unknown): UnreadableFile =>
  error instanceof UnreadableFile
    ? error
    : new UnreadableFile(
        `The spreadsheet cannot be read: ${error instanceof Error ? error.message : String(error)}. Save it again as .xlsx.`,
      );

interface NamedSheet extends AsyncIterable<ExcelJS.Row> {
  readonly name: string;
  /** What its rows are read from. */
  readonly iterator: unknown;
}

/**
 * The library deletes its copy of a sheet that is passed over, perhaps before the copy was opened: an error
 * that nobody waits for would end the process. Whoever reads the rows is told of errors all the same.
 */
function mayVanish({ iterator }: NamedSheet): void {
  if (iterator instanceof Readable) iterator.on('error', () => undefined);
}

async function* sheetsOf(path: string): AsyncGenerator<{ sheet: NamedSheet }> {
  yield* withOrderedCopy(path, async function* (copy) {
    try {
      // Loaded when a spreadsheet comes: every other file is read sooner without it.
      const { default: excel } = await import('exceljs');
      const book = new excel.stream.xlsx.WorkbookReader(copy, OPTIONS);
      for await (const each of book) {
        const sheet = each as unknown as NamedSheet;
        mayVanish(sheet);
        yield { sheet };
      }
    } catch (error) {
      throw asUnreadable(error);
    }
  });
}

/** Formulas count with the value they had when the file was saved; nothing is computed. */
function cellOf({ value }: ExcelJS.Cell): Cell {
  return plainOf(value !== null && typeof value === 'object' && 'result' in value ? value.result : value);
}

function plainOf(value: ExcelJS.CellValue | undefined): Cell {
  if (value === null || value === undefined) return '';
  if (typeof value === 'number') return value;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (value instanceof Date) return dateText(value);
  if (typeof value === 'string') return value;
  if ('richText' in value) return value.richText.map(({ text }) => text).join('');
  // The text of a link may be a rich one as well, whatever its type says.
  if ('text' in value) return plainOf(value.text);
  return '';
}

/** Spreadsheets know no zones: a date is what is shown in the cell. */
function dateText(date: Date): string {
  if (Number.isNaN(date.getTime())) return '';
  const text = date.toISOString();
  return text.endsWith('T00:00:00.000Z') ? text.slice(0, 10) : text.slice(0, 19);
}
