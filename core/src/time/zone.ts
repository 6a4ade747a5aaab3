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

interface Local {
  readonly day: Day;
  readonly hour: number;
  readonly minute: number;
}

/** The calendar day and time of day it is in an IANA zone at an instant (milliseconds since 1970 UTC). */
function localTime(instant: number, zone: string): Local {
  const parts = new Map(
    formatFor(zone)
      .formatToParts(instant)
      .map((part) => [part.type, Number(part.value)]),
  );
  const of = (type: Intl.DateTimeFormatPartTypes): number => parts.get(type) ?? NaN;
  const day = dayOf(of('year'), of('month'), of('day'));
  if (day === undefined) throw new RangeError(`No day for instant ${instant} in ${zone}`);
  return { day, hour: of('hour'), minute: of('minute') };
}

/** The calendar day it is in an IANA zone at an instant (milliseconds since 1970 UTC). */
export const dayInZone = (instant: number, zone: string): Day => localTime(instant, zone).day;

/** The hour of the day, 0–23, it is in an IANA zone at an instant (milliseconds since 1970 UTC). */
export const hourInZone = (instant: number, zone: string): number => localTime(instant, zone).hour;

const MS_PER_MINUTE = 60_000;

/** Minutes a zone is ahead of UTC at an instant. */
function offsetAt(instant: number, zone: string): number {
  const { day, hour, minute } = localTime(instant, zone);
  return day * 1440 + hour * 60 + minute - Math.floor(instant / MS_PER_MINUTE);
}

/**
 * What an hour of one zone's day is called in another zone. Its day stays the first zone's, so that a
 * day's hours still add up to it; where zones are half an hour apart, it is the hour it begins in.
 */
export function hourElsewhere(day: Day, hour: number, from: string, to: string): number {
  const written = (day * 1440 + hour * 60) * MS_PER_MINUTE;
  const guess = written - offsetAt(written, from) * MS_PER_MINUTE;
  // Around a clock change the first guess may have used the other offset.
  const instant = written - offsetAt(guess, from) * MS_PER_MINUTE;
  return hourInZone(instant, to);
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
