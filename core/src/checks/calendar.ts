import { quantity } from '../figure/text';
import { lowerFirst, upperFirst } from '../text/lower-first';
import { WEEKDAYS, weekday } from '../time/day';
import { DAYS_BEFORE } from '../watch/unusual-days';
import { findingKey } from './check';
import type { OtherFinding } from './finding';
import { metricsOf, resultOf, type Situation } from './situation';
import { EVERYTHING, type Odd, type Watched, WHOLE } from './watched-days';
import { Words } from './words';

const WEEK = WEEKDAYS.length;

/** The results of all days that are known, week under week, with those that are unusual marked: what weekdays, months and odd days look like together. */
export function calendarFinding(situation: Situation, watched: readonly Watched[], odd: readonly Odd[]): OtherFinding[] {
  const { count } = resultOf(situation);
  const lines = watched.filter(({ counted }) => counted === count);
  const whole = lines.find(({ key }) => key === EVERYTHING) ?? lines.find(({ key }) => key === WHOLE);
  if (!whole || whole.values.every((each) => each == null)) return [];
  const { days, style } = situation;
  const words = new Words(style);
  const first = days.from - DAYS_BEFORE;
  const monday = first - weekday(first);
  const weeks = Array.from({ length: Math.ceil((days.to - monday + 1) / WEEK) }, (_, at) => monday + at * WEEK);
  const isLooked = (day: number): boolean => day >= first && day <= days.to;
  const unusual = new Set(odd.map(({ day }) => day));
  const label = metricsOf(situation).named(count).label;
  return [
    {
      check: 'days',
      trouble: 'calendar',
      key: findingKey('days', 'calendar'),
      about: { kind: 'Client', name: 'Day by day', path: [] },
      group: 'fine',
      money: 0,
      days: { from: first, to: days.to },
      since: null,
      says: `${upperFirst(lowerFirst(label))} of ${whole.about.name === 'All channels' ? 'all channels' : lowerFirst(whole.about.name)}, ${words.days({ from: first, to: days.to })}: ${unusual.size === 0 ? 'no day that was looked at' : quantity(unusual.size, 'day that was looked at', 'days that were looked at', style)} ${unusual.size > 1 ? 'were' : 'was'} unusual in anything.`,
      evidence: ['Days are held against the same weekdays before them; those of the earlier weeks are shown to compare with.'],
      advice: 'Look here whether it is a weekday, a time of the month or one day.',
      happened: [],
      picture: {
        kind: 'grid',
        title: `${label} by week and weekday (darker: more; framed: unusual)`,
        unit: 'count',
        rows: weeks.map((from) => words.days({ from, to: from + WEEK - 1 })),
        columns: [...WEEKDAYS],
        cells: weeks.map((from) => WEEKDAYS.map((_, at) => (isLooked(from + at) ? (whole.values[from + at - first] ?? null) : null))),
        marked: weeks.map((from) => WEEKDAYS.map((_, at) => unusual.has(from + at))),
      },
      rows: { screen: 'compare', metric: count, rows: ['channel'], where: [], period: { from: first, to: days.to } },
    },
  ];
}
