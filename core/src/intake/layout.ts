import { type Cell, cellText } from '../text/cell';
import { possibleOrders } from './span';
import { isNothing, parseNumber } from '../text/number';

export const ENCODINGS = ['utf-8', 'utf-16le', 'utf-16be', 'windows-1252'] as const;
export type Encoding = (typeof ENCODINGS)[number];
export const DELIMITERS = [',', ';', '\t', '|'] as const;
export type Delimiter = (typeof DELIMITERS)[number];

export const FILE_FORMATS = ['separated', 'sheet', 'json'] as const;
export type FileFormat = (typeof FILE_FORMATS)[number];

/** How a table lies in its file. */
export interface FileLayout {
  readonly format: FileFormat;
  /** Of text; spreadsheets say it themselves. */
  readonly encoding: Encoding;
  /** Of separated text. */
  readonly delimiter: Delimiter;
  /** Name of the sheet of a spreadsheet, else empty. */
  readonly sheet: string;
  /** Filled lines before the header. */
  readonly titleLines: number;
}

/** Lines looked at for the header: exports put a title, the days and notes before it. */
export const HEADER_WITHIN = 40;

/**
 * The place of the header among the first lines of a table: the first line that is wide, has words
 * and no numbers or dates, and stands over lines as wide as itself. 0 where none is like that.
 */
export function headerPlace(lines: readonly (readonly Cell[])[]): number {
  const widths = lines.map((cells) => cells.filter((cell) => cellText(cell) !== '').length);
  const widest = Math.max(0, ...widths);
  const found = lines.findIndex(
    (cells, at) =>
      at < HEADER_WITHIN && (widths[at] ?? 0) >= Math.max(2, 0.6 * widest) && cells.every((cell) => isWord(cell)) && lines.length > at + 1,
  );
  return Math.max(0, found);
}

/** Whether a cell could name a column: no number and no date. */
function isWord(cell: Cell): boolean {
  if (typeof cell === 'number') return false;
  const text = cell.trim();
  if (text === '') return true;
  const isNumber = isNothing(text) || typeof parseNumber(text, '.') === 'number' || typeof parseNumber(text, ',') === 'number';
  return !isNumber && possibleOrders([text]).length === 0;
}

/** Names for columns: as written, numbered where one is repeated, "Column 4" where it is missing. */
export function headerNames(cells: readonly Cell[]): string[] {
  const seen = new Map<string, number>();
  return cells.map((cell, at) => {
    const name = cellText(cell).replace(/\s+/g, ' ') || `Column ${at + 1}`;
    const times = (seen.get(name) ?? 0) + 1;
    seen.set(name, times);
    return times === 1 ? name : `${name} (${times})`;
  });
}

/** Whether a line repeats the header, as files glued together have it. */
export const repeatsHeader = (cells: readonly Cell[], header: readonly Cell[]): boolean =>
  cells.length === header.length && cells.every((cell, at) => cellText(cell) === cellText(header[at]));

const TOTAL_WORDS =
  '(?:(?:grand |sub)?total(?:s|e|en)?|gesamt(?:summe|ergebnis)?|summe|sum|somme|totaux|total general|totais|insgesamt|overall)';
const TOTAL = new RegExp(`^${TOTAL_WORDS}\\b`, 'i');
const JUST_TOTAL = new RegExp(`^${TOTAL_WORDS}:?$`, 'i');

const firstFilled = (cells: readonly Cell[]): string => cells.map(cellText).find((text) => !isNothing(text)) ?? '';

/** Whether a line that cannot be a row is a total of the file: its first filled cell says so. */
export const saysTotal = (cells: readonly Cell[]): boolean => TOTAL.test(firstFilled(cells));

/** Whether a line that could be a row is a total all the same: its first filled cell says that and nothing else. */
export const saysJustTotal = (cells: readonly Cell[]): boolean => JUST_TOTAL.test(firstFilled(cells));
