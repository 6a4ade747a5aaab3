const MS_PER_DAY = 86_400_000;

/** Days since 1 January 1970. */
export const dayOf = (iso: string): number => Date.parse(`${iso}T00:00:00Z`) / MS_PER_DAY;
export const isoDay = (day: number): string => new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
/** "31/10/2026" */
export const slashDay = (day: number): string => isoDay(day).split('-').reverse().join('/');
/** 0 = Monday … 6 = Sunday. */
export const weekday = (day: number): number => (day + 3) % 7;
export const monthOf = (day: number): number => new Date(day * MS_PER_DAY).getUTCMonth() + 1;

/** The nth (from 1) or last (-1) Sunday of a month, as a day. */
function sunday(year: number, month: number, nth: number): number {
  if (nth < 0) {
    const last = Date.UTC(year, month, 0) / MS_PER_DAY;
    return last - ((weekday(last) + 1) % 7);
  }
  const first = Date.UTC(year, month - 1, 1) / MS_PER_DAY;
  return first + ((6 - weekday(first)) % 7) + 7 * (nth - 1);
}

export type Zone = 'Europe/London' | 'America/Denver';

/** Hours from UTC at noon of a day. */
export function offsetHours(zone: Zone, day: number): number {
  const year = new Date(day * MS_PER_DAY).getUTCFullYear();
  if (zone === 'Europe/London') return day >= sunday(year, 3, -1) && day < sunday(year, 10, -1) ? 1 : 0;
  return day >= sunday(year, 3, 2) && day < sunday(year, 11, 1) ? -6 : -7;
}

/** "2026-10-05T14:03:00+01:00": a moment of a client's day. */
export function momentOf(zone: Zone, day: number, minute: number): string {
  const two = (number: number): string => String(number).padStart(2, '0');
  const offset = offsetHours(zone, day);
  return `${isoDay(day)}T${two(Math.floor(minute / 60))}:${two(minute % 60)}:00${offset < 0 ? '-' : '+'}${two(Math.abs(offset))}:00`;
}
