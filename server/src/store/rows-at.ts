import type { Db } from './database';
import { dayInZone } from '@lens/core';

/** Which rows of a feed are looked at: those that stand now (null), or those that stood after the import of that number. */
export type Cut = number | null;

/**
 * The rows of one feed of a table as a FROM clause; the feed is bound as the first parameter, in
 * both halves where there are two. Each half has an index of its own.
 */
export function rowsAt(table: string, cut: Cut): string {
  if (cut === null) return `(SELECT * FROM ${table} WHERE feed_id = @feed AND until IS NULL)`;
  const at = Math.trunc(cut);
  return `(SELECT * FROM ${table} WHERE feed_id = @feed AND until IS NULL AND since <= ${at}
    UNION ALL SELECT * FROM ${table} WHERE feed_id = @feed AND until > ${at} AND since <= ${at})`;
}

/** The last import of a client made by the end of a day in its zone; 0 where there was none yet. */
export function cutOn(db: Db, client: string, day: number, zone: string): number {
  const imports = db
    .prepare<[string], { id: number; importedAt: string }>(
      `SELECT import.id, imported_at AS importedAt FROM import JOIN feed ON feed.id = feed_id JOIN account ON account.id = account_id
       WHERE client_id = ? ORDER BY import.id DESC`,
    )
    .all(client);
  return imports.find(({ importedAt }) => dayInZone(Date.parse(importedAt), zone) <= day)?.id ?? 0;
}
