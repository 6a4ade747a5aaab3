import { type Day, dayOf } from './day';

const formats = new Map<string, Intl.DateTimeFormat>();

function formatFor(zone: string): Intl.DateTimeFormat {
  let format = formats.get(zone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-US', { timeZone: zone, year: 'numeric', month: 'numeric', day: 'numeric' });
    formats.set(zone, format);
  }
  return format;
}

/** The calendar day it is in an IANA zone at an instant (milliseconds since 1970 UTC). */
export function dayInZone(instant: number, zone: string): Day {
  const parts = new Map(
    formatFor(zone)
      .formatToParts(instant)
      .map((part) => [part.type, Number(part.value)]),
  );
  const day = dayOf(parts.get('year') ?? NaN, parts.get('month') ?? NaN, parts.get('day') ?? NaN);
  if (day === undefined) throw new RangeError(`No day for instant ${instant} in ${zone}`);
  return day;
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
