import type { FeedTable } from '../grain/tables';
import type { Day } from '../time/day';
import { type HealthInput, type HealthNote, note } from './note';
import { spendByDay, spendFeeds } from './spend-by-day';

/** Totals of two reports of one day may differ by so much before it is called a difference. */
const SAME = 0.01;
/** A difference of less than this share of the spend is worth knowing, not more. */
const SERIOUS = 0.02;

interface Disagreement {
  readonly feed: FeedTable;
  /** The report with the fewest dimensions, which totals follow. */
  readonly reference: FeedTable;
  readonly on: readonly { readonly day: Day; readonly difference: number; readonly expected: number }[];
}

/** Reports of one account at different grains that do not add up to the same money, with the days on which they do not. */
function disagreeing(input: HealthInput, account: number): Disagreement[] {
  // Rows of several days cannot be held against those of one.
  const [reference, ...others] = spendFeeds(input, account)
    .filter(({ to }) => !to)
    .sort((a, b) => a.dimensions.size - b.dimensions.size || a.feedId - b.feedId);
  if (!reference) return [];
  const days = spendByDay(input, reference);
  return others.flatMap((feed) => {
    const on = [...spendByDay(input, feed)].flatMap(([day, spend]) => {
      const expected = days.get(day);
      const difference = expected === undefined ? 0 : spend - expected;
      return expected !== undefined && Math.abs(difference) > Math.max(0.5, SAME * expected) ? [{ day, difference, expected }] : [];
    });
    return on.length > 0 ? [{ feed, reference, on }] : [];
  });
}

/** Two reports of one account must add up to the same money; where not, how much and from when. */
export const disagreements = (input: HealthInput, account: number): HealthNote[] =>
  disagreeing(input, account).map(({ feed, reference, on }) => {
    const money = on.reduce((sum, { difference }) => sum + difference, 0);
    const whole = on.reduce((sum, { expected }) => sum + expected, 0);
    const share = whole > 0 ? money / whole : null;
    return note({
      kind: 'reports disagree',
      serious: share === null || Math.abs(share) > SERIOUS,
      account,
      feedId: feed.feedId,
      otherFeedId: reference.feedId,
      days: { from: Math.min(...on.map(({ day }) => day)), to: Math.max(...on.map(({ day }) => day)) },
      money,
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
