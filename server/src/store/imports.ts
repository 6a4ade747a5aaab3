import type { Cover, UnreadLine } from '@lens/core';
import type { Db } from './database';
import type { Cut } from './rows-at';

export interface ImportRecord {
  readonly id: number;
  readonly feedId: number;
  readonly fileHash: string;
  /** The copy that is kept instead; null where that is the file itself. */
  readonly keptHash: string | null;
  readonly fileName: string;
  readonly importedAt: string;
  readonly from: number;
  readonly to: number;
  /** Where only hours are covered: the first and the last, as day × 24 + hour. */
  readonly firstHour: number | null;
  readonly lastHour: number | null;
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

const IMPORT = `import.id, feed_id AS feedId, file_hash AS fileHash, kept_hash AS keptHash, file_name AS fileName, imported_at AS importedAt,
  from_day AS "from", to_day AS "to", first_hour AS firstHour, last_hour AS lastHour, campaigns, rows, bad_rows AS badRows, taken_back_at AS takenBackAt, person, kept AS fileKept`;

const parse = (row: ImportRow): ImportRecord => ({
  ...row,
  campaigns: row.campaigns === null ? null : (JSON.parse(row.campaigns) as number[]),
  fileKept: row.fileKept === 1,
});

/** Imports of a feed, newest first. */
export function importsOf(db: Db, feed: number): ImportRecord[] {
  return db
    .prepare<[number], ImportRow>(
      `SELECT ${IMPORT} FROM import JOIN file ON hash = coalesce(kept_hash, file_hash) WHERE feed_id = ? ORDER BY import.id DESC`,
    )
    .all(feed)
    .map(parse);
}

export function findImport(db: Db, id: number): ImportRecord | undefined {
  const row = db
    .prepare<[number], ImportRow>(`SELECT ${IMPORT} FROM import JOIN file ON hash = coalesce(kept_hash, file_hash) WHERE import.id = ?`)
    .get(id);
  return row && parse(row);
}

/** What the imports of a feed that still stand declare to cover, up to a cut. */
export function coversOf(db: Db, feed: number, cut: Cut): Cover[] {
  return importsOf(db, feed)
    .filter((each) => each.takenBackAt === null && each.id <= (cut ?? Infinity))
    .map(({ id, from, to, firstHour, lastHour, campaigns }) => ({
      from,
      to,
      ...(firstHour === null || lastHour === null ? {} : { hours: { from: firstHour, to: lastHour } }),
      importId: id,
      campaigns: campaigns === null ? 'all' : new Set(campaigns),
    }));
}

/** Lines that imports of a feed which still stand could not read, up to a cut. */
export const unreadOf = (db: Db, feed: number, cut: Cut): UnreadLine[] =>
  db
    .prepare<object, UnreadLine>(
      `SELECT import_id AS importId, day, campaign_id AS campaign, lines FROM unread_line JOIN import ON import.id = import_id
       WHERE feed_id = @feed AND taken_back_at IS NULL AND import_id <= @cut`,
    )
    .all({ feed, cut: cut ?? Number.MAX_SAFE_INTEGER });

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

/** Of a file only the fingerprint is kept, unless another import needs it still; none of a log of touches does, which holds ids of people. */
export function forgetFile(db: Db, hash: string, importId: number): void {
  db.prepare(
    `UPDATE file SET kept = 0 WHERE hash = @hash AND NOT EXISTS (
       SELECT 1 FROM import JOIN feed ON feed.id = feed_id WHERE file_hash = @hash AND import.id <> @importId AND kind <> 'journeys')`,
  ).run({ hash, importId });
}

/** Fingerprints of files received before a moment of which no import was ever made and no check waits. */
export const filesNeverImported = (db: Db, before: string): string[] =>
  db
    .prepare<[string], string>(
      `SELECT hash FROM file WHERE received_at < ? AND hash NOT IN (SELECT file_hash FROM import) AND hash NOT IN (SELECT kept_hash FROM import WHERE kept_hash IS NOT NULL)
       AND hash NOT IN (SELECT request ->> 'file' FROM job WHERE state IN ('running', 'ready'))`,
    )
    .pluck()
    .all(before);

export const dropFile = (db: Db, hash: string): void => void db.prepare('DELETE FROM file WHERE hash = ?').run(hash);

/** Fingerprints of files that need not be kept. */
export const filesToForget = (db: Db): string[] => db.prepare('SELECT hash FROM file WHERE kept = 0').pluck().all() as string[];

/** When data of a client last came in; null where none has. */
export const lastImportOf = (db: Db, client: string): string | null =>
  db
    .prepare<[string], string | null>(
      'SELECT max(imported_at) FROM import JOIN feed ON feed.id = feed_id JOIN account ON account.id = account_id WHERE client_id = ? AND taken_back_at IS NULL',
    )
    .pluck()
    .get(client) ?? null;
