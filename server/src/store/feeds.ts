import { type FileKind, HOUR_OF_WEEK, type Mapping, settingLevel, statusDimension } from '@lens/core';
import type { Db } from './database';
import { ROW_TABLES } from './row-tables';

export interface FeedRecord {
  readonly id: number;
  readonly account: string;
  readonly name: string;
  readonly kind: FileKind;
  readonly grain: readonly string[];
  readonly action: string;
  readonly headers: readonly string[];
  readonly mapping: Mapping;
  readonly version: number;
}

interface FeedRow extends Omit<FeedRecord, 'grain' | 'headers' | 'mapping'> {
  readonly grain: string;
  readonly headers: string;
  readonly mapping: string;
}

const FEED = 'feed.id, account_id AS account, feed.name, kind, grain, action, headers, mapping, version';

/** A stored mapping; those stored before tables could be shaped and others than the orders could count lack that. */
export const parseMapping = (text: string): Mapping => ({
  steps: [],
  decimals: [],
  countedBy: 'orders',
  ...(JSON.parse(text) as Omit<Mapping, 'steps' | 'decimals' | 'countedBy'>),
});

const parse = (row: FeedRow): FeedRecord => ({
  ...row,
  grain: JSON.parse(row.grain) as string[],
  headers: JSON.parse(row.headers) as string[],
  mapping: parseMapping(row.mapping),
});

export function feedsOf(db: Db, client: string): FeedRecord[] {
  return db
    .prepare<[string], FeedRow>(`SELECT ${FEED} FROM feed JOIN account ON account.id = account_id WHERE client_id = ? ORDER BY feed.id`)
    .all(client)
    .map(parse);
}

export function findFeed(db: Db, id: number): FeedRecord | undefined {
  const row = db.prepare<[number], FeedRow>(`SELECT ${FEED} FROM feed WHERE id = ?`).get(id);
  return row && parse(row);
}

/** Whose feed it is. */
export const clientOfFeed = (db: Db, feed: number): string | undefined =>
  db.prepare('SELECT client_id FROM account JOIN feed ON account_id = account.id WHERE feed.id = ?').pluck().get(feed) as
    string | undefined;

/** Terms of a feed's amount columns, by slot. */
export function columnsOf(db: Db, feed: number): string[] {
  const rows = db
    .prepare<[number], { slot: number; term: string }>('SELECT slot, term FROM feed_column WHERE feed_id = ? ORDER BY slot')
    .all(feed);
  return rows.map((row) => row.term);
}

export interface FeedGlance {
  readonly rows: number;
  readonly from: number | null;
  readonly to: number | null;
  readonly daysCovered: number;
}

/** Live rows of a feed and the days its imports cover. */
export function glanceOf(db: Db, feed: FeedRecord): FeedGlance {
  const { table } = ROW_TABLES[feed.kind];
  const rows = db
    .prepare<[number], { rows: number }>(`SELECT count(*) AS rows FROM ${table} WHERE feed_id = ? AND until IS NULL`)
    .get(feed.id);
  const covered = db
    .prepare<[number], { from: number; to: number }>(
      'SELECT from_day AS "from", to_day AS "to" FROM import WHERE feed_id = ? AND taken_back_at IS NULL',
    )
    .all(feed.id);
  const days = new Set(covered.flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, at) => from + at)));
  return {
    rows: rows?.rows ?? 0,
    from: days.size > 0 ? Math.min(...covered.map((each) => each.from)) : null,
    to: days.size > 0 ? Math.max(...covered.map((each) => each.to)) : null,
    daysCovered: days.size,
  };
}

/** A feed as an import first names it. */
export interface NewFeed {
  readonly account: string;
  readonly name: string;
  readonly grain: readonly string[];
  readonly headers: readonly string[];
  readonly mapping: Mapping;
}

/** Makes a feed without rows, or returns the one of that name the account has already. */
export function insertFeed(db: Db, feed: NewFeed): number {
  db.prepare(
    `INSERT INTO feed (account_id, name, kind, grain, action, headers, mapping) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (account_id, name) DO NOTHING`,
  ).run(
    feed.account,
    feed.name,
    feed.mapping.kind,
    JSON.stringify(feed.grain),
    feed.mapping.action,
    JSON.stringify(feed.headers),
    JSON.stringify(feed.mapping),
  );
  return db.prepare('SELECT id FROM feed WHERE account_id = ? AND name = ?').pluck().get(feed.account, feed.name) as number;
}

/** What some feed of a client can be broken down by, as its columns tell. */
export function dimensionsOf(db: Db, client: string): string[] {
  const own = feedsOf(db, client).flatMap(({ id, grain }) => [
    ...grain,
    ...(grain.includes('hour') ? [HOUR_OF_WEEK] : []),
    ...(columnsOf(db, id).includes('running') ? [settingLevel(new Set(grain)) ?? []].flat().map(statusDimension) : []),
  ]);
  return [...new Set(own)];
}
