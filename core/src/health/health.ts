import { mean } from 'simple-statistics';
import { newestCover } from '../grain/known-cells';
import { eachAmount } from '../grain/each-amount';
import { NONE } from '../rows/coding';
import { type FeedTable, type OrderTable, rateOn, worthOf } from '../grain/tables';
import { MILLIONTHS } from '../measure/scale';
import { type DayRange, daysOf } from '../time/day';
import { disagreements } from './disagreements';
import { feedDays, runsOf } from './feed-days';
import { type HealthInput, type HealthNote, note } from './note';
import { feedsWith, spendByDay } from './amount-by-day';
import { visitGaps } from './visit-gaps';

const SPEND = 'spend';
/** So many points more of the orders' value unmatched than in the time before say that a tag was lost. */
const TAGS_LOST = 0.1;

/** Everything to know about a client's data in a range of days, the serious first, then by money. */
export function health(input: HealthInput): HealthNote[] {
  const { tables } = input;
  const accounts = tables.accounts.map((_, at) => at);
  const notes = [
    ...accounts.flatMap((account) => missingDays(input, account)),
    ...accounts.flatMap((account) => disagreements(input, account)),
    ...accounts.flatMap((account) => withoutRate(input, account)),
    ...accounts.flatMap((account) => withoutOutcomes(input, account)),
    ...tables.orders.flatMap((orders) => [...missingOrders(input, orders), ...notMatched(input, orders), ...unpriced(input, orders)]),
    ...[...tables.feeds, ...tables.orders].flatMap((feed) => unreadLines(input, feed)),
    ...tables.feeds.flatMap((feed) => withoutValue(input, feed)),
    ...visitNotes(input),
    ...[...input.otherZone].map((account) => note({ kind: 'other zone', serious: false, account, days: input.range })),
    ...(input.twice.count > 0
      ? [note({ kind: 'orders twice', serious: true, days: input.range, count: input.twice.count, money: input.twice.value })]
      : []),
  ];
  return notes.sort((a, b) => Number(b.serious) - Number(a.serious) || (b.money ?? 0) - (a.money ?? 0));
}

/** Days between the first and the last that no feed of an account with spend covers: their money is in no total. */
function missingDays(input: HealthInput, account: number): HealthNote[] {
  const feeds = feedsWith(input, account, 'spend');
  if (feeds.length === 0) return [];
  const known = feeds.map((feed) => spendByDay(input, feed));
  const states = feeds.map((feed) => feedDays(feed, input.range, input.lastDay));
  const merged = (states[0] ?? []).map((_, at) => {
    const all = states.map((each) => each[at]);
    return all.every((state) => state === 'missing' || state === 'not expected') && all.includes('missing');
  });
  const amounts = known.flatMap((days) => [...days.values()]);
  const usual = amounts.length > 0 ? mean(amounts) : undefined;
  return runsOf(merged)
    .filter(({ state, from }) => state && input.range.from + from <= input.lastDay)
    .map(({ from, to }) => {
      const days = { from: input.range.from + from, to: Math.min(input.lastDay, input.range.from + to) };
      const length = days.to - days.from + 1;
      return note({
        kind: 'days missing',
        serious: true,
        account,
        days,
        count: length,
        money: usual === undefined ? null : usual * length,
      });
    });
}

/** Lines that could not be read and that no later import has put right: what they said is in no total. */
function unreadLines({ range }: HealthInput, feed: Pick<FeedTable, 'feedId' | 'covers' | 'unread'>): HealthNote[] {
  const left = (feed.unread ?? []).flatMap(({ day, lines, importId }) => {
    const days = feed.covers.filter((cover) => cover.importId === importId).flatMap(({ from, to }) => daysOf({ from, to }));
    const on = (day === null ? days : [day]).filter(
      (each) => each >= range.from && each <= range.to && newestCover(feed.covers, NONE, each) === importId,
    );
    return on.length > 0 ? [{ lines, from: Math.min(...on), to: Math.max(...on) }] : [];
  });
  if (left.length === 0) return [];
  const days = { from: Math.min(...left.map(({ from }) => from)), to: Math.max(...left.map(({ to }) => to)) };
  return [note({ kind: 'lines left out', serious: true, feedId: feed.feedId, days, count: sum(left.map(({ lines }) => lines)) })];
}

/** The same for orders, leads and the like. */
function missingOrders({ range, lastDay }: HealthInput, orders: OrderTable): HealthNote[] {
  const states = feedDays(orders, range, lastDay);
  return runsOf(states)
    .filter(({ state, from }) => state === 'missing' && range.from + from <= lastDay)
    .map(({ from, to }) => {
      const days = { from: range.from + from, to: Math.min(lastDay, range.from + to) };
      return note({ kind: 'days missing', serious: true, feedId: orders.feedId, days, count: days.to - days.from + 1 });
    });
}

/** Money of an account in another currency on days without a rate; `money` is in the account's own currency. */
function withoutRate({ tables, range }: HealthInput, at: number): HealthNote[] {
  const account = tables.accounts[at];
  if (!account || account.rates === null) return [];
  let [money, from, to] = [0, Infinity, -Infinity];
  const [feed] = tables.feeds
    .filter((each) => each.account === at && each.rows.columns.has(SPEND))
    .sort((a, b) => a.dimensions.size - b.dimensions.size);
  if (feed)
    eachAmount(feed, { column: SPEND, days: range }, (amount, day) => {
      if (rateOn(account, day) !== undefined) return;
      money += amount / MILLIONTHS;
      [from, to] = [Math.min(from, day), Math.max(to, day)];
    });
  return money > 0 ? [note({ kind: 'no rate', serious: true, account: at, days: { from, to }, money })] : [];
}

/** The same of the values of a list of outcomes. */
function unpriced({ range }: HealthInput, orders: OrderTable): HealthNote[] {
  const rows = [...(orders.unpriced?.rows ?? [])]
    .map(([row, value]) => ({ day: orders.saleDay[row] ?? 0, value }))
    .filter(({ day }) => day >= range.from && day <= range.to);
  if (rows.length === 0) return [];
  const days = { from: Math.min(...rows.map(({ day }) => day)), to: Math.max(...rows.map(({ day }) => day)) };
  const money = sum(rows.map(({ value }) => value)) / MILLIONTHS;
  return [note({ kind: 'no rate', serious: true, account: orders.unpriced?.account ?? null, feedId: orders.feedId, days, money })];
}

/** Spend of an account for which neither its reports nor the tags of orders ever tell of an outcome. */
function withoutOutcomes(input: HealthInput, account: number): HealthNote[] {
  const { tables, action, range } = input;
  const spend = Math.max(0, ...feedsWith(input, account, 'spend').map((feed) => sum([...spendByDay(input, feed).values()])));
  if (spend === 0) return [];
  const claims = tables.feeds.some(
    (feed) => feed.account === account && [...feed.rows.columns].some((key) => key.startsWith(`${action}.count.`)),
  );
  const ordered = tables.orders.some(({ codes, length }) => {
    const campaigns = codes.get('campaign');
    for (let row = 0; row < length; row++) if (tables.campaignAccount.get(campaigns?.[row] ?? NONE) === account) return true;
    return false;
  });
  return claims || ordered ? [] : [note({ kind: 'no outcomes', serious: false, account, days: range, money: spend })];
}

/** Orders whose tags reach no campaign; serious where it is much more of their value than in as many days before. */
function notMatched({ range, lastDay }: HealthInput, orders: OrderTable): HealthNote[] {
  const to = Math.min(range.to, lastDay);
  const recent = { from: Math.max(range.from, to - 27), to };
  const before = { from: range.from, to: recent.from - 1 };
  const [now, then] = [unmatchedIn(orders, recent), unmatchedIn(orders, before)];
  if (now.count === 0) return [];
  const part = (of: Unmatched): number => (of.allValue > 0 ? of.value / of.allValue : of.all > 0 ? of.count / of.all : 0);
  const isMore = then.all >= 50 && part(now) - part(then) > TAGS_LOST;
  const money = now.allValue > 0 ? now.value : null;
  return [
    note({
      kind: isMore ? 'more not matched' : 'not matched',
      serious: isMore,
      feedId: orders.feedId,
      days: recent,
      count: now.count,
      money,
      share: part(now),
    }),
  ];
}

interface Unmatched {
  count: number;
  value: number;
  all: number;
  allValue: number;
}

function unmatchedIn(orders: OrderTable, { from, to }: DayRange): Unmatched {
  const found: Unmatched = { count: 0, value: 0, all: 0, allValue: 0 };
  const campaigns = orders.codes.get('campaign');
  for (let row = 0; row < orders.length; row++) {
    const day = orders.saleDay[row] ?? 0;
    if (day < from || day > to) continue;
    const value = worthOf(orders, row);
    const worth = Number.isNaN(value) ? 0 : value / MILLIONTHS;
    const outcomes = (orders.count[row] ?? 0) / MILLIONTHS;
    found.all += outcomes;
    found.allValue += worth;
    if ((campaigns?.[row] ?? NONE) !== NONE) continue;
    found.count += outcomes;
    found.value += worth;
  }
  return found;
}

/** Landing pages whose visits do not go with their clicks: a tag that is missing or counts twice. */
function visitNotes({ tables, range, lastDay }: HealthInput): HealthNote[] {
  return visitGaps(tables, { from: range.from, to: Math.min(range.to, lastDay) }).map(({ page, days, clicks, rate, usual, spend }) =>
    note({
      kind: rate < usual ? 'visits missing' : 'visits twice',
      serious: true,
      page,
      days,
      count: clicks,
      money: spend,
      share: rate / usual,
    }),
  );
}

/** Outcomes that a feed counts with a value of nothing, where it gives others a value. */
function withoutValue({ range }: HealthInput, feed: FeedTable): HealthNote[] {
  return [...feed.rows.columns].flatMap((key) => {
    const values = key.replace('.count.', '.value.');
    if (values === key || !feed.rows.columns.has(values)) return [];
    let [count, all] = [0, 0];
    feed.rows.scan(range, [key, values], ({ length, amounts: [counts, worths] }) => {
      for (let row = 0; row < length; row++) {
        const outcomes = counts?.[row] ?? NaN;
        if (!(outcomes > 0)) continue;
        all += outcomes / MILLIONTHS;
        if (!((worths?.[row] ?? NaN) > 0)) count += outcomes / MILLIONTHS;
      }
    });
    const share = all > 0 ? count / all : 0;
    return count > 0 && share < 1
      ? [
          note({
            kind: 'outcomes without value',
            serious: share > 0.05,
            account: feed.account,
            feedId: feed.feedId,
            days: range,
            count,
            share,
          }),
        ]
      : [];
  });
}

const sum = (amounts: readonly number[]): number => amounts.reduce((total, each) => total + each, 0);
