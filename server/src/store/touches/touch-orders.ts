import { type AccountInfo, MILLIONTHS, rateOn } from '@lens/core';
import type { Db } from '../database';
import type { FeedRecord } from '../feeds';
import { type Cut, rowsAt } from '../rows-at';

/** An order, lead or the like of the client's own lists. */
export interface ListedOrder {
  readonly action: string;
  readonly id: string;
  readonly day: number;
  readonly clickDay: number | null;
  /** How many it stands for, in whole ones. */
  readonly count: number;
  /** In millionths of the client's currency; NaN where it is not told or there is no rate. */
  readonly value: number;
  readonly campaign: string | null;
  readonly ad: string | null;
  readonly keyword: string | null;
  readonly link: string | null;
  readonly importId: number;
}

type Row = Omit<ListedOrder, 'action' | 'count' | 'value'> & { readonly count: number | null; readonly value: number | null };

/** The orders of lists, each with the account it is kept in. An id counts once: the first list that has it. */
export function listedOrders(
  db: Db,
  lists: readonly { readonly feed: FeedRecord; readonly account: AccountInfo | undefined; readonly action: string }[],
  cut: Cut,
): ListedOrder[] {
  const known = new Set<string>();
  return lists.flatMap(({ feed, account, action }) =>
    db
      .prepare<object, Row>(
        `SELECT external_id AS id, sale_day AS day, click_day AS clickDay, count, value, tag_campaign AS campaign, tag_ad AS ad,
           tag_keyword AS keyword, tag_link AS link, since AS importId FROM ${rowsAt('order_row', cut)} ORDER BY id`,
      )
      .all({ feed: feed.id })
      .flatMap((row): ListedOrder[] => {
        const key = `${action} ${row.id}`;
        if (known.has(key)) return [];
        known.add(key);
        const rate = account ? rateOn(account, row.day) : 1;
        const value = row.value === null || rate === undefined ? NaN : Math.round(row.value * rate);
        return [{ ...row, action, count: (row.count ?? MILLIONTHS) / MILLIONTHS, value }];
      }),
  );
}
