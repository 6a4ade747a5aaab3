import type { DayRange, Mapping } from '@lens/core';
import type { Db } from './database';
import { type FeedRecord, parseMapping } from './feeds';
import { ROW_TABLES, THING_MONEY } from './row-tables';
import { slotColumns } from './staging';

/** What a feed had of some days when an import had just been made. Sums in stored units, by slot. */
export interface Version {
  readonly rows: number;
  readonly sums: readonly (number | null)[];
}

/** The rows of a feed on these days as they stood after the import of that id; of orders and lots the slots are count and money. */
export function versionOf(db: Db, feed: FeedRecord, { from, to }: DayRange, importId: number): Version {
  const { table, day } = ROW_TABLES[feed.kind];
  const sums =
    feed.kind === 'report'
      ? slotColumns().map((column) => `sum(${column})`)
      : [feed.kind === 'orders' ? 'sum(coalesce(count, 1000000))' : 'count(*) * 1000000', `sum(${THING_MONEY[feed.kind]})`];
  const [rows, ...own] = db
    .prepare(
      `SELECT count(*), ${sums.join(', ')} FROM ${table}
       WHERE feed_id = @feed AND ${day} BETWEEN @from AND @to AND since <= @importId AND (until IS NULL OR until > @importId)`,
    )
    .raw()
    .get({ feed: feed.id, from, to, importId }) as [number, ...(number | null)[]];
  return { rows, sums: own };
}

/** How an import read its file. */
export function readingOf(db: Db, importId: number): { mapping: Mapping; headers: string[] } | undefined {
  const row = db.prepare<[number], { mapping: string; headers: string }>('SELECT mapping, headers FROM import WHERE id = ?').get(importId);
  return row && { mapping: parseMapping(row.mapping), headers: JSON.parse(row.headers) as string[] };
}
