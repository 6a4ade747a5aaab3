import { type Day, dayOf } from './day';

const formats = new Map<string, Intl.DateTimeFormat>();

function formatFor(zone: string): Intl.DateTimeFormat {
  let format = formats.get(zone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-US', {
      timeZone: zone,
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      hourCycle: 'h23',
    });
    formats.set(zone, format);
  }
  return format;
}

const MS_PER_MINUTE = 60_000;
/** Clocks change on a quarter of an hour. */
const QUARTER = 15 * MS_PER_MINUTE;
const MOST_OFFSETS = 100_000;
/** Minutes ahead of UTC by quarter of an hour, as told before: a file has moments of few of them, again and again. */
const offsets = new Map<string, Map<number, number>>();

/** Minutes an IANA zone is ahead of UTC at an instant (milliseconds since 1970 UTC). */
function offsetAt(instant: number, zone: string): number {
  const quarter = Math.floor(instant / QUARTER);
  const known = offsets.get(zone) ?? new Map<number, number>();
  offsets.set(zone, known);
  let offset = known.get(quarter);
  if (offset === undefined) {
    if (known.size >= MOST_OFFSETS) known.clear();
    offset = readOffset(quarter * QUARTER, zone);
    known.set(quarter, offset);
  }
  return offset;
}

function readOffset(instant: number, zone: string): number {
  const parts = new Map(
    formatFor(zone)
      .formatToParts(instant)
      .map((part) => [part.type, Number(part.value)]),
  );
  const of = (type: Intl.DateTimeFormatPartTypes): number => parts.get(type) ?? NaN;
  const day = dayOf(of('year'), of('month'), of('day'));
  if (day === undefined) throw new RangeError(`No day for instant ${instant} in ${zone}`);
  return day * 1440 + of('hour') * 60 + of('minute') - Math.floor(instant / MS_PER_MINUTE);
}

/** Minutes since 1970 as the clocks of a zone show them. */
const localMinute = (instant: number, zone: string): number => Math.floor(instant / MS_PER_MINUTE) + offsetAt(instant, zone);

/** The calendar day it is in an IANA zone at an instant (milliseconds since 1970 UTC). */
export const dayInZone = (instant: number, zone: string): Day => Math.floor(localMinute(instant, zone) / 1440);

/** The hour of the day, 0–23, it is in an IANA zone at an instant (milliseconds since 1970 UTC). */
export const hourInZone = (instant: number, zone: string): number => Math.floor((localMinute(instant, zone) % 1440) / 60);

/** The instant (milliseconds since 1970 UTC) at which the clocks of a zone show so many seconds of a day. Of an hour that comes twice, one of them. */
export function instantOf(day: Day, second: number, zone: string): number {
  const written = (day * 86_400 + second) * 1000;
  const guess = written - offsetAt(written, zone) * MS_PER_MINUTE;
  // Around a clock change the first guess may have used the other offset.
  return written - offsetAt(guess, zone) * MS_PER_MINUTE;
}

/**
 * What an hour of one zone's day is called in another zone. Its day stays the first zone's, so that a
 * day's hours still add up to it; where zones are half an hour apart, it is the hour it begins in.
 */
export const hourElsewhere = (day: Day, hour: number, from: string, to: string): number =>
  hourInZone(instantOf(day, hour * 3600, from), to);

/** Hours that the clocks of a zone are ahead of those of another at noon of a day: 1 for Paris beside London. */
export function hoursAhead(day: Day, zone: string, other: string): number {
  const noon = instantOf(day, 12 * 3600, other);
  return (offsetAt(noon, zone) - offsetAt(noon, other)) / 60;
}

/** Whether the running platform knows the IANA zone. */
export function isTimeZone(zone: string): boolean {
  try {
    formatFor(zone);
    return true;
  } catch {
    return false;
  }
}
