/**
 * A calendar day as the number of days since 1 January 1970, without time or zone. Whole numbers
 * make ranges, shifts and column storage plain arithmetic.
 */
export type Day = number;

const MS_PER_DAY = 86_400_000;

/** 1 January 1990 and 31 December 2100: no advertising is measured outside of them, so a year beyond is a slip of the hand. */
const [EARLIEST, LATEST] = [7305, 47_846];
export const isSensibleDay = (day: Day): boolean => day >= EARLIEST && day <= LATEST;

/** Reads "2026-10-31". Returns undefined for anything that is not a real calendar day. */
export function parseDay(text: string): Day | undefined {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  if (!match) return undefined;
  return dayOf(Number(match[1]), Number(match[2]), Number(match[3]));
}

/** Year, month 1–12 and day of month to a Day, or undefined when there is no such day. */
export function dayOf(year: number, month: number, date: number): Day | undefined {
  const time = Date.UTC(year, month - 1, date);
  const check = new Date(time);
  if (check.getUTCFullYear() !== year || check.getUTCMonth() !== month - 1 || check.getUTCDate() !== date) return undefined;
  return time / MS_PER_DAY;
}

/** Writes "2026-10-31". */
export function formatDay(day: Day): string {
  return new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
}

/** 0 = Monday … 6 = Sunday (ISO order). */
export function weekday(day: Day): number {
  return (((day + 3) % 7) + 7) % 7;
}

/** Weekdays as files and sentences name them, from Monday. */
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
/** An hour (“08:00”) of a week: “Mon 08:00”. */
export const hourOfWeek = (day: Day, hour: string): string => `${WEEKDAYS[weekday(day)] ?? ''} ${hour}`;

export interface DayParts {
  readonly year: number;
  readonly month: number;
  readonly date: number;
}

export function dayParts(day: Day): DayParts {
  const date = new Date(day * MS_PER_DAY);
  return { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, date: date.getUTCDate() };
}

export function firstOfMonth(day: Day): Day {
  return day - dayParts(day).date + 1;
}

export function daysInMonth(day: Day): number {
  const { year, month } = dayParts(day);
  return new Date(Date.UTC(year, month, 0)).getUTCDate();
}

/** Days from–to, both included. */
export interface DayRange {
  readonly from: Day;
  readonly to: Day;
}

export const lengthOf = (range: DayRange): number => range.to - range.from + 1;

/** Every day of a range, in order. */
export const daysOf = (range: DayRange): Day[] => Array.from({ length: lengthOf(range) }, (_, at) => range.from + at);

export const shift = (range: DayRange, days: number): DayRange => ({ from: range.from + days, to: range.to + days });

/** "1–28 Oct 2026", "28 Sep – 3 Oct 2026": a range as a person would write it. */
export function rangeText(range: DayRange, locale: string): string {
  const format = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
  return range.from === range.to
    ? format.format(range.from * MS_PER_DAY)
    : format.formatRange(range.from * MS_PER_DAY, range.to * MS_PER_DAY);
}
