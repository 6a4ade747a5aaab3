import { type Day, dayOf, dayParts, type DayRange, daysInMonth, parseDay } from '../time/day';

/** The days somebody means who writes “6 Oct”, “Oct 6 2026”, “6.10.”, “2026-10-06” or “October”: the last such days up to today. */
export function daysNamed(typed: string, today: Day, locale: string): DayRange | undefined {
  const iso = parseDay(typed.trim());
  if (iso !== undefined) return { from: iso, to: iso };
  const parts = typed.toLowerCase().match(/\p{L}+|\d+/gu) ?? [];
  const numbers = parts.filter((part) => /^\d+$/.test(part)).map(Number);
  const words = parts.filter((part) => !/^\d+$/.test(part));
  if (words.length > 1) return undefined;
  const year = numbers.find((number) => number >= 1000);
  const small = numbers.filter((number) => number < 1000);
  if (numbers.length - small.length > 1) return undefined;
  const [word] = words;
  if (word === undefined) return inFigures(typed, small, year, today);
  const month = monthNamed(word, locale);
  if (month === undefined || small.length > 1) return undefined;
  const [date] = small;
  return date === undefined ? lastMonth(month, year, today) : oneDay(lastDay(month, date, year, today));
}

/** “6.10.” and “6/10”: the day first, as outside of one country it is written. */
function inFigures(typed: string, [date, month, ...more]: readonly number[], year: number | undefined, today: Day): DayRange | undefined {
  if (date === undefined || month === undefined || more.length > 0 || !/^\s*\d+\s*[./]\s*\d+/.test(typed)) return undefined;
  return oneDay(lastDay(month, date, year, today));
}

const oneDay = (day: Day | undefined): DayRange | undefined => (day === undefined ? undefined : { from: day, to: day });

/** Of a year that is not said: the last one in which it is not still to come. */
function lastDay(month: number, date: number, year: number | undefined, today: Day): Day | undefined {
  const now = dayParts(today).year;
  if (year !== undefined) return dayOf(year, month, date);
  const own = dayOf(now, month, date);
  return own !== undefined && own <= today ? own : dayOf(now - 1, month, date);
}

function lastMonth(month: number, year: number | undefined, today: Day): DayRange | undefined {
  const from = lastDay(month, 1, year, today);
  return from === undefined ? undefined : { from, to: from + daysInMonth(from) - 1 };
}

/** Shortest that names a month. */
const SHORTEST = 3;

/** 1–12; in the words of the place and in English. */
function monthNamed(word: string, locale: string): number | undefined {
  if (word.length < SHORTEST) return undefined;
  for (const language of [locale, 'en'])
    for (let month = 1; month <= 12; month++) if (monthName(month, language).startsWith(word)) return month;
  return undefined;
}

const monthName = (month: number, locale: string): string =>
  new Intl.DateTimeFormat(locale, { month: 'long', timeZone: 'UTC' }).format(Date.UTC(2026, month - 1, 1)).toLowerCase();
