import { type Daily, dayAgainstUsual, type DayMeasured, steadiestSpend, TOLD, type Varies } from './usual-day';

/** A day unlike days like it. */
export interface UnusualDay extends DayMeasured {
  /** Its place among the days that are shown. */
  readonly at: number;
}

/** Days before those that are shown which tell what is usual: eight weeks behind the week that a level is taken of. */
export const DAYS_BEFORE = 70;
/** A day of one line is worth a mark where it is off by so much of what all lines usually come to. */
const LEAST_SHARE = 0.05;

/** One thing day by day, from `DAYS_BEFORE` days before the first that is shown; what is spent with the clicks it bought. */
export interface Watched {
  readonly values: Daily;
  readonly clicks: Daily | null;
}

/**
 * The days of each of some lines, among the first `settled` that are shown, that lie further from the usual than chance
 * takes calm days, and by an amount that matters beside all lines (calculations, chapter 17). Lists of one line each.
 */
export function unusualDays(lines: readonly Watched[], settled: number, varies: Varies): UnusualDay[][] {
  const against = lines.map(({ values, clicks }) =>
    Array.from({ length: settled }, (_, at) => {
      const day = DAYS_BEFORE + at;
      return dayAgainstUsual(values, day, varies, clicks && varies === 'amount' ? steadiestSpend(clicks, day) : undefined);
    }),
  );
  const usual = Array.from({ length: settled }, (_, at) => against.reduce((sum, line) => sum + (line[at]?.usual ?? 0), 0));
  return against.map((line) =>
    line.flatMap((day, at) =>
      day && Math.abs(day.z) > TOLD && Math.abs(day.value - day.usual) >= LEAST_SHARE * (usual[at] ?? 0) ? [{ ...day, at }] : [],
    ),
  );
}
