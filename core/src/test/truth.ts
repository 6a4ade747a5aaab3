import type { Cover, OrderTable } from '../grain/tables';
import { feedOf, type PlainFeed } from './feed';

/** One true row, at the finest grain there is. */
export interface TrueRow {
  readonly day: number;
  readonly campaign: number;
  readonly group: number;
  readonly ad: number;
  readonly device: number;
  readonly spend: number;
  readonly clicks: number;
}

export interface Cut {
  readonly dimensions: readonly ('campaign' | 'group' | 'ad' | 'device')[];
  readonly from: number;
  readonly to: number;
  readonly campaigns: 'all' | readonly number[];
  /** Days each row stands for, counted from day 0; 1 where there are none. */
  readonly days?: number;
}

/** For tests: a feed cut from the truth, as a channel would report it at that grain. */
export function cutFeed(truth: readonly TrueRow[], cut: Cut, feedId: number, account = 0): PlainFeed {
  const covered = truth.filter(
    (row) => row.day >= cut.from && row.day <= cut.to && (cut.campaigns === 'all' || cut.campaigns.includes(row.campaign)),
  );
  const length = cut.days ?? 1;
  const firstOf = (day: number): number => day - (day % length);
  const rows = new Map<string, { row: TrueRow; spend: number; clicks: number }>();
  for (const row of covered) {
    const key = [firstOf(row.day), ...cut.dimensions.map((dimension) => row[dimension])].join();
    const sum = rows.get(key) ?? { row, spend: 0, clicks: 0 };
    rows.set(key, { row, spend: sum.spend + row.spend, clicks: sum.clicks + row.clicks });
  }
  const list = [...rows.values()];
  const ends = Int32Array.from(list, ({ row }) => Math.min(cut.to, firstOf(row.day) + length - 1));
  const cover: Cover = {
    from: cut.from,
    to: cut.to,
    campaigns: cut.campaigns === 'all' ? 'all' : new Set(cut.campaigns),
    importId: feedId,
  };
  const about = { feedId, account, dimensions: new Set(cut.dimensions), covers: [cover] };
  return feedOf(about, {
    day: Int32Array.from(list, ({ row }) => Math.max(cut.from, firstOf(row.day))),
    ...(length > 1 ? { to: ends } : {}),
    importId: new Int32Array(list.length).fill(feedId),
    codes: new Map<string, Int32Array>(cut.dimensions.map((dimension) => [dimension, Int32Array.from(list, ({ row }) => row[dimension])])),
    amounts: new Map([
      ['spend', Float64Array.from(list, ({ spend }) => spend * 1e6)],
      ['clicks', Float64Array.from(list, ({ clicks }) => clicks)],
    ]),
  });
}

/** For tests: orders with their days, where they lead (-1 for nowhere) and their value. */
export function orderTable(
  orders: readonly { sale: number; click: number; campaign: number; ad?: number; group?: number; value: number }[],
  from: number,
  to: number,
): OrderTable {
  const column = (pick: (order: (typeof orders)[number]) => number): Int32Array => Int32Array.from(orders, pick);
  return {
    action: 'purchase',
    countedBy: 'orders',
    covers: [{ from, to, campaigns: 'all', importId: 9 }],
    length: orders.length,
    saleDay: column((order) => order.sale),
    clickDay: column((order) => order.click),
    importId: new Int32Array(orders.length).fill(9),
    feedId: 99,
    codes: new Map([
      ['campaign', column((order) => order.campaign)],
      ['group', column((order) => order.group ?? -1)],
      ['ad', column((order) => order.ad ?? -1)],
    ]),
    count: new Float64Array(orders.length).fill(1e6),
    amounts: new Map([['value', Float64Array.from(orders, (order) => order.value * 1e6)]]),
  };
}

/** A row of one ad of one group of a campaign. */
export const adRow = (day: number, campaign: number, spend: number, clicks: number): TrueRow => ({
  day,
  campaign,
  group: campaign * 10,
  ad: campaign * 100,
  device: 0,
  spend,
  clicks,
});

/** All campaigns by ad on the days of most tests. */
export const BY_AD = { dimensions: ['campaign', 'group', 'ad'], from: 0, to: 19, campaigns: 'all' } as const satisfies Cut;

export const adFeed = (rows: readonly TrueRow[], feedId = 1, account = 0, to: number = BY_AD.to): PlainFeed =>
  cutFeed(rows, { ...BY_AD, to }, feedId, account);
