import { type Day, dayOf, dayParts, type DayRange, firstOfMonth, lengthOf, shift, weekday } from '../time/day';

/** Named periods. Each is resolved against today, so a saved link moves with the calendar. */
export const PRESETS = [
  { id: 'yesterday', label: 'Yesterday' },
  { id: 'this-week', label: 'This week so far' },
  { id: 'last-week', label: 'Last week' },
  { id: 'last-7', label: 'Last 7 days' },
  { id: 'last-14', label: 'Last 14 days' },
  { id: 'last-28', label: 'Last 28 days' },
  { id: 'this-month', label: 'This month' },
  { id: 'last-month', label: 'Last month' },
  { id: 'this-quarter', label: 'This quarter' },
  { id: 'last-quarter', label: 'Last quarter' },
  { id: 'this-year', label: 'This year' },
  { id: 'last-year', label: 'Last year' },
  { id: 'all', label: 'All dates there are' },
] as const;

/** So many days up to yesterday: the shortest and the longest. */
export const LAST_DAYS = { least: 1, most: 3660 } as const;

export type PresetId = (typeof PRESETS)[number]['id'] | `last-${number}`;

/** The period of that name; undefined where there is none. */
export function presetOf(name: string): PresetId | undefined {
  const named = PRESETS.find(({ id }) => id === name);
  const days = Number(/^last-([1-9]\d{0,3})$/.exec(name)?.[1] ?? NaN);
  return named?.id ?? (days >= LAST_DAYS.least && days <= LAST_DAYS.most ? `last-${days}` : undefined);
}
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
  /** The one before the one that begins on a day. */
  const before = (first: Day, firstOf: (day: Day) => Day): DayRange => ({ from: firstOf(first - 1), to: first - 1 });
  switch (preset) {
    case 'yesterday':
      return last(1);
    case 'this-week':
      return { from: firstOfWeek(today), to: today };
    case 'last-week':
      return before(firstOfWeek(today), firstOfWeek);
    case 'this-month':
      return { from: firstOfMonth(today), to: today };
    case 'last-month':
      return before(firstOfMonth(today), firstOfMonth);
    case 'this-quarter':
      return { from: firstOfQuarter(today), to: today };
    case 'last-quarter':
      return before(firstOfQuarter(today), firstOfQuarter);
    case 'this-year':
      return { from: firstOfYear(today), to: today };
    case 'last-year':
      return before(firstOfYear(today), firstOfYear);
    case 'all':
      return data ?? last(28);
    default:
      return last(Number(preset.slice('last-'.length)));
  }
}

const firstOfWeek = (day: Day): Day => day - weekday(day);
const firstOfQuarter = (day: Day): Day => {
  const { year, month } = dayParts(day);
  return dayOf(year, month - ((month - 1) % 3), 1) ?? day;
};
const firstOfYear = (day: Day): Day => dayOf(dayParts(day).year, 1, 1) ?? day;

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
