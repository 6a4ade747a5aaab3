import { codeIn, NONE } from '../rows/coding';
import { beginningIn } from '../rows/rows';
import type { Day, DayRange } from '../time/day';
import { coversWhole, hasUnread } from './known-cells';
import type { FeedTable } from './tables';

/** Days on which some row says "--" for a column, by campaign. */
type Unmeasured = Map<number, Set<Day>>;

interface Looked {
  readonly found: Unmeasured;
  /** First days of the runs that have been looked through. */
  readonly through: Set<Day>;
}

const looked = new WeakMap<FeedTable, Map<string, Looked>>();

/** Looks through the runs of days that touch these and where something may be missing, each once for each report and column. */
function unmeasuredOf(feed: FeedTable, column: string, days: DayRange): Unmeasured {
  const own = looked.get(feed) ?? new Map<string, Looked>();
  looked.set(feed, own);
  const { found, through } = own.get(column) ?? { found: new Map(), through: new Set() };
  own.set(column, { found, through });
  const { from, to } = beginningIn(feed.rows, days);
  for (const run of feed.rows.mayLack(column)) {
    if (run.to < from || run.from > to || through.has(run.from)) continue;
    through.add(run.from);
    addUnmeasured(feed, column, run, found);
  }
  return found;
}

function addUnmeasured(feed: FeedTable, column: string, run: DayRange, found: Unmeasured): void {
  const campaigns = feed.codes.get('campaign');
  feed.rows.scan(run, [column], (chunk) => {
    const [amounts, limited = []] = [chunk.amounts[0], chunk.limited[0]];
    const within = new Set(limited.map(([row]) => row));
    for (let row = 0; row < chunk.length; row++) {
      if (!Number.isNaN(amounts?.[row]) || within.has(row)) continue;
      const campaign = campaigns ? codeIn(campaigns, chunk, row) : NONE;
      const days = found.get(campaign) ?? new Set<Day>();
      found.set(campaign, days);
      for (let day = chunk.day[row] ?? 0; day <= (chunk.to[row] ?? 0); day++) days.add(day);
    }
  });
}

/** Days of some on which a campaign's rows say "--" for a column. */
export function missingDays(feed: FeedTable, column: string, campaign: number, days: DayRange): Day[] {
  const missing: Day[] = [];
  for (const day of unmeasuredOf(feed, column, days).get(campaign) ?? []) if (day >= days.from && day <= days.to) missing.push(day);
  return missing;
}

/** Whether the imports of a report declare a campaign's cells as a whole, day by day: every hour and every line is there. */
export const declaredDays =
  (feed: FeedTable, campaign: number): ((day: Day) => boolean) =>
  (day) =>
    coversWhole(feed.covers, campaign, day) && !hasUnread(feed, campaign, day);
