import { groupBy } from '../list/group-by';
import { WEEKDAYS } from '../time/day';
import type { WeekHours } from './accepting';

const MIDNIGHT = 24;

/** Hours of one weekday, what touches or overlaps joined. */
function hoursOn(hours: readonly WeekHours[], weekday: number): { opens: number; closes: number }[] {
  const joined: { opens: number; closes: number }[] = [];
  const own = hours.filter(({ weekdays, opens, closes }) => weekdays.includes(weekday) && opens < closes);
  for (const { opens, closes } of own.toSorted((a, b) => a.opens - b.opens)) {
    const last = joined.at(-1);
    if (last && opens <= last.closes) last.closes = Math.max(last.closes, closes);
    else joined.push({ opens, closes });
  }
  return joined;
}

/**
 * The same hours of the week in the one way that each can be written: joined where they touch, weekdays that are alike together,
 * from Monday on. The whole week is no limit, and written as none.
 */
export function tidyHours(hours: readonly WeekHours[]): WeekHours[] {
  const days = WEEKDAYS.map((_, weekday) => ({ weekday, own: hoursOn(hours, weekday) }));
  if (days.every(({ own }) => own[0]?.opens === 0 && own[0].closes === MIDNIGHT)) return [];
  const alike = groupBy(
    days.filter(({ own }) => own.length > 0),
    ({ own }) => JSON.stringify(own),
  );
  return [...alike.values()].flatMap((same) =>
    (same[0]?.own ?? []).map((each) => ({ weekdays: same.map(({ weekday }) => weekday), ...each })),
  );
}

/** The hours that both have; none said is the whole week of either. */
export function hoursOfBoth(some: readonly WeekHours[], others: readonly WeekHours[]): WeekHours[] {
  if (some.length === 0) return tidyHours(others);
  if (others.length === 0) return tidyHours(some);
  const both = WEEKDAYS.flatMap((_, weekday) =>
    hoursOn(some, weekday).flatMap((a) =>
      hoursOn(others, weekday).map((b) => ({
        weekdays: [weekday],
        opens: Math.max(a.opens, b.opens),
        closes: Math.min(a.closes, b.closes),
      })),
    ),
  );
  return tidyHours(both.filter(({ opens, closes }) => opens < closes));
}

/** The same hours on a clock that is so many hours ahead, over midnight into the next weekday. */
export function movedHours(hours: readonly WeekHours[], ahead: number): WeekHours[] {
  const moved = hours.flatMap(({ weekdays, opens, closes }): WeekHours[] => {
    const parts = [-1, 0, 1].map((day) => ({
      day,
      opens: Math.max(0, opens + ahead - day * MIDNIGHT),
      closes: Math.min(MIDNIGHT, closes + ahead - day * MIDNIGHT),
    }));
    return parts
      .filter((part) => part.opens < part.closes)
      .map(({ day, ...part }) => ({
        weekdays: weekdays.map((each) => (each + day + WEEKDAYS.length) % WEEKDAYS.length),
        ...part,
      }));
  });
  return tidyHours(moved);
}
