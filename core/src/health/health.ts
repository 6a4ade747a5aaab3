import { type ClientTables, type FeedTable, NONE, type OrderTable, rateOn } from '../grain/tables';
import type { Action } from '../measure/outcome';
import type { Day, DayRange } from '../time/day';
import { feedDays, runsOf } from './feed-days';
import { visitGaps } from './visit-gaps';

export const HEALTH_KINDS = [
  'days missing',
  'reports disagree',
  'no rate',
  'more not matched',
  'not matched',
  'orders twice',
  'outcomes without value',
  'visits missing',
  'visits twice',
  'no outcomes',
  'other zone',
] as const;
export type HealthKind = (typeof HEALTH_KINDS)[number];

/** Something about a client's data to know before trusting it. Money in whole units of the client's currency unless said. */
export interface HealthNote {
  readonly kind: HealthKind;
  /** Figures are wrong or missing because of it; the rest is worth knowing. */
  readonly serious: boolean;
  /** The feed it is about, and the one it is compared with; null where it is about the account or the client. */
  readonly feedId: number | null;
  readonly otherFeedId: number | null;
  /** Place of the account among the client's; null for the client as a whole. */
  readonly account: number | null;
  readonly days: DayRange;
  /** What it is worth; null where nothing tells. */
  readonly money: number | null;
  readonly count: number | null;
  /** 0–1, of what `money` is a part; for visits, against the usual. */
  readonly share: number | null;
  /** Code of the landing page it is about. */
  readonly page: number | null;
}

export interface HealthInput {
  readonly tables: ClientTables;
  readonly range: DayRange;
  /** The last finished day. */
  readonly lastDay: Day;
  /** The client's main outcome. */
  readonly action: Action;
  /** Accounts whose days are those of another zone than the client's. */
  readonly otherZone: ReadonlySet<number>;
  /** Orders that stand in two feeds under one id: how many, and their value. */
  readonly twice: { readonly count: number; readonly value: number };
}

const SPEND = 'spend';
const MILLIONTHS = 1_000_000;
/** Totals of two reports of one day may differ by so much before it is called a difference. */
const SAME = 0.01;
/** A difference of less than this share of the spend is worth knowing, not more. */
const SERIOUS = 0.02;
/** So many points more of the orders' value unmatched than in the time before say that a tag was lost. */
const TAGS_LOST = 0.1;

const note = (of: Pick<HealthNote, 'kind' | 'serious' | 'days'> & Partial<HealthNote>): HealthNote => ({
  feedId: null,
  otherFeedId: null,
  account: null,
  money: null,
  count: null,
  share: null,
  page: null,
  ...of,
});

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
    ...tables.feeds.flatMap((feed) => withoutValue(input, feed)),
    ...visitNotes(input),
    ...[...input.otherZone].map((account) => note({ kind: 'other zone', serious: false, account, days: input.range })),
    ...(input.twice.count > 0
      ? [note({ kind: 'orders twice', serious: true, days: input.range, count: input.twice.count, money: input.twice.value })]
      : []),
  ];
  return notes.sort((a, b) => Number(b.serious) - Number(a.serious) || (b.money ?? 0) - (a.money ?? 0));
}

/** Spend of a feed by day in the client's currency, for the days that an import covers for everything the account has. */
function spendByDay({ tables, range, lastDay }: HealthInput, feed: FeedTable): Map<Day, number> {
  const days = new Map<Day, number>();
  const amounts = feed.amounts.get(SPEND);
  const account = tables.accounts[feed.account];
  if (!amounts || !account) return days;
  for (const { campaigns, from, to } of feed.covers)
    if (campaigns === 'all') for (let day = Math.max(from, range.from); day <= Math.min(to, range.to, lastDay); day++) days.set(day, 0);
  for (let row = 0; row < feed.length; row++) {
    const day = feed.day[row] ?? 0;
    const sum = days.get(day);
    const amount = amounts[row] ?? NaN;
    if (sum !== undefined && !Number.isNaN(amount)) days.set(day, sum + (amount / MILLIONTHS) * (rateOn(account, day) ?? 0));
  }
  return days;
}

const spendFeeds = ({ tables }: HealthInput, account: number): FeedTable[] =>
  tables.feeds.filter((feed) => feed.account === account && feed.amounts.has(SPEND));

/** Days between the first and the last that no feed of an account with spend covers: their money is in no total. */
function missingDays(input: HealthInput, account: number): HealthNote[] {
  const feeds = spendFeeds(input, account);
  if (feeds.length === 0) return [];
  const known = feeds.map((feed) => spendByDay(input, feed));
  const states = feeds.map((feed) => feedDays(feed, input.range, input.lastDay));
  const merged = (states[0] ?? []).map((_, at) => {
    const all = states.map((each) => each[at]);
    return all.every((state) => state === 'missing' || state === 'not expected') && all.includes('missing');
  });
  const usual = mean(known.flatMap((days) => [...days.values()]));
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

/** The same for orders, leads and the like. */
function missingOrders({ range, lastDay }: HealthInput, orders: OrderTable): HealthNote[] {
  const states = feedDays({ ...orders, day: orders.saleDay }, range, lastDay);
  return runsOf(states)
    .filter(({ state, from }) => state === 'missing' && range.from + from <= lastDay)
    .map(({ from, to }) => {
      const days = { from: range.from + from, to: Math.min(lastDay, range.from + to) };
      return note({ kind: 'days missing', serious: true, feedId: orders.feedId, days, count: days.to - days.from + 1 });
    });
}

/** Two reports of one account at different grains must add up to the same money; where not, how much and from when. */
function disagreements(input: HealthInput, account: number): HealthNote[] {
  // Rows of several days cannot be held against those of one.
  const [coarsest, ...others] = spendFeeds(input, account)
    .filter(({ to }) => !to)
    .sort((a, b) => a.dimensions.size - b.dimensions.size || a.feedId - b.feedId);
  if (!coarsest) return [];
  const reference = spendByDay(input, coarsest);
  return others.flatMap((feed) => {
    const differing = [...spendByDay(input, feed)].flatMap(([day, spend]) => {
      const expected = reference.get(day);
      const difference = expected === undefined ? 0 : spend - expected;
      return expected !== undefined && Math.abs(difference) > Math.max(0.5, SAME * expected) ? [{ day, difference, expected }] : [];
    });
    if (differing.length === 0) return [];
    const money = differing.reduce((sum, { difference }) => sum + difference, 0);
    const whole = differing.reduce((sum, { expected }) => sum + expected, 0);
    const days = { from: Math.min(...differing.map(({ day }) => day)), to: Math.max(...differing.map(({ day }) => day)) };
    const share = whole > 0 ? money / whole : null;
    const serious = share === null || Math.abs(share) > SERIOUS;
    return [
      note({
        kind: 'reports disagree',
        serious,
        account,
        feedId: feed.feedId,
        otherFeedId: coarsest.feedId,
        days,
        money,
        share,
        count: differing.length,
      }),
    ];
  });
}

/** Money of an account in another currency on days without a rate; `money` is in the account's own currency. */
function withoutRate({ tables, range }: HealthInput, at: number): HealthNote[] {
  const account = tables.accounts[at];
  if (!account || account.rates === null) return [];
  let [money, from, to] = [0, Infinity, -Infinity];
  const [feed] = tables.feeds
    .filter((each) => each.account === at && each.amounts.has(SPEND))
    .sort((a, b) => a.dimensions.size - b.dimensions.size);
  for (let row = 0; feed && row < feed.length; row++) {
    const day = feed.day[row] ?? 0;
    const amount = feed.amounts.get(SPEND)?.[row] ?? NaN;
    if (day < range.from || day > range.to || Number.isNaN(amount) || rateOn(account, day) !== undefined) continue;
    money += amount / MILLIONTHS;
    [from, to] = [Math.min(from, day), Math.max(to, day)];
  }
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
  const spend = Math.max(0, ...spendFeeds(input, account).map((feed) => sum([...spendByDay(input, feed).values()])));
  if (spend === 0) return [];
  const claims = tables.feeds.some(
    (feed) => feed.account === account && [...feed.amounts.keys()].some((key) => key.startsWith(`${action}.count.`)),
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
    const value = orders.value[row] ?? NaN;
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
  return [...feed.amounts].flatMap(([key, counts]) => {
    const values = key.includes('.count.') ? feed.amounts.get(key.replace('.count.', '.value.')) : undefined;
    if (!values) return [];
    let [count, all] = [0, 0];
    for (let row = 0; row < feed.length; row++) {
      const day = feed.day[row] ?? 0;
      const outcomes = counts[row] ?? NaN;
      if (day < range.from || day > range.to || !(outcomes > 0)) continue;
      all += outcomes / MILLIONTHS;
      if (!((values[row] ?? NaN) > 0)) count += outcomes / MILLIONTHS;
    }
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
const mean = (amounts: readonly number[]): number | undefined => (amounts.length > 0 ? sum(amounts) / amounts.length : undefined);
