import type { Cell } from '../text/cell';
import { type Decimal, parseNumber } from '../text/number';

const CLOCK = /^(?:(\d+):)?(\d{1,3}):(\d{2}(?:[.,]\d+)?)$/;
const WORDS = /^(?:(\d+)\s*h(?:ours?)?)?\s*(?:(\d+)\s*m(?:in(?:utes?)?)?)?\s*(?:(\d+(?:[.,]\d+)?)\s*s(?:ec(?:onds?)?)?)?$/i;

/**
 * A length of time in seconds: a plain number of them, “1:05”, “0:01:05”, “1m 5s”. Null for "not measured",
 * undefined for what is none.
 */
export function parseDuration(cell: Cell, decimal: Decimal): number | null | undefined {
  const number = parseNumber(cell, decimal);
  if (number !== undefined) return number === null || number >= 0 ? number : undefined;
  if (typeof cell !== 'string' || cell.length > 40) return undefined;
  const text = cell.trim();
  const [, hours, minutes, seconds] = CLOCK.exec(text) ?? (text === '' ? [] : (WORDS.exec(text) ?? []));
  if (hours === undefined && minutes === undefined && seconds === undefined) return undefined;
  return Number(hours ?? 0) * 3600 + Number(minutes ?? 0) * 60 + Number((seconds ?? '0').replace(',', '.'));
}
