import { eachAmount } from '../grain/each-amount';
import { type FeedTable, rateOn } from '../grain/tables';
import { MILLIONTHS } from '../measure/scale';
import type { Day } from '../time/day';
import type { HealthInput } from './note';

/** Spend of a feed by day in the client's currency, for the days that an import covers for everything the account has. */
export function spendByDay(input: HealthInput, feed: FeedTable): Map<Day, number> {
  const account = input.tables.accounts[feed.account];
  return account
    ? sumByDay(input, feed, 'spend', (amount, day) => (amount / MILLIONTHS) * (rateOn(account, day) ?? 0))
    : new Map<Day, number>();
}

/** Impressions of a feed, for the same days. */
export const impressionsByDay = (input: HealthInput, feed: FeedTable): Map<Day, number> =>
  sumByDay(input, feed, 'impressions', (amount) => amount);

function sumByDay(
  { range, lastDay }: HealthInput,
  feed: FeedTable,
  term: string,
  worth: (amount: number, day: Day) => number,
): Map<Day, number> {
  const days = new Map<Day, number>();
  if (!feed.rows.columns.has(term)) return days;
  for (const { campaigns, from, to } of feed.covers)
    if (campaigns === 'all') for (let day = Math.max(from, range.from); day <= Math.min(to, range.to, lastDay); day++) days.set(day, 0);
  eachAmount(feed, { column: term, days: range }, (amount, day) => {
    const sum = days.get(day);
    if (sum !== undefined) days.set(day, sum + worth(amount, day));
  });
  return days;
}

/** Reports of an account that know a measure of it. */
export const feedsWith = ({ tables }: HealthInput, account: number, term: 'spend' | 'impressions'): FeedTable[] =>
  tables.feeds.filter((feed) => feed.account === account && feed.rows.columns.has(term));
