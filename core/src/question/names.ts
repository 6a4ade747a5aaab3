import { type Day, rangeText } from '../time/day';
import { isLevel } from '../measure/level';
import { type DayDimension, isDayDimension } from './dimensions';

/** What a member of a dimension is called. */
export type Names = (dimension: string, code: number | string) => string;

/**
 * What stands for a member in the key of a row. Codes of devices, words in names and the like are given as they are met,
 * by every thread anew: their name stands for them, written so that it parts no key.
 */
export const tokenOf = (dimension: string, code: number | string, names: Names): number | string =>
  typeof code === 'string' || code < 0 || isLevel(dimension) || isDayDimension(dimension)
    ? code
    : encodeURIComponent(names(dimension, code));

const MS_PER_DAY = 86_400_000;
/** A Monday. */
const MONDAY = 4;

/** What a month, week, weekday or day is called in a locale: "October 2026", "5–11 Oct 2026", "Monday", "5 Oct 2026". */
export function dayName(dimension: DayDimension, code: Day, locale: string): string {
  const write = (day: Day, options: Intl.DateTimeFormatOptions): string =>
    new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' }).format(day * MS_PER_DAY);
  switch (dimension) {
    case 'month':
      return write(code, { month: 'long', year: 'numeric' });
    case 'week':
      return rangeText({ from: code, to: code + 6 }, locale);
    case 'weekday':
      return write(MONDAY + code, { weekday: 'long' });
    case 'day':
      return write(code, { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' });
  }
}
