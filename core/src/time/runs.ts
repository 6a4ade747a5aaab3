import type { Day, DayRange } from './day';

/** Runs of days that follow one another, of days in their order: 3, 4, 7 → 3–4, 7–7. */
export function runsOfDays(days: Iterable<Day>): DayRange[] {
  const runs: { from: Day; to: Day }[] = [];
  for (const day of days) {
    const last = runs.at(-1);
    if (last && last.to === day - 1) last.to = day;
    else runs.push({ from: day, to: day });
  }
  return runs;
}
