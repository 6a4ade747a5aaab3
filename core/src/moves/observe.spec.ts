import { BUILT_IN, type FeedTable, NONE } from '../index';
import { names, tablesOf } from '../test/ask';
import { BY_AD, cutFeed, orderTable, type TrueRow } from '../test/truth';
import { observe, since, totalOf } from './observe';
import { withAmounts } from '../test/feed';

const DAYS = { from: 10, to: 12 };
const LAST_DAY = 12;

/** Two ads of campaign 1 and one of campaign 2 on three days; the second ad is shown on the first day only. */
const ROWS: readonly TrueRow[] = [
  ...[10, 11, 12].map((day) => ({ day, campaign: 1, group: 10, ad: 100, device: 0, spend: 5, clicks: 20 })),
  { day: 10, campaign: 1, group: 10, ad: 101, device: 0, spend: 3, clicks: 4 },
  { day: 11, campaign: 2, group: 20, ad: 200, device: 0, spend: 0, clicks: 1 },
];

function feed(amounts: Record<string, number>): FeedTable {
  return withAmounts(cutFeed(ROWS, { ...BY_AD, from: 10, to: LAST_DAY }, 1), amounts);
}

const CLAIMS = { 'purchase.count.claims.click': 2e6, impressions: 100, 'impressions lost to budget': 25 };
const ORDERS = [
  { sale: 10, click: 10, campaign: 1, group: 10, ad: 100, value: 40 },
  { sale: 12, click: 11, campaign: 1, group: 10, ad: 100, value: 60 },
  // Not known yet, before the first day, behind the last, without a click, without a member.
  { sale: 13, click: 12, campaign: 1, group: 10, ad: 100, value: 7 },
  { sale: 10, click: 9, campaign: 1, group: 10, ad: 100, value: 7 },
  { sale: 12, click: -1, campaign: 1, group: 10, ad: 100, value: 7 },
  { sale: 12, click: 12, campaign: -1, value: 7 },
  { sale: 12, click: 12, campaign: 2, group: 20, ad: 200, value: NaN },
];

const observation = (amounts: Record<string, number>, countedBy: 'orders' | 'claims' = 'orders', outcome = 'purchase') =>
  observe({
    tables: tablesOf([feed(amounts)], { orders: [orderTable(ORDERS, 0, LAST_DAY)] }),
    days: DAYS,
    outcome: BUILT_IN.outcome(outcome),
    countedBy,
    names,
    lastDay: LAST_DAY,
  });
const of = ({ members }: ReturnType<typeof observation>, level: string, member: number) =>
  members.find((each) => each.level === level && each.member === member);

describe('what the audit reads', () => {
  it('is a member day by day: what it cost, brought and was claimed, by click date, as known on the last day', () => {
    expect(of(observation(CLAIMS), 'ad', 100)).toEqual({
      ...{ key: 'channel:search/campaign:1/group:10/ad:100', name: 'ad 100', level: 'ad', channel: 'search', account: 0, member: 100 },
      ...{ campaign: 1, group: 10, coverage: 1, lastSeen: 12 },
      orderValues: [
        { day: 10, value: 40 },
        { day: 11, value: 60 },
      ],
      days: [
        { day: 10, spend: 5, clicks: 20, outcomes: 1, impressions: 100, lost: 25, value: 40, claimed: 2, steps: 1 },
        { day: 11, spend: 5, clicks: 20, outcomes: 1, impressions: 100, lost: 25, value: 60, claimed: 2, steps: 1 },
        { day: 12, spend: 5, clicks: 20, outcomes: 0, impressions: 100, lost: 25, value: 0, claimed: 2, steps: 0 },
      ],
    });
  });

  it('is a campaign with all its ads, last seen when any of them was', () => {
    const campaign = of(observation(CLAIMS), 'campaign', 1);
    expect(campaign).toMatchObject({ key: 'channel:search/campaign:1', name: 'campaign 1', group: NONE, lastSeen: 12 });
    expect(campaign?.days.map(({ spend, clicks }) => [spend, clicks])).toEqual([
      [8, 24],
      [5, 20],
      [5, 20],
    ]);
    expect(of(observation(CLAIMS), 'ad', 101)?.lastSeen).toBe(10);
    // One that cost nothing was seen by its impressions; without these nobody saw it.
    expect(of(observation(CLAIMS), 'campaign', 2)?.lastSeen).toBe(11);
    expect(of(observation({}), 'campaign', 2)?.lastSeen).toBe(NONE);
  });

  it('takes the deepest step before a sale that anything measures', () => {
    const carts = { ...CLAIMS, 'cart.count.claims.click': 3e6 };
    const both = { ...carts, 'checkout.count.claims.click': 4e6 };
    expect([CLAIMS, carts, both].map((amounts) => observation(amounts).step.id)).toEqual(['purchase', 'cart', 'checkout']);
    expect(of(observation(carts), 'ad', 100)?.days.map(({ steps }) => steps)).toEqual([3, 3, 3]);
    expect(of(observation(both), 'ad', 100)?.days[0]?.steps).toBe(4);
    expect(observation(both, 'orders', 'booking').step.id).toBe('checkout');
    expect(observation(both, 'claims', 'lead').step.id).toBe('lead');
  });

  it('has no values of orders where channels count, and covers the days that tell spend and outcomes', () => {
    const claimed = of(observation(CLAIMS, 'claims'), 'ad', 100);
    expect(claimed?.orderValues).toEqual([]);
    expect(claimed?.days.map(({ outcomes }) => outcomes)).toEqual([2, 2, 2]);
    expect(of(observation({ impressions: 100 }, 'claims'), 'ad', 100)).toMatchObject({ coverage: 0 });
    expect(of(observation({ impressions: 100 }, 'claims'), 'ad', 100)?.days[0]?.steps).toBeUndefined();
  });

  it('can be looked at from a day on, and added up', () => {
    const all = of(observation(CLAIMS), 'ad', 100);
    if (!all) throw new Error('no ad');
    expect([totalOf(all, 'spend'), totalOf(all, 'value'), totalOf(since(all, 11), 'spend')]).toEqual([15, 100, 10]);
    expect(since(all, 11).orderValues).toEqual([{ day: 11, value: 60 }]);
    expect(since(all, 11).days.map(({ day }) => day)).toEqual([11, 12]);
  });
});
