import type { WeekHours } from '../dayparts/accepting';
import { type Day, WEEKDAYS } from '../time/day';
import { changesOfField, NOTHING, type ToldChange } from './told-change';

const CLOCK = /(\d{1,2})(?:[:.](\d{2}))?\s*(?:–|—|-|to)\s*(\d{1,2})(?:[:.](\d{2}))?\s*$/;
const WHOLE_WEEK = WEEKDAYS.map((_, at) => at);

/**
 * Reads “05:00–23:00” or “Mon–Fri 08:00–20:00, Sat 09:00–13:30”; what runs over midnight becomes two. Null for what is no
 * schedule of this kind. Days hold for the entries that follow and name none; several can be listed before their hours.
 */
export function readSchedule(text: string): WeekHours[] | null {
  const read: WeekHours[] = [];
  let weekdays: readonly number[] = WHOLE_WEEK;
  /** Days that are listed one by one before their hours. */
  let listed: readonly number[] = [];
  for (const entry of text.split(/[,;|\n]/)) {
    const clock = CLOCK.exec(entry);
    const days = entry.slice(0, clock?.index).trim();
    if (days !== '' || !clock) {
      const named = readWeekdays(days);
      if (!named) return null;
      listed = [...listed, ...named];
    }
    if (!clock) continue;
    if (listed.length > 0) weekdays = listed;
    listed = [];
    const [opens, closes] = [hourAt(clock[1], clock[2]), hourAt(clock[3], clock[4])];
    if (opens > 24 || closes > 24) return null;
    if (opens < closes) read.push({ weekdays, opens, closes });
    else read.push({ weekdays, opens, closes: 24 }, { weekdays: weekdays.map((day) => (day + 1) % WEEKDAYS.length), opens: 0, closes });
  }
  return listed.length > 0 ? null : read.filter(({ opens, closes }) => opens < closes);
}

const hourAt = (hour = '', minute = '0'): number => Number(hour) + Number(minute) / 60;

function readWeekdays(text: string): number[] | null {
  if (/^(every day|daily|all days)$/i.test(text)) return WHOLE_WEEK;
  const at = (name: string): number => WEEKDAYS.findIndex((day) => name.trim().toLowerCase().startsWith(day.toLowerCase()));
  const [first = '', last] = text.split(/\s*(?:–|—|-|to)\s*/);
  const from = at(first);
  const to = last === undefined ? from : at(last);
  if (from < 0 || to < 0) return null;
  return WHOLE_WEEK.slice(0, 1 + ((to - from + WEEKDAYS.length) % WEEKDAYS.length)).map((day) => (from + day) % WEEKDAYS.length);
}

/** Whether a schedule runs in some of an hour of a weekday. */
export const runsIn = (hours: readonly WeekHours[], weekday: number, hour: number): boolean =>
  hours.some(({ weekdays, opens, closes }) => weekdays.includes(weekday) && opens < hour + 1 && hour < closes);

/** The schedule of each campaign that has one on a day, by its code. What cannot be read as hours is left out. */
export function schedulesOn(changes: readonly ToldChange[], day: Day): Map<number, WeekHours[]> {
  const schedules = new Map<number, WeekHours[]>();
  for (const { level, code, newValue } of changesOfField(changes, 'schedule', day)) {
    if (level !== 'campaign' || code === null) continue;
    const hours = newValue === null ? null : readSchedule(newValue);
    if (hours) schedules.set(code, hours);
    else schedules.delete(code);
  }
  return schedules;
}

/** Whether campaigns have an end on a day, by code, for those of which a history tells it. */
export function haveEnd(changes: readonly ToldChange[], day: Day): Map<number, boolean> {
  const ends = new Map<number, boolean>();
  for (const { level, code, newValue } of changesOfField(changes, 'end', day))
    if (level === 'campaign' && code !== null) ends.set(code, newValue !== null && !NOTHING.test(newValue));
  return ends;
}
