import { type Day, dayOf, parseDay } from '../time/day';
import { dayInZone } from '../time/zone';

/** The order of the parts of a date. */
export const DATE_ORDERS = ['year first', 'day first', 'month first'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** Reads "2026-10-31", "20261031", "31/10/2026", "31.10.2026", "31 Oct 2026" and the like; undefined if it is no day. */
export function parseDate(text: string, order: DateOrder): Day | undefined {
  const trimmed = text.trim();
  const iso = /^(\d{4})[-/.]?(\d{2})[-/.]?(\d{2})(?:[T ].*)?$/.exec(trimmed);
  if (iso) return order === 'year first' ? dayOf(Number(iso[1]), Number(iso[2]), Number(iso[3])) : undefined;
  const named = /^(\d{1,2})[\s-]([A-Za-z]{3})[a-z]*[\s-](\d{4})$/.exec(trimmed);
  if (named)
    return order === 'day first'
      ? dayOf(Number(named[3]), MONTHS.indexOf((named[2] ?? '').toLowerCase()) + 1, Number(named[1]))
      : undefined;
  const parts = /^(\d{1,2})[/.-](\d{1,2})[/.-](\d{4})(?:[T ].*)?$/.exec(trimmed);
  if (!parts || order === 'year first') return undefined;
  const [first, second, year] = [Number(parts[1]), Number(parts[2]), Number(parts[3])];
  return order === 'day first' ? dayOf(year, second, first) : dayOf(year, first, second);
}

/** The date orders in which every sample is a day. One is a certain guess, two must be asked. */
export function possibleOrders(samples: readonly string[]): DateOrder[] {
  const filled = samples.filter((text) => text.trim() !== '');
  return filled.length === 0 ? [] : DATE_ORDERS.filter((order) => filled.every((text) => parseDate(text, order) !== undefined));
}

/**
 * The client's calendar day of a moment. A moment with an offset ("…T23:30:00-05:00", "…Z") is moved
 * into the client's zone; one without is taken as local.
 */
export function parseMoment(text: string, order: DateOrder, zone: string): Day | undefined {
  const trimmed = text.trim();
  if (/^\d{4}-\d{2}-\d{2}T[\d:.]+(?:Z|[+-]\d{2}:?\d{2})$/.test(trimmed)) {
    const instant = Date.parse(trimmed);
    return Number.isNaN(instant) || parseDay(trimmed.slice(0, 10)) === undefined ? undefined : dayInZone(instant, zone);
  }
  return parseDate(trimmed, order);
}
