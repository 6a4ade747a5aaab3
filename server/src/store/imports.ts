import type { Cover, FileKind } from '@lens/core';
import type { Db } from './database';
import { ROW_TABLES } from './row-tables';
import type { Cut } from './rows-at';

export interface ImportRecord {
  readonly id: number;
  readonly feedId: number;
  readonly fileHash: string;
  readonly fileName: string;
  readonly importedAt: string;
  readonly from: number;
  readonly to: number;
  /** Campaign ids covered; null for all. */
  readonly campaigns: readonly number[] | null;
  readonly rows: number;
  readonly badRows: number;
  readonly takenBackAt: string | null;
  readonly person: string;
  readonly fileKept: boolean;
}

interface ImportRow extends Omit<ImportRecord, 'campaigns' | 'fileKept'> {
  readonly campaigns: string | null;
  readonly fileKept: number;
}

const IMPORT = `import.id, feed_id AS feedId, file_hash AS fileHash, file_name AS fileName, imported_at AS importedAt,
  from_day AS "from", to_day AS "to", campaigns, rows, bad_rows AS badRows, taken_back_at AS takenBackAt, person, kept AS fileKept`;

const parse = (row: ImportRow): ImportRecord => ({
  ...row,
  campaigns: row.campaigns === null ? null : (JSON.parse(row.campaigns) as number[]),
  fileKept: row.fileKept === 1,
});

/** Imports of a feed, newest first. */
export function importsOf(db: Db, feed: number): ImportRecord[] {
  return db
    .prepare<[number], ImportRow>(`SELECT ${IMPORT} FROM import JOIN file ON hash = file_hash WHERE feed_id = ? ORDER BY import.id DESC`)
    .all(feed)
    .map(parse);
}

export function findImport(db: Db, id: number): ImportRecord | undefined {
  const row = db.prepare<[number], ImportRow>(`SELECT ${IMPORT} FROM import JOIN file ON hash = file_hash WHERE import.id = ?`).get(id);
  return row && parse(row);
}

/** What the imports of a feed that still stand declare to cover, up to a cut. */
export function coversOf(db: Db, feed: number, cut: Cut): Cover[] {
  return importsOf(db, feed)
    .filter((each) => each.takenBackAt === null && each.id <= (cut ?? Infinity))
    .map(({ id, from, to, campaigns }) => ({ from, to, importId: id, campaigns: campaigns === null ? 'all' : new Set(campaigns) }));
}

export function wasImported(db: Db, client: string, hash: string): boolean {
  return (
    db
      .prepare(
        `SELECT 1 FROM import JOIN feed ON feed.id = feed_id JOIN account ON account.id = account_id
         WHERE client_id = ? AND file_hash = ? AND taken_back_at IS NULL`,
      )
      .get(client, hash) !== undefined
  );
}

export function insertFile(db: Db, file: { hash: string; size: number; receivedAt: string }): void {
  db.prepare('INSERT INTO file (hash, size, received_at) VALUES (@hash, @size, @receivedAt) ON CONFLICT (hash) DO UPDATE SET kept = 1').run(
    file,
  );
}

/** Fingerprints of files that need not be kept. */
export const filesToForget = (db: Db): string[] => db.prepare('SELECT hash FROM file WHERE kept = 0').pluck().all() as string[];

/** The next import of the same feed, not taken back, that covers the row; correlated with `row` by the caller. */
const NEXT_IMPORT = (day: string, campaign: string): string => `(
  SELECT min(later.id) FROM import AS later
  WHERE later.feed_id = @feed AND later.id > @id AND later.taken_back_at IS NULL
    AND ${day} BETWEEN later.from_day AND later.to_day
    AND (later.campaigns IS NULL OR ${campaign} IN (SELECT value FROM json_each(later.campaigns))))`;

/**
 * Takes an import back: every cell then shows the newest import that still stands. Rows that a later
 * import confirmed are handed to it; rows that this import replaced live again until the next one.
 */
export function takeBackImport(db: Db, record: ImportRecord, kind: FileKind, now: string): void {
  const { table, day } = ROW_TABLES[kind];
  const next = NEXT_IMPORT(`row.${day}`, kind === 'report' ? 'row.campaign_id' : '0');
  const about = { feed: record.feedId, id: record.id };
  db.transaction(() => {
    db.prepare('UPDATE import SET taken_back_at = ? WHERE id = ?').run(now, record.id);
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
