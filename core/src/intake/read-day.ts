import { ownText } from '../text/own-text';
import type { Day, DayRange } from '../time/day';
import type { Cell } from '../text/cell';
import { isFarDate, parseDate } from './date';
import type { Mapping } from './mapping';
import type { CellProblem } from './read-row';
import { isNamedSpan, parseSpan } from './span';

/** Days of texts met before: a file has few of them, again and again. */
const daysMet = new WeakMap<Mapping, Map<string, DayRange | undefined>>();
const MOST_DAYS = 5000;

/** Days since 30 December 1899, as spreadsheets number dates. */
const SPREADSHEET_EPOCH = 25_569;

/** The day a cell says; undefined for what is none, also for a whole week or month. */
export function dayOfCell(cell: Cell, mapping: Mapping): Day | undefined {
  const span = spanOfCell(cell, mapping);
  return span && span.from === span.to ? span.from : undefined;
}

/** The day or days a cell stands for. */
export function spanOfCell(cell: Cell, mapping: Mapping): DayRange | undefined {
  if (typeof cell === 'number' && cell > 20_000 && cell < 80_000) {
    const day = Math.floor(cell) - SPREADSHEET_EPOCH;
    return { from: day, to: day };
  }
  const days = daysMet.get(mapping) ?? new Map<string, DayRange | undefined>();
  daysMet.set(mapping, days);
  const text = String(cell);
  if (days.has(text)) return days.get(text);
  if (days.size >= MOST_DAYS) days.clear();
  const span = parseSpan(text, mapping.dateOrder);
  days.set(ownText(text), span);
  return span;
}

/** Why a text is no day, and whether it would be one in another order. */
export function notADay(text: string, what: string, order: Mapping['dateOrder']): Omit<CellProblem, 'column'> {
  if (isNamedSpan(text)) return { message: `“${text}” is a whole week, month or quarter, not a ${what}` };
  if (isFarDate(text, order)) return { message: `“${text}” lies before 1990 or after 2100: see whether its year is right` };
  const message = `“${text}” is not a ${what} (${order})`;
  const other = (['year first', 'day first', 'month first'] as const).some((each) => each !== order && parseDate(text, each) !== undefined);
  return other ? { message, against: 'date order' } : { message };
}
