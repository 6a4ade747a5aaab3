import type { FeedTable } from '../grain/tables';
import type { Day } from '../time/day';
import { type HealthInput, type HealthNote, note } from './note';
import { feedsWith, impressionsByDay, spendByDay } from './amount-by-day';

/** Totals of two reports of one day may differ by so much before it is called a difference. */
const SAME = 0.01;
/** Below this difference in all, as a share, two reports count the same on other days. */
export const SAME_IN_ALL = 0.005;
/** A difference of less than this share of the spend is worth knowing, not more. */
const SERIOUS = 0.02;

interface Disagreement {
  readonly by: 'spend' | 'impressions';
  readonly feed: FeedTable;
  /** The report with the fewest dimensions, which totals follow. */
  readonly reference: FeedTable;
  readonly on: readonly { readonly day: Day; readonly difference: number; readonly expected: number }[];
}

/**
 * Reports of one account at different grains that do not add up to the same, with the days on which they
 * do not: by money, and by impressions where one of them knows no money (settings, reach).
 */
function disagreeing(input: HealthInput, account: number): Disagreement[] {
  const knowMoney = ({ rows }: FeedTable): boolean => rows.columns.has('spend');
  return [
    ...disagreeingBy('spend', input, account),
    ...disagreeingBy('impressions', input, account).filter(({ feed, reference }) => !knowMoney(feed) || !knowMoney(reference)),
  ];
}

function disagreeingBy(by: Disagreement['by'], input: HealthInput, account: number): Disagreement[] {
  // Rows of several days cannot be held against those of one.
  const [reference, ...others] = feedsWith(input, account, by)
    .filter(({ rows }) => rows.spans.length === 0)
    .sort((a, b) => a.dimensions.size - b.dimensions.size || a.feedId - b.feedId);
  if (!reference) return [];
  const byDay = by === 'spend' ? spendByDay : impressionsByDay;
  const days = byDay(input, reference);
  return others.flatMap((feed) => {
    const on = [...byDay(input, feed)].flatMap(([day, amount]) => {
      const expected = days.get(day);
      const difference = expected === undefined ? 0 : amount - expected;
      return expected !== undefined && Math.abs(difference) > Math.max(0.5, SAME * expected) ? [{ day, difference, expected }] : [];
    });
    return on.length > 0 ? [{ by, feed, reference, on }] : [];
  });
}

/** Two reports of one account must add up to the same; where not, how much and from when. Without money where they tell none. */
export const disagreements = (input: HealthInput, account: number): HealthNote[] =>
  disagreeing(input, account).map(({ by, feed, reference, on }) => {
    const difference = on.reduce((sum, each) => sum + each.difference, 0);
    const whole = on.reduce((sum, { expected }) => sum + expected, 0);
    const share = whole > 0 ? difference / whole : null;
    // Days of another zone differ both ways and make hardly a difference in all.
    const apart = on.reduce((sum, each) => sum + Math.abs(each.difference), 0);
    return note({
      kind: 'reports disagree',
      serious: apart > SERIOUS * whole,
      account,
      feedId: feed.feedId,
      otherFeedId: reference.feedId,
      days: { from: Math.min(...on.map(({ day }) => day)), to: Math.max(...on.map(({ day }) => day)) },
      money: by === 'spend' ? difference : null,
      share,
      count: on.length,
    });
  });

/** The days on which each feed disagrees with another, by feed. */
export function conflictDays(input: HealthInput): ReadonlyMap<number, ReadonlySet<Day>> {
  const days = new Map<number, Set<Day>>();
  input.tables.accounts.forEach((_, account) => {
    for (const { feed, reference, on } of disagreeing(input, account))
      for (const { feedId } of [feed, reference]) {
        const own = days.get(feedId) ?? new Set<Day>();
        days.set(feedId, own);
        for (const { day } of on) own.add(day);
      }
  });
  return days;
}
