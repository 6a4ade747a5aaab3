import { type Day, dayOf, type DayRange, daysInMonth, lengthOf, weekday } from '../time/day';
import { DATE_ORDERS, type DateOrder, monthNamed, parseDate } from './date';

/**
 * The days a cell stands for: a day; a week ("2026-W42", with or without its hyphen, Monday to Sunday);
 * a month ("2026-10", "10/2026", "Oct 2026"); a quarter ("Q3 2026", "2026 Q3"); or two dates with "–",
 * "to" or the like between them. Undefined if it is none of these.
 */
export function parseSpan(text: string, order: DateOrder): DayRange | undefined {
  const trimmed = text.trim();
  const dates = twoDates(trimmed, order);
  if (dates) return dates.to >= dates.from && lengthOf(dates) <= LONGEST ? dates : undefined;
  const day = parseDate(trimmed, order);
  if (day !== undefined) return { from: day, to: day };
  return weekOf(trimmed) ?? monthOf(trimmed) ?? quarterOf(trimmed);
}

/** Whether a cell names a whole week, month or quarter by itself, in whatever order dates are written. */
export const isNamedSpan = (text: string): boolean => {
  const trimmed = text.trim();
  return (weekOf(trimmed) ?? monthOf(trimmed) ?? quarterOf(trimmed)) !== undefined;
};

/** ISO 8601: week 1 is the one with the year's first Thursday. */
function weekOf(text: string): DayRange | undefined {
  const [, year, week] = /^(\d{4})-?W(\d{2})$/i.exec(text) ?? [];
  const fourth = dayOf(Number(year), 1, 4);
  if (fourth === undefined || Number(week) < 1) return undefined;
  const from = fourth - weekday(fourth) + 7 * (Number(week) - 1);
  // The Thursday of a week lies in the year it is counted in.
  const thursday = dayOf(Number(year), 12, 31);
  return thursday !== undefined && from + 3 <= thursday ? { from, to: from + 6 } : undefined;
}

function monthOf(text: string): DayRange | undefined {
  const numbers = /^(\d{4})[-/](\d{2})$/.exec(text) ?? undefined;
  const turned = /^(\d{2})[-/](\d{4})$/.exec(text) ?? undefined;
  const named = /^(\p{L}{3,})\.?[\s-](\d{4})$/u.exec(text) ?? undefined;
  const [year, month] = numbers
    ? [Number(numbers[1]), Number(numbers[2])]
    : turned
      ? [Number(turned[2]), Number(turned[1])]
      : named
        ? [Number(named[2]), monthNamed(named[1] ?? '')]
        : [0, 0];
  return whole(dayOf(year, month, 1), 1);
}

function quarterOf(text: string): DayRange | undefined {
  const [, first, second] = /^Q([1-4])[\s-](\d{4})$/i.exec(text) ?? [];
  const [, year = second, quarter = first] = /^(\d{4})[\s-]?Q([1-4])$/i.exec(text) ?? [];
  return whole(dayOf(Number(year), 3 * Number(quarter) - 2, 1), 3);
}

/** So many whole months from the first day of one. */
function whole(first: Day | undefined, months: number): DayRange | undefined {
  if (first === undefined) return undefined;
  let end = first;
  for (let month = 0; month < months; month++) end += daysInMonth(end);
  return { from: first, to: end - 1 };
}

function twoDates(text: string, order: DateOrder): DayRange | undefined {
  const cut = /^(.+?)\s*(?:\s-\s|–|—|\.\.|\bto\b|\buntil\b|\bbis\b|\bau\b|\ba\b|\bal\b|~)\s*(.+)$/iu.exec(text);
  const [from, to] = [parseDate(cut?.[1] ?? '', order), parseDate(cut?.[2] ?? '', order)];
  return from !== undefined && to !== undefined ? { from, to } : undefined;
}

/** Rows for more than a year say nothing about advertising that could be used. */
export const LONGEST = 366;

/** The date orders in which every sample is a day or days. One is a certain guess, two must be asked. */
export function possibleOrders(samples: readonly string[]): DateOrder[] {
  const filled = samples.filter((text) => text.trim() !== '');
  return filled.length === 0 ? [] : DATE_ORDERS.filter((order) => filled.every((text) => parseSpan(text, order) !== undefined));
}
