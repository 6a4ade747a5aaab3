import { type Day, dayOf, isSensibleDay, parseDay } from '../time/day';
import { dayInZone, hourInZone, instantOf } from '../time/zone';

/** The order of the parts of a date. */
export const DATE_ORDERS = ['year first', 'day first', 'month first'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

/** How names of months begin, in the languages exports come in. */
const MONTHS: readonly (readonly string[])[] = [
  ['jan', 'ene'],
  ['feb', 'fév', 'fev'],
  ['mar', 'mär', 'mrz'],
  ['apr', 'avr', 'abr'],
  ['may', 'mai'],
  ['jun', 'juin'],
  ['jul', 'juil'],
  ['aug', 'aoû', 'ago'],
  ['sep', 'set'],
  ['oct', 'okt', 'out'],
  ['nov'],
  ['dec', 'dez', 'déc', 'dic'],
];

/** 1–12, or 0 for what is no name of a month. */
export const monthNamed = (name: string): number =>
  MONTHS.findIndex((starts) => starts.some((start) => name.toLowerCase().startsWith(start))) + 1;

/** "26" is 2026: exports do not reach back into another century. */
const yearOf = (text: string): number => (text.length === 2 ? 2000 + Number(text) : Number(text));

/**
 * Reads "2026-10-31", "20261031", "31/10/2026", "31.10.26", "31 Oct 2026", "Oct 31, 2026" and the like,
 * each with or without a time behind it; undefined if it is no day, or one outside 1990 to 2100.
 */
export function parseDate(text: string, order: DateOrder): Day | undefined {
  const day = anyDate(text, order);
  return day !== undefined && isSensibleDay(day) ? day : undefined;
}

/** Whether a text is a day but for its year, which is before 1990 or after 2100. */
export const isFarDate = (text: string, order: DateOrder): boolean => {
  const day = anyDate(text, order);
  return day !== undefined && !isSensibleDay(day);
};

function anyDate(text: string, order: DateOrder): Day | undefined {
  const trimmed = text.trim();
  const iso = /^(\d{4})[-/.]?(\d{2})[-/.]?(\d{2})(?:[T ].*)?$/.exec(trimmed);
  if (iso) return order === 'year first' ? dayOf(Number(iso[1]), Number(iso[2]), Number(iso[3])) : undefined;
  if (order === 'day first') {
    const named = /^(\d{1,2})\.?(?:[\s-]de)?[\s-](\p{L}{3,})\.?(?:[\s-]de)?[\s-](\d{4}|\d{2})$/u.exec(trimmed);
    if (named) return dayOf(yearOf(named[3] ?? ''), monthNamed(named[2] ?? ''), Number(named[1]));
  }
  if (order === 'month first') {
    const named = /^(\p{L}{3,})\.?\s(\d{1,2}),?\s(\d{4}|\d{2})$/u.exec(trimmed);
    if (named) return dayOf(yearOf(named[3] ?? ''), monthNamed(named[1] ?? ''), Number(named[2]));
  }
  const parts = /^(\d{1,2})[/.-](\d{1,2})[/.-](\d{4}|\d{2})(?:[T ,].*)?$/.exec(trimmed);
  if (!parts || order === 'year first') return undefined;
  const [first, second, year] = [Number(parts[1]), Number(parts[2]), yearOf(parts[3] ?? '')];
  return order === 'day first' ? dayOf(year, second, first) : dayOf(year, first, second);
}

export interface Moment {
  readonly day: Day;
  /** 0–23; undefined where only a day is written. */
  readonly hour: number | undefined;
  /** Whether it was written with an offset, and moved from there into the client's zone. */
  readonly isMoved: boolean;
}

/**
 * The client's calendar day and hour of a moment. A moment with an offset ("…T23:30:00-05:00", "…Z")
 * is moved into the client's zone; one without is taken as local.
 */
export function parseMoment(text: string, order: DateOrder, zone: string): Moment | undefined {
  const trimmed = text.trim();
  if (/^\d{4}-\d{2}-\d{2}[T ][\d:.]+\s?(?:Z|[+-]\d{2}:?\d{2})$/.test(trimmed)) {
    const instant = Date.parse(isoText(trimmed));
    if (Number.isNaN(instant) || parseDay(trimmed.slice(0, 10)) === undefined) return undefined;
    const day = dayInZone(instant, zone);
    return isSensibleDay(day) ? { day, hour: hourInZone(instant, zone), isMoved: true } : undefined;
  }
  const day = parseDate(trimmed, order);
  return day === undefined ? undefined : { day, hour: localHour(trimmed), isMoved: false };
}

const localHour = (text: string): number | undefined => localTime(text)?.hour;

function localTime(text: string): { hour: number; second: number } | undefined {
  const found = /[T ,](\d{1,2}):(\d{2})(?::(\d{1,2})(?:\.\d+)?)?\s*([ap]\.?m\.?)?$/i.exec(text);
  if (!found) return undefined;
  const written = Number(found[1]);
  const half = found[4]?.[0]?.toLowerCase();
  const isHour = half === undefined ? written < 24 : written >= 1 && written <= 12;
  if (!isHour) return undefined;
  const hour = half === undefined ? written : (written % 12) + (half === 'p' ? 12 : 0);
  return { hour, second: hour * 3600 + Number(found[2]) * 60 + Number(found[3] ?? 0) };
}

/**
 * A moment to the second (since 1970, UTC) with the client's calendar day, read as by parseMoment. A day without a time
 * is its first second.
 */
export function parseInstant(text: string, order: DateOrder, zone: string): { readonly day: Day; readonly second: number } | undefined {
  const moment = parseMoment(text, order, zone);
  if (!moment) return undefined;
  const trimmed = text.trim();
  const instant = moment.isMoved ? Date.parse(isoText(trimmed)) : instantOf(moment.day, localTime(trimmed)?.second ?? 0, zone);
  return { day: moment.day, second: Math.floor(instant / 1000) };
}

const isoText = (text: string): string => text.replace(' ', 'T').replace(' ', '');
