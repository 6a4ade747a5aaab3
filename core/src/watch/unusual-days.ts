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

/** Days that follow one another, at most so many, are unusual together a little further off: of more ways to be off more are so by chance. */
const LONGEST = 4;
const TOGETHER = 0.5;
/** A day next to a told one belongs to it from here on. */
const BESIDE = 3;

/**
 * The days of each of some lines, among the first `settled` that are shown, that lie further from the usual than chance
 * takes calm days, alone or up to four together (their distances over the root of how many they are, Stouffer), and by an
 * amount that matters beside all lines (calculations, chapter 17). Lists of one line each; `beyond` is in usual spreads.
 */
export function unusualDays(lines: readonly Watched[], settled: number, varies: Varies, beyond = TOLD): UnusualDay[][] {
  const against = lines.map(({ values, clicks }) =>
    Array.from({ length: settled }, (_, at) => {
      const day = DAYS_BEFORE + at;
      return dayAgainstUsual(values, day, varies, clicks && varies === 'amount' ? steadiestSpend(clicks, day) : undefined);
    }),
  );
  const usual = Array.from({ length: settled }, (_, at) => against.reduce((sum, line) => sum + (line[at]?.usual ?? 0), 0));
  return against.map((line) => {
    const matters = (day: DayMeasured | undefined, at: number): boolean =>
      day !== undefined && Math.abs(day.value - day.usual) >= LEAST_SHARE * (usual[at] ?? 0);
    const off = new Set(line.flatMap((_, at) => runAt(line, at, { matters, beyond })));
    for (const at of [...off]) for (const next of [at - 1, at + 1]) if (isBeside(line[at], line[next])) off.add(next);
    return line.flatMap((day, at) => (day && off.has(at) ? [{ ...day, at }] : []));
  });
}

/** Whether a day is off as the one next to it, though not so far that it would be told by itself. */
const isBeside = (told: DayMeasured | undefined, next: DayMeasured | undefined): boolean =>
  told !== undefined && next !== undefined && next.z * Math.sign(told.z) > BESIDE;

/**
 * The places of a day that is unusual by itself, or of those from one on that are unusual together, each of which is not; none
 * where none are. A day more belongs to them where with it they are further from the usual than without.
 */
function runAt(
  line: readonly (DayMeasured | undefined)[],
  at: number,
  { matters, beyond }: { readonly matters: (day: DayMeasured | undefined, at: number) => boolean; readonly beyond: number },
): number[] {
  const side = Math.sign(line[at]?.z ?? 0);
  let [sum, before, found] = [0, 0, 0];
  for (let length = 1; length <= LONGEST; length++) {
    const own = line[at + length - 1];
    if (own === undefined || !matters(own, at + length - 1)) break;
    if (own.z * side > beyond) return length === 1 ? [at] : [];
    sum += own.z * side;
    const together = sum / Math.sqrt(length);
    if (together <= before) break;
    if (together > beyond + TOGETHER) found = length;
    before = together;
  }
  return Array.from({ length: found }, (_, nth) => at + nth);
}
