import { type DayRange, type Mapping, MILLIONTHS, type Vocabulary } from '@lens/core';
import type { Db } from './database';
import { columnsOf, type FeedRecord, parseMapping } from './feeds';
import { ROW_TABLES, thingSums } from './row-tables';
import { slotColumns } from './staging';

/** What a feed had of some days when an import had just been made. Sums in stored units, by slot. */
export interface Version {
  readonly rows: number;
  readonly sums: readonly (number | null)[];
}

/** The rows of a feed on these days as they stood after the import of that id; of things the slots are their number and their sums. */
export function versionOf(db: Db, feed: FeedRecord, { from, to }: DayRange, importId: number, vocabulary: Vocabulary): Version {
  const { table, day } = ROW_TABLES[feed.kind];
  const sums =
    feed.kind === 'report'
      ? slotColumns().map((column) => `sum(${column})`)
      : [
          feed.kind === 'orders' ? `sum(coalesce(count, ${MILLIONTHS}))` : `count(*) * ${MILLIONTHS}`,
          ...thingSums(feed.kind, feed.mapping, vocabulary).map(({ amount }) => `sum(${amount})`),
        ];
  const [rows, ...own] = db
    .prepare(
      `SELECT count(*), ${sums.join(', ')} FROM ${table}
       WHERE feed_id = @feed AND ${day} BETWEEN @from AND @to AND since <= @importId AND (until IS NULL OR until > @importId)`,
    )
    .raw()
    .get({ feed: feed.id, from, to, importId }) as [number, ...(number | null)[]];
  return { rows, sums: own };
}

const MOST_CHANGED = 12;

/** Campaigns whose money on these days is another after a later import than after an earlier one, the most changed first, in whole units. */
export function changedMembers(
  db: Db,
  feed: FeedRecord,
  { from, to }: DayRange,
  versions: { readonly earlier: number; readonly later: number },
): { name: string; before: number; after: number }[] {
  const slot = columnsOf(db, feed.id).indexOf('spend');
  if (feed.kind !== 'report' || slot < 0) return [];
  const stood = (at: string): string => `sum(iif(since <= ${at} AND (until IS NULL OR until > ${at}), a${slot}, 0)) / ${MILLIONTHS}.0`;
  return db
    .prepare<object, { name: string; before: number; after: number }>(
      `SELECT coalesce(member.name, 'the account') AS name, sums.before, sums.after FROM (
         SELECT campaign_id, coalesce(${stood('@earlier')}, 0) AS before, coalesce(${stood('@later')}, 0) AS after
         FROM feed_row WHERE feed_id = @feed AND day BETWEEN @from AND @to GROUP BY campaign_id) AS sums
       LEFT JOIN member ON member.id = campaign_id WHERE sums.before <> sums.after
       ORDER BY abs(sums.after - sums.before) DESC, name LIMIT ${MOST_CHANGED}`,
    )
    .all({ feed: feed.id, from, to, ...versions });
}

/** How an import read its file. */
export function readingOf(db: Db, importId: number): { mapping: Mapping; headers: string[] } | undefined {
  const row = db.prepare<[number], { mapping: string; headers: string }>('SELECT mapping, headers FROM import WHERE id = ?').get(importId);
  return row && { mapping: parseMapping(row.mapping), headers: JSON.parse(row.headers) as string[] };
}
