import { type Day, type DayRange, daysInMonth, firstOfMonth, lengthOf, shift } from '../time/day';

/** Named periods. Each is resolved against today, so a saved link moves with the calendar. */
export const PRESETS = [
  { id: 'yesterday', label: 'Yesterday' },
  { id: 'last-7', label: 'Last 7 days' },
  { id: 'last-14', label: 'Last 14 days' },
  { id: 'last-28', label: 'Last 28 days' },
  { id: 'this-month', label: 'This month' },
  { id: 'last-month', label: 'Last month' },
  { id: 'last-90', label: 'Last 90 days' },
  { id: 'all', label: 'All dates there are' },
] as const;

export type PresetId = (typeof PRESETS)[number]['id'];
export type Period = { readonly preset: PresetId } | { readonly from: Day; readonly to: Day };

export const COMPARISONS = ['before', 'year', 'none'] as const;
export type ComparisonMode = (typeof COMPARISONS)[number];
export type Comparison = { readonly mode: ComparisonMode } | { readonly from: Day; readonly to: Day };

export interface ResolvedPeriod extends DayRange {
  /** Days asked for but left out because they have not ended. */
  readonly unfinished: DayRange | undefined;
}

/**
 * The days of a period, without the unfinished ones: today has not ended and later days have not
 * begun. A period with no finished day yields undefined. `data` is what there is, for "all".
 */
export function resolvePeriod(period: Period, today: Day, data: DayRange | undefined): ResolvedPeriod | undefined {
  const asked = 'preset' in period ? presetRange(period.preset, today, data) : period;
  const to = Math.min(asked.to, today - 1);
  if (to < asked.from) return undefined;
  const unfinished = asked.to >= today ? { from: today, to: asked.to } : undefined;
  return { from: asked.from, to, unfinished };
}

function presetRange(preset: PresetId, today: Day, data: DayRange | undefined): DayRange {
  const last = (days: number): DayRange => ({ from: today - days, to: today - 1 });
  switch (preset) {
    case 'yesterday':
      return last(1);
    case 'last-7':
      return last(7);
    case 'last-14':
      return last(14);
    case 'last-28':
      return last(28);
    case 'last-90':
      return last(90);
    case 'this-month':
      return { from: firstOfMonth(today), to: today };
    case 'last-month': {
      const end = firstOfMonth(today) - 1;
      return { from: end - daysInMonth(end) + 1, to: end };
    }
    case 'all':
      return data ?? last(28);
  }
}

/**
 * The period to compare with, weekdays aligned: earlier by the smallest multiple of 7 days that
 * is no shorter than the period, or by 364 days for a year (calculations, chapter 8).
 */
export function comparisonRange(period: DayRange, comparison: Comparison): DayRange | undefined {
  if ('from' in comparison) return { from: comparison.from, to: comparison.to };
  switch (comparison.mode) {
    case 'none':
      return undefined;
    case 'year':
      return shift(period, -364 * Math.ceil(lengthOf(period) / 364));
    case 'before':
      return shift(period, -7 * Math.ceil(lengthOf(period) / 7));
  }
}

/** So many days beyond a client's data may be asked for. */
const BEYOND = 400;

/**
 * The days that can be asked of a client whose data lies on some days: those, as many before them (all of
 * them compared with what was before), and a good year around. Work then grows with what there is, not
 * with a year that somebody mistyped.
 */
export function askableDays(data: DayRange | null, today: Day): DayRange {
  const { from, to } = data ?? { from: today, to: today };
  const last = Math.max(to, today);
  return { from: from - (last - from) - BEYOND, to: last + BEYOND };
}
