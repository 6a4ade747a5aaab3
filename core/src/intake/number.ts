export type Decimal = '.' | ',';

/** How cells say that a thing is not measured, which is not 0. */
const NOT_MEASURED = new Set(['', '-', '--', '—', '–', 'n/a', 'na', 'null', 'none']);

/** Whether a cell says that there is nothing: empty, "--", "n/a". */
export const isNothing = (cell: string): boolean => NOT_MEASURED.has(cell.trim().toLowerCase());

/**
 * Reads a number as exports write it: grouped, with a currency sign or per cent, negative in
 * parentheses. Returns null for "not measured" and undefined for what is no number.
 */
export function parseNumber(text: string, decimal: Decimal): number | null | undefined {
  const trimmed = text.trim();
  if (NOT_MEASURED.has(trimmed.toLowerCase())) return null;
  const negative = /^\(.*\)$/.test(trimmed) || /^[^\d]*[-−]/.test(trimmed);
  const percent = trimmed.endsWith('%');
  const bare = trimmed.replace(/^[(\s]*[-−+]?\s*(?:[A-Z]{3}|\p{Sc})?\s*[-−+]?|(?:\s*(?:[A-Z]{3}|\p{Sc}|%))?[\s)]*$/gu, '');
  const grouped = decimal === '.' ? /^\d{1,3}(?:[,\s'’]\d{3})+(?:\.\d*)?$/u : /^\d{1,3}(?:[.\s'’]\d{3})+(?:,\d*)?$/u;
  const plain = decimal === '.' ? /^\d*\.?\d+$|^\d+\.$/ : /^\d*,?\d+$|^\d+,$/;
  if (!plain.test(bare) && !grouped.test(bare)) return undefined;
  const digits = bare.replace(decimal === '.' ? /[,\s'’]/gu : /[.\s'’]/gu, '').replace(',', '.');
  const number = Number(digits) * (percent ? 0.01 : 1);
  return negative ? -number : number;
}

/**
 * Which sign separates decimals, judged from sample cells: "12.50" and "1,234.5" say a point,
 * "12,50" a comma. Null when every sample fits both readings differently ("1.234") and must be asked.
 */
export function guessDecimal(samples: readonly string[]): Decimal | null {
  const numeric = samples.filter((text) => /\d[.,]\d/.test(text));
  const proves = (own: Decimal): boolean =>
    numeric.some(
      (text) => parseNumber(text, own) !== undefined && parseNumber(text, other(own)) === undefined && parseNumber(text, own) !== null,
    );
  const point = proves('.');
  const comma = proves(',');
  if (point !== comma) return point ? '.' : ',';
  return numeric.length === 0 ? '.' : null;
}

const other = (decimal: Decimal): Decimal => (decimal === '.' ? ',' : '.');
