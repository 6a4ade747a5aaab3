import type { DayRange } from '../time/day';

/**
 * What is left of a month's plan for some days of it, in even parts from the next day on: 18,000 with 9,000 spent after 14 of 31
 * days → 529.41 a day, 9,000 for all of its rest. Days beyond the month have none of it.
 */
export function partOfRest(plan: number, spent: number, { from, to }: DayRange, rest: DayRange): number {
  const days = Math.min(to, rest.to) - Math.max(from, rest.from) + 1;
  return (Math.max(0, plan - spent) * Math.max(0, days)) / (rest.to - rest.from + 1);
}
