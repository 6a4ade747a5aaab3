import { type DayRange, WEEKDAYS } from '../time/day';

/** Hours of some weekdays: from `opens` up to `closes`, 24 being midnight. Over midnight are two of them. */
export interface WeekHours {
  /** From Monday, 0, to Sunday, 6. */
  readonly weekdays: readonly number[];
  readonly opens: number;
  readonly closes: number;
}

/** Whole hours of the client's day in which somebody takes what comes in; the days from–to on which that holds. */
export interface AcceptingHours extends WeekHours, DayRange {}

/** The hours that hold on a day. */
export const acceptingOn = (hours: readonly AcceptingHours[], day: number): AcceptingHours[] =>
  hours.filter(({ from, to }) => from <= day && day <= to);

/** Whether somebody takes what comes in during an hour of a weekday; always, where nothing is said. */
export const isAccepting = (hours: readonly AcceptingHours[], weekday: number, hour: number): boolean =>
  hours.length === 0 || hours.some(({ weekdays, opens, closes }) => weekdays.includes(weekday) && hour >= opens && hour < closes);

/** “Mon–Fri”, “Mon, Wed, Sat”, “every day”. */
export function weekdaysText(weekdays: readonly number[]): string {
  const sorted = weekdays.toSorted((a, b) => a - b);
  const [first, last] = [sorted[0] ?? 0, sorted.at(-1) ?? 0];
  if (sorted.length === WEEKDAYS.length) return 'every day';
  const isRun = sorted.length > 2 && last - first === sorted.length - 1;
  return isRun ? `${WEEKDAYS[first] ?? ''}–${WEEKDAYS[last] ?? ''}` : sorted.map((day) => WEEKDAYS[day] ?? '').join(', ');
}
