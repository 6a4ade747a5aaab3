import { type DayRange, MILLIONTHS } from '@lens/core';
import type { Db } from './database';

/** Orders of one action that stand under the same id in more than one feed of a client: how many too many, and their value in whole units. */
export function ordersTwice(db: Db, client: string, { from, to }: DayRange): { count: number; value: number } {
  return (
    db
      .prepare<object, { count: number; value: number }>(
        `SELECT coalesce(sum(times - 1), 0) AS count, coalesce(sum(extra), 0) / ${MILLIONTHS}.0 AS value FROM (
           SELECT count(*) AS times, coalesce(sum(value) - max(value), 0) AS extra
           FROM order_row JOIN feed ON feed.id = feed_id JOIN account ON account.id = account_id
           WHERE client_id = @client AND until IS NULL AND count IS NULL AND sale_day BETWEEN @from AND @to
           GROUP BY feed.action, external_id HAVING count(*) > 1)`,
      )
      .get({ client, from, to }) ?? { count: 0, value: 0 }
  );
}
