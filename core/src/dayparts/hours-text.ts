import { type WeekHours, weekdaysText } from './accepting';

const clock = (hour: number): string =>
  `${String(Math.floor(hour)).padStart(2, '0')}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`;

/** “08:00–20:30”. */
export const hoursText = (from: number, to: number): string => `${clock(from)}–${clock(to)}`;

/** “Mon–Fri 08:00–20:00”, for each. */
export const weekHoursTexts = (hours: readonly WeekHours[]): string[] =>
  hours.map(({ weekdays, opens, closes }) => `${weekdaysText(weekdays)} ${hoursText(opens, closes)}`);
