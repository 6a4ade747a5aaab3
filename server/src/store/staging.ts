import Database from 'better-sqlite3';
import { rmSync } from 'node:fs';
import type { AbsentMember } from '@lens/contract';
import { type FileKind, LEVELS, MILLIONTHS, type Limit, type Limits, sumOfLimits, type TaggedOutcome } from '@lens/core';
import type { Db } from './database';
import { ROW_TABLES, THING_COLUMNS, type ThingKind, type ThingSum } from './row-tables';

/** Amount columns of a row; a feed can deliver this many terms. */
export const SLOTS = 16;
export const slotColumns = (count = SLOTS): string[] => Array.from({ length: count }, (_, slot) => `a${slot}`);

/** Id and name of each level. */
export const LEVEL_COLUMNS = LEVELS.flatMap((level) => [`${level}_key`, `${level}_name`]);
const KEY_COLUMNS = LEVELS.map((level) => `${level}_key`).join(', ');

/** The hour of a row as day × 24 + hour. */
const HOUR_AT = (day: string, splits: string): string => `(${day} * 24 + CAST(${splits} ->> 'hour' AS INTEGER))`;

/** Opens a new staging file for rows of so many amounts: a database of its own, so that reading a file never touches the record. */
export function createStaging(path: string, slots: number): Db {
  const db = new Database(path);
  // In memory: a statement that fails halfway must be undone, a file that fails is thrown away.
  db.pragma('journal_mode = MEMORY');
  db.pragma('synchronous = OFF');
  db.exec(`
    -- Members as the file names them, each with its names on the newest of its days.
    CREATE TABLE staged_path (
      id INTEGER PRIMARY KEY, ${LEVEL_COLUMNS.map((column) => `${column} TEXT NOT NULL`).join(', ')}, day INTEGER NOT NULL,
      UNIQUE (${KEY_COLUMNS})) STRICT;
    CREATE TABLE staged_row (
      day INTEGER NOT NULL, to_day INTEGER NOT NULL, path INTEGER NOT NULL, splits TEXT NOT NULL,
      ${slotColumns(slots)
        .map((column) => `${column} INTEGER,`)
        .join(' ')}
      limits TEXT,
      PRIMARY KEY (day, path, splits, to_day)) STRICT, WITHOUT ROWID;
    -- What the file calls the picture of an ad: as it is written, and the name alone.
    CREATE TABLE staged_picture (path INTEGER PRIMARY KEY, address TEXT NOT NULL, name TEXT NOT NULL) STRICT;
    -- Where lines belong that could not be read, as far as they tell.
    CREATE TABLE staged_unread (day INTEGER, path INTEGER, lines INTEGER NOT NULL) STRICT;
    CREATE UNIQUE INDEX staged_unread_place ON staged_unread (coalesce(day, -1), coalesce(path, -1));
    CREATE TABLE staged_order (
      external_id TEXT PRIMARY KEY, sale_day INTEGER NOT NULL, click_day INTEGER, value INTEGER,
      tag_campaign TEXT, tag_ad TEXT, tag_keyword TEXT, tag_link TEXT, count INTEGER, beside TEXT) STRICT, WITHOUT ROWID;
    CREATE TABLE staged_claim (
      external_id TEXT PRIMARY KEY, day INTEGER NOT NULL, order_id TEXT, click_day INTEGER, click_moment INTEGER, value INTEGER,
      count INTEGER, campaign TEXT) STRICT, WITHOUT ROWID;
    CREATE TABLE staged_lot (
      external_id TEXT PRIMARY KEY, day INTEGER NOT NULL, seller TEXT NOT NULL, price INTEGER NOT NULL, link TEXT NOT NULL,
      unit TEXT NOT NULL, agreed INTEGER, delivered INTEGER) STRICT, WITHOUT ROWID;
    CREATE TABLE staged_touch (
      external_id TEXT PRIMARY KEY, day INTEGER NOT NULL, person TEXT NOT NULL, moment INTEGER NOT NULL, kind TEXT, source TEXT,
      tag_campaign TEXT, tag_ad TEXT, tag_keyword TEXT, tag_link TEXT, splits TEXT NOT NULL, weight INTEGER, outcome TEXT,
      outcome_day INTEGER, outcome_moment INTEGER, value INTEGER, order_id TEXT) STRICT, WITHOUT ROWID;
    CREATE TABLE staged_change (
      external_id TEXT PRIMARY KEY, day INTEGER NOT NULL, at TEXT NOT NULL, level TEXT, member_id TEXT, member_name TEXT, field TEXT,
      old_value TEXT, new_value TEXT, note TEXT, person TEXT) STRICT, WITHOUT ROWID;`);
  return db;
}

/** Makes the rows of a staging file readable beside the record, as `staging`. */
export const attachStaging = (db: Db, path: string): void => void db.prepare('ATTACH ? AS staging').run(path);

/** Runs work that adds many rows as one transaction. Work that fails leaves a staging file nobody reads. */
export async function inOneGo<T>(db: Db, work: () => Promise<T>): Promise<T> {
  db.exec('BEGIN');
  const result = await work();
  db.exec('COMMIT');
  return result;
}

/** Deletes a staging file and what SQLite keeps beside it. */
export function removeStaging(path: string): void {
  for (const suffix of ['', '-journal', '-wal', '-shm']) rmSync(path + suffix, { force: true });
}

/**
 * Adds things known by an id. A second line with the same id replaces the first, or is added to it where
 * rows are counts that have no id of their own; both are reported as merged.
 */
export function thingInserter(db: Db, kind: ThingKind, areCounts = false): (values: unknown[]) => boolean {
  const into = `INTO ${ROW_TABLES[kind].staged} (${THING_COLUMNS[kind].join(', ')}) VALUES (${THING_COLUMNS[kind].map(() => '?').join(', ')})`;
  if (areCounts) db.function('add_beside', { deterministic: true }, addBeside);
  const insert = db.prepare(`INSERT ${into} ON CONFLICT DO NOTHING`);
  const replace = areCounts
    ? db.prepare(
        `INSERT ${into} ON CONFLICT DO UPDATE SET count = count + excluded.count, value = coalesce(value + excluded.value, value, excluded.value),
           beside = add_beside(beside, excluded.beside)`,
      )
    : db.prepare(`INSERT OR REPLACE ${into}`);
  return (values) => {
    if (insert.run(...values).changes > 0) return true;
    replace.run(...values);
    return false;
  };
}

/** Sums of what two rows tell beside, word by word. */
function addBeside(text: unknown, more: unknown): string | null {
  if (typeof text !== 'string' || typeof more !== 'string') return null;
  const [sums, added] = [text, more].map((each) => JSON.parse(each) as Record<string, number | null>) as [Told, Told];
  for (const [word, amount] of Object.entries(added)) if (amount !== null) sums[word] = (sums[word] ?? 0) + amount;
  return JSON.stringify(sums);
}
type Told = Record<string, number | null>;

/** Notes where a line belongs that could not be read; null for what it does not tell. */
export function unreadInserter(db: Db): (day: number | null, path: number | null) => void {
  const add = db.prepare(
    'INSERT INTO staged_unread VALUES (?, ?, 1) ON CONFLICT (coalesce(day, -1), coalesce(path, -1)) DO UPDATE SET lines = lines + 1',
  );
  return (day, path) => void add.run(day, path);
}

/** The first and last hour of the staged rows, as day × 24 + hour. */
export const stagedHours = (db: Db): { from: number; to: number } =>
  db
    .prepare<[], { from: number; to: number }>(
      `SELECT min(${HOUR_AT('day', 'splits')}) AS "from", max(${HOUR_AT('day', 'splits')}) AS "to" FROM staged_row`,
    )
    .get() ?? { from: 0, to: 0 };

/** The same of a stored row called `row`. */
export const HOUR_OF_ROW = `(SELECT ${HOUR_AT('row.day', 'dimensions')} FROM split WHERE split.id = row.split_id)`;

/** Whether a stored row lies in what an import declares: its days, or of them only the hours from @firstHour to @lastHour. */
export const DECLARED = (row: string): string =>
  `(@firstHour IS NULL OR (SELECT ${HOUR_AT(`${row}.day`, 'dimensions')} BETWEEN @firstHour AND @lastHour FROM split WHERE split.id = ${row}.split_id))`;

export interface StagedDays {
  readonly rows: number;
  readonly from: number | null;
  readonly to: number | null;
}

export function stagedDays(db: Db, kind: FileKind): StagedDays {
  const { staged, day, lastDay } = ROW_TABLES[kind];
  return (
    db.prepare<[], StagedDays>(`SELECT count(*) AS rows, min(${day}) AS "from", max(${lastDay}) AS "to" FROM ${staged}`).get() ?? {
      rows: 0,
      from: null,
      to: null,
    }
  );
}

export function stagedSums(db: Db, slots: number): (number | null)[] {
  if (slots === 0) return [];
  const row = db
    .prepare(
      `SELECT ${slotColumns(slots)
        .map((column) => `sum(${column})`)
        .join(', ')} FROM staged_row`,
    )
    .raw()
    .get() as (number | null)[];
  return row;
}

/** What the staged rows hold within limits, summed by term in stored units. */
export function stagedLimits(db: Db): ReadonlyMap<string, Limit> {
  const sums = new Map<string, Limit>();
  const rows = db.prepare<[], string>('SELECT limits FROM staged_row WHERE limits IS NOT NULL').pluck().iterate();
  for (const text of rows)
    for (const [term, limit] of Object.entries(JSON.parse(text) as Limits)) {
      const sum = sums.get(term);
      sums.set(term, sum ? sumOfLimits(sum, limit) : limit);
    }
  return sums;
}

/** Sum of an amount over staged things, in millionths; of none 0. */
export function stagedSum(db: Db, kind: ThingKind, { amount }: ThingSum): number {
  return (db.prepare(`SELECT sum(${amount}) FROM ${ROW_TABLES[kind].staged}`).pluck().get() as number | null) ?? 0;
}

/** Staged outcomes by the tags they carry, in whole units. */
export function stagedOutcomes(db: Db): TaggedOutcome[] {
  return db
    .prepare<[], TaggedOutcome>(
      `SELECT tag_campaign AS campaign, tag_ad AS ad, tag_keyword AS keyword, tag_link AS link, count(*) AS rows,
         sum(coalesce(count, ${MILLIONTHS})) / ${MILLIONTHS}.0 AS count, sum(value) / ${MILLIONTHS}.0 AS value
       FROM staged_order GROUP BY 1, 2, 3, 4`,
    )
    .all();
}

/** Rows of one member and splits of which one begins within the days of another, as a first and last day of each; undefined where none do. */
export function overlappingRows(db: Db): { from: number; to: number; other: number } | undefined {
  return db
    .prepare<[], { from: number; to: number; other: number }>(
      `SELECT row.day AS "from", row.to_day AS "to", other.day AS other FROM staged_row AS row
       JOIN staged_row AS other ON other.path = row.path AND other.splits = row.splits AND other.day BETWEEN row.day AND row.to_day
         AND (other.day > row.day OR other.to_day > row.to_day)
       WHERE row.to_day > row.day LIMIT 1`,
    )
    .get();
}

/** Staged rows that stand for more than a day. */
export const longRows = (db: Db): number => db.prepare('SELECT count(*) FROM staged_row WHERE to_day > day').pluck().get() as number;

/** A live row of a feed that lies partly in these days, which could not be replaced in part. */
export function straddlingRow(db: Db, feed: number, days: { from: number; to: number }): { from: number; to: number } | undefined {
  return db
    .prepare<object, { from: number; to: number }>(
      `SELECT day AS "from", to_day AS "to" FROM feed_row WHERE feed_id = @feed AND until IS NULL AND to_day IS NOT NULL
       AND ((day < @from AND to_day >= @from) OR (day <= @to AND to_day > @to)) LIMIT 1`,
    )
    .get({ feed, ...days });
}

export function stagedMembers(db: Db): number {
  return db.prepare('SELECT count(*) FROM staged_path').pluck().get() as number;
}

/** The days an import declares, or of them only some hours. */
export interface Declared {
  readonly from: number;
  readonly to: number;
  readonly hours: { readonly from: number; readonly to: number } | null;
}

const boundsOf = ({ from, to, hours }: Declared) => ({ from, to, firstHour: hours?.from ?? null, lastHour: hours?.to ?? null });

/** The staging file seen from the record: live rows it would replace. */
export function replacedRows(db: Db, feed: number, kind: FileKind, declared: Declared): number {
  const { table, day } = ROW_TABLES[kind];
  const within = kind === 'report' ? DECLARED('row') : '@firstHour IS NULL AND @lastHour IS NULL';
  return db
    .prepare(`SELECT count(*) FROM ${table} AS row WHERE feed_id = @feed AND until IS NULL AND ${day} BETWEEN @from AND @to AND ${within}`)
    .pluck()
    .get({ feed, ...boundsOf(declared) }) as number;
}

const KEYS = (prefix: string): string => LEVELS.map((level) => `${prefix}.${level}_key`).join(', ');

/** Members with amounts in live rows of these days that the staged rows do not name (staging attached as `staging`). */
export function absentMembers(db: Db, feed: number, declared: Declared, spendSlot: number): AbsentMember[] {
  const spend = spendSlot < 0 ? 'NULL' : `a${spendSlot}`;
  const some = slotColumns()
    .map((column) => `coalesce(${column}, 0) <> 0`)
    .join(' OR ');
  return db
    .prepare<object, AbsentMember>(
      `WITH ${PATHS}
       SELECT member.level, member.name, coalesce(sum(${spend}), 0) / ${MILLIONTHS}.0 AS spend, count(*) AS rows
       FROM feed_row JOIN path ON path.id = feed_row.member_id JOIN member ON member.id = feed_row.member_id
       WHERE feed_id = @feed AND until IS NULL AND day BETWEEN @from AND @to AND (${some}) AND ${DECLARED('feed_row')}
         AND (${KEYS('path')}) NOT IN (SELECT ${KEYS('staged_path')} FROM staging.staged_path)
       GROUP BY member.id ORDER BY spend DESC, member.name`,
    )
    .all({ feed, ...boundsOf(declared) });
}

/** Every member with the keys of its whole path, '' where a level is not there. */
export const PATHS = `path (id, campaign_key, group_key, ad_key, keyword_key, campaign_id) AS (
  SELECT id, external_id, '', '', '', id FROM member WHERE level = 'campaign' AND account_id = (SELECT account_id FROM feed WHERE id = @feed)
  UNION ALL
  SELECT member.id, campaign_key,
    CASE level WHEN 'group' THEN external_id ELSE group_key END,
    CASE level WHEN 'ad' THEN external_id ELSE ad_key END,
    CASE level WHEN 'keyword' THEN external_id ELSE keyword_key END,
    campaign_id
  FROM path CROSS JOIN member ON member.account_id = (SELECT account_id FROM feed WHERE id = @feed)
    AND level IN ('group', 'ad', 'keyword') AND member.parent_id = path.id)`;
