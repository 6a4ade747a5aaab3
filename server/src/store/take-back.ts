import type { FileKind } from '@lens/core';
import type { Db } from './database';
import type { ImportRecord } from './imports';
import { lockFacts } from './lock-facts';
import { ROW_TABLES } from './row-tables';
import { HOUR_OF_ROW } from './staging';

/** The next import of the same feed, not taken back, that covers the row; correlated with `row` by the caller. */
const NEXT_IMPORT = (day: string, campaign: string, hour: string): string => `(
  SELECT min(later.id) FROM import AS later
  WHERE later.feed_id = @feed AND later.id > @id AND later.taken_back_at IS NULL
    AND ${day} BETWEEN later.from_day AND later.to_day
    AND (later.first_hour IS NULL OR ${hour} BETWEEN later.first_hour AND later.last_hour)
    AND (later.campaigns IS NULL OR ${campaign} IN (SELECT value FROM json_each(later.campaigns))))`;

/**
 * Takes an import back: every cell then shows the newest import that still stands. Rows that a later
 * import confirmed are handed to it; rows that this import replaced live again until the next one. What
 * changed is written down, so that it can be undone.
 */
export function takeBackImport(db: Db, record: ImportRecord, kind: FileKind, now: string): void {
  const { table, day } = ROW_TABLES[kind];
  const isReport = kind === 'report';
  const next = NEXT_IMPORT(`row.${day}`, isReport ? 'row.campaign_id' : '0', isReport ? HOUR_OF_ROW : '0');
  const about = { feed: record.feedId, id: record.id };
  db.transaction(() => {
    lockFacts(db);
    db.prepare('DELETE FROM taken_back_row WHERE import_id = @id').run({ id: record.id });
    db.prepare(
      `INSERT INTO taken_back_row (import_id, row_id, since, until)
       SELECT @id, id, since, until FROM ${table} WHERE feed_id = @feed AND (since = @id OR until = @id)`,
    ).run(about);
    db.prepare(
      'UPDATE import SET taken_back_at = @now, taken_back_version = (SELECT version + 1 FROM feed WHERE id = @feed) WHERE id = @id',
    ).run({ ...about, now });
    db.prepare(
      `UPDATE ${table} AS row SET (since, until) = (
         SELECT CASE WHEN next IS NOT NULL AND (row.until IS NULL OR row.until > next) THEN next ELSE row.since END,
                CASE WHEN next IS NOT NULL AND (row.until IS NULL OR row.until > next) THEN row.until ELSE row.since END
         FROM (SELECT ${next} AS next))
       WHERE feed_id = @feed AND since = @id`,
    ).run(about);
    db.prepare(`UPDATE ${table} AS row SET until = ${next} WHERE feed_id = @feed AND until = @id AND since < @id`).run(about);
    db.prepare('UPDATE feed SET version = version + 1 WHERE id = ?').run(record.feedId);
  })();
}

/** Brings back an import as it stood before it was taken back; false, with nothing changed, where its feed has changed since. */
export function restoreImport(db: Db, record: ImportRecord, kind: FileKind): boolean {
  const { table } = ROW_TABLES[kind];
  return db.transaction(() => {
    lockFacts(db);
    if (!canRestore(db, record.id)) return false;
    db.prepare(
      `UPDATE ${table} AS row SET (since, until) = (SELECT since, until FROM taken_back_row WHERE import_id = @id AND row_id = row.id)
       WHERE id IN (SELECT row_id FROM taken_back_row WHERE import_id = @id)`,
    ).run({ id: record.id });
    db.prepare('DELETE FROM taken_back_row WHERE import_id = ?').run(record.id);
    db.prepare('UPDATE import SET taken_back_at = NULL, taken_back_version = NULL WHERE id = ?').run(record.id);
    db.prepare('UPDATE feed SET version = version + 1 WHERE id = ?').run(record.feedId);
    return true;
  })();
}

/** Whether nothing has changed in the feed since the import was taken back. */
const canRestore = (db: Db, importId: number): boolean =>
  db
    .prepare('SELECT 1 FROM import JOIN feed ON feed.id = feed_id WHERE import.id = ? AND taken_back_version = feed.version')
    .get(importId) !== undefined;
