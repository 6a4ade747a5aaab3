import type { Cell } from './cell';

export const DECIMALS = ['.', ','] as const;
export type Decimal = (typeof DECIMALS)[number];

/** How cells say that a thing is not measured, which is not 0. */
const NOT_MEASURED = new Set(['', '-', '--', '—', '–', 'n/a', 'na', 'null', 'none', 'nan', '#n/a']);

/** Whether a cell says that there is nothing: empty, "--", "n/a". */
export const isNothing = (cell: string): boolean => NOT_MEASURED.has(cell.trim().toLowerCase());

/** Whether a cell is written as per cent. */
export const isShare = (cell: Cell): boolean => typeof cell === 'string' && /\d\s*%\s*$/.test(cell);

const DIGITS: Readonly<Record<Decimal, RegExp>> = { '.': /^-?\d+(?:\.\d+)?$/, ',': /^-?\d+(?:,\d+)?$/ };
const MANY: Readonly<Record<string, number>> = { k: 1e3, m: 1e6, mn: 1e6, mio: 1e6, bn: 1e9 };

/**
 * Reads a number as exports write it: grouped, with a currency sign or per cent, negative in
 * parentheses, short for many ("1.2K"). Returns null for "not measured" and undefined for what is
 * no number. A number the file holds as one is taken as it is, whatever its decimals are written with.
 */
export function parseNumber(cell: Cell, decimal: Decimal): number | null | undefined {
  if (typeof cell === 'number') return Number.isFinite(cell) ? cell : null;
  // Most cells are just digits: the long way would give the same.
  if (DIGITS[decimal].test(cell)) return Number(decimal === '.' ? cell : cell.replace(',', '.'));
  const trimmed = cell.trim();
  if (NOT_MEASURED.has(trimmed.toLowerCase())) return null;
  const negative = /^\(.*\)$/.test(trimmed) || /^[^\d]*[-−]/.test(trimmed);
  const percent = trimmed.endsWith('%');
  const bare = trimmed.replace(/^[(\s]*[-−+]?\s*(?:[A-Z]{3}|\p{Sc})?\s*[-−+]?|(?:\s*(?:[A-Z]{3}|\p{Sc}|%))?[\s)]*$/gu, '');
  const [, figures = bare, short] = /^(.*\d)\s?(k|m|mn|mio|bn)\.?$/i.exec(bare) ?? [];
  const grouped = decimal === '.' ? /^\d{1,3}(?:[,\s'’]\d{3})+(?:\.\d*)?$/u : /^\d{1,3}(?:[.\s'’]\d{3})+(?:,\d*)?$/u;
  const plain = decimal === '.' ? /^\d*\.?\d+$|^\d+\.$/ : /^\d*,?\d+$|^\d+,$/;
  if (!plain.test(figures) && !grouped.test(figures)) return undefined;
  const digits = figures.replace(decimal === '.' ? /[,\s'’]/gu : /[.\s'’]/gu, '').replace(',', '.');
  const number = Number(digits) * (percent ? 0.01 : 1) * (short ? (MANY[short.toLowerCase()] ?? 1) : 1);
  return negative ? -number : number;
}

/**
 * Which sign separates decimals, judged from sample cells: "12.50" and "1,234.5" say a point,
 * "12,50" a comma. Null when every sample fits both readings differently ("1.234"), or some say one
 * and some the other, and must be asked.
 */
export function guessDecimal(samples: readonly Cell[]): Decimal | null {
  const numeric = samples.filter((cell): cell is string => typeof cell === 'string' && /\d[.,]\d/.test(cell));
  const point = numeric.some((text) => provesOther(text, ','));
  const comma = numeric.some((text) => provesOther(text, '.'));
  if (point !== comma) return point ? '.' : ',';
  return numeric.length === 0 ? '.' : null;
}

/** Whether a cell is a number only when decimals are written with the other sign than `decimal`. */
export function provesOther(cell: Cell, decimal: Decimal): boolean {
  if (typeof cell === 'number') return false;
  return parseNumber(cell, decimal) === undefined && typeof parseNumber(cell, decimal === '.' ? ',' : '.') === 'number';
}
