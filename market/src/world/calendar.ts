const MS_PER_DAY = 86_400_000;

/** Days are read and written for each of millions of rows, and there are few. */
const known = new Map<string, number>();
const written = new Map<number, string>();

/** Days since 1 January 1970. */
export function dayOf(iso: string): number {
  let day = known.get(iso);
  if (day === undefined) known.set(iso, (day = Date.parse(`${iso}T00:00:00Z`) / MS_PER_DAY));
  return day;
}

export function isoDay(day: number): string {
  let iso = written.get(day);
  if (iso === undefined) written.set(day, (iso = new Date(day * MS_PER_DAY).toISOString().slice(0, 10)));
  return iso;
}

/** 0 = Monday … 6 = Sunday. */
export const weekday = (day: number): number => (day + 3) % 7;
/** 0 = January … 11 = December. */
export const monthOf = (day: number): number => new Date(day * MS_PER_DAY).getUTCMonth();
export const dateOf = (day: number): number => new Date(day * MS_PER_DAY).getUTCDate();

/** Whether a dated thing is there on a day. Both ends included, either may be open. */
export const holds = (days: { readonly from?: string; readonly to?: string }, day: number): boolean =>
  (days.from === undefined || day >= dayOf(days.from)) && (days.to === undefined || day <= dayOf(days.to));

export type Zone = 'Europe/London' | 'Europe/Lisbon' | 'America/Denver' | 'America/New_York' | 'UTC';
const WINTER_OFFSET: Record<Zone, number> = {
  'Europe/London': 0,
  'Europe/Lisbon': 0,
  'America/Denver': -7,
  'America/New_York': -5,
  UTC: 0,
};

/** Asked for each of millions of rows, and the same for all of a day. */
const offsets = new Map<Zone, Map<number, number>>();

/** Hours from UTC at noon of a day. */
export function offsetHours(zone: Zone, day: number): number {
  let known = offsets.get(zone);
  if (!known) offsets.set(zone, (known = new Map<number, number>()));
  let hours = known.get(day);
  if (hours === undefined) known.set(day, (hours = hoursOn(zone, day)));
  return hours;
}

function hoursOn(zone: Zone, day: number): number {
  const winter = WINTER_OFFSET[zone];
  if (zone === 'UTC') return winter;
  const year = new Date(day * MS_PER_DAY).getUTCFullYear();
  const [start, end] = winter === 0 ? [sunday(year, 3, -1), sunday(year, 10, -1)] : [sunday(year, 3, 2), sunday(year, 11, 1)];
  return day >= start && day < end ? winter + 1 : winter;
}

/** The nth (from 1) or last (-1) Sunday of a month (from 1), as a day. */
function sunday(year: number, month: number, nth: number): number {
  if (nth < 0) {
    const last = Date.UTC(year, month, 0) / MS_PER_DAY;
    return last - ((weekday(last) + 1) % 7);
  }
  const first = Date.UTC(year, month - 1, 1) / MS_PER_DAY;
  return first + ((6 - weekday(first)) % 7) + 7 * (nth - 1);
}

/** "2026-10-05T14:03:00+01:00": a moment of a client's day. */
export function momentOf(zone: Zone, day: number, minute: number): string {
  const two = (number: number): string => String(number).padStart(2, '0');
  const offset = offsetHours(zone, day);
  return `${isoDay(day)}T${two(Math.floor(minute / 60))}:${two(minute % 60)}:00${offset < 0 ? '-' : '+'}${two(Math.abs(offset))}:00`;
}
