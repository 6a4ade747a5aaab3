import type { Day } from '../time/day';
import { coversWhole, hasUnread } from './known-cells';
import { type FeedTable, NONE } from './tables';

/** Days on which some row says "--" for a column, by campaign. */
type Unmeasured = ReadonlyMap<number, ReadonlySet<Day>>;

const unmeasured = new WeakMap<FeedTable, Map<string, Unmeasured>>();

/** Found once for each table and column. */
function unmeasuredOf(feed: FeedTable, column: string): Unmeasured {
  const own = unmeasured.get(feed) ?? new Map<string, Unmeasured>();
  unmeasured.set(feed, own);
  const found = own.get(column) ?? findUnmeasured(feed, column);
  own.set(column, found);
  return found;
}

function findUnmeasured(feed: FeedTable, column: string): Unmeasured {
  const found = new Map<number, Set<Day>>();
  const [amounts, limits] = [feed.amounts.get(column), feed.limits?.get(column)];
  const campaigns = feed.codes.get('campaign');
  for (let row = 0; row < feed.length; row++) {
    if (!Number.isNaN(amounts?.[row]) || limits?.has(row)) continue;
    const campaign = campaigns?.[row] ?? NONE;
    const days = found.get(campaign) ?? new Set<Day>();
    found.set(campaign, days);
    const first = feed.day[row] ?? 0;
    for (let day = first; day <= (feed.to?.[row] ?? first); day++) days.add(day);
  }
  return found;
}

/** Whether a report tells a column of a campaign's cells as a whole, day by day: every row says it, every hour and line is there. */
export function knownDays(feed: FeedTable, column: string, campaign: number): (day: Day) => boolean {
  const missing = unmeasuredOf(feed, column).get(campaign);
  return (day) => !missing?.has(day) && coversWhole(feed.covers, campaign, day) && !hasUnread(feed, campaign, day);
}
