import type { Db } from './database';
import { insertFeed, type NewFeed } from './feeds';
import { lockFacts } from './lock-facts';
import { ROW_TABLES, THING_COLUMNS, type ThingKind } from './row-tables';
import { DECLARED, PATHS, slotColumns } from './staging';

export interface CommitRequest {
  readonly job: string;
  /** The feed, or the one to make. */
  readonly feed: number | NewFeed;
  readonly fileHash: string;
  /** The copy that is kept instead of the file; null where that is the file itself. */
  readonly keptHash: string | null;
  readonly fileName: string;
  readonly importedAt: string;
  readonly from: number;
  readonly to: number;
  /** Where only hours are covered: the first and the last, as day × 24 + hour; null for whole days. */
  readonly firstHour: number | null;
  readonly lastHour: number | null;
  readonly rows: number;
  readonly badRows: number;
  readonly mapping: string;
  readonly headers: string;
  readonly person: string;
  /** Keep what members have that the file does not name, instead of counting them as 0. */
  readonly keepAbsent: boolean;
}

type CommitInput = CommitRequest & { readonly feed: number };

/** Called between the statements of the transaction with what is being done and how many rows it touched. */
export type OnStep = (phase: string, rows: number) => void;

/**
 * Moves staged rows (attached as `staging`) into the record in one transaction and returns the new
 * import's id. Only rows that changed are written; the rows they replace end here and stay readable
 * for a take-back. `terms` are the file's amount columns in staged order.
 */
export function commitReport(db: Db, request: CommitRequest, terms: readonly string[], onStep: OnStep): number {
  return db.transaction(() => {
    lockFacts(db);
    const input = withFeed(db, request);
    const id = insertImport(db, input);
    addMembers(db, input);
    const slots = feedSlots(db, input.feed, terms);
    const columns = slotColumns(Math.max(...slots.keys()) + 1);
    const staged = resolvedRows(db, input.feed, columns, slots);
    onStep('members matched', input.rows);
    if (hasNoRows(db, input)) onStep('rows added', addAll(db, { feed: input.feed, id, columns, staged }));
    else replaceRows(db, { ...input, id, columns, staged }, onStep);
    if (input.keepAbsent) {
      db.prepare(
        `UPDATE import SET campaigns = (SELECT json_group_array(campaign_id) FROM (
           SELECT DISTINCT campaign_id FROM temp.member_of)) WHERE id = ?`,
      ).run(id);
    }
    db.prepare(
      `INSERT INTO unread_line (import_id, day, campaign_id, lines)
       SELECT ?, day, nullif(campaign_id, 0), sum(lines) FROM staging.staged_unread LEFT JOIN temp.member_of USING (path) GROUP BY 1, 2, 3`,
    ).run(id);
    addPictures(db, id);
    finish(db, input);
    db.exec('DROP TABLE temp.member_of');
    return id;
  })();
}

/** What the file calls the pictures of its ads, where that is not known already. */
function addPictures(db: Db, id: number): void {
  db.prepare(
    `INSERT OR REPLACE INTO ad_picture (member_id, import_id, name)
     SELECT member_id, @id, name FROM staging.staged_picture JOIN temp.member_of USING (path)
     WHERE member_id <> 0 AND name IS NOT (SELECT known.name FROM ad_picture AS known JOIN import ON import.id = known.import_id
       WHERE known.member_id = member_of.member_id AND taken_back_at IS NULL ORDER BY import.id DESC LIMIT 1)`,
  ).run({ id });
}

const withFeed = (db: Db, request: CommitRequest): CommitInput => ({
  ...request,
  feed: typeof request.feed === 'number' ? request.feed : insertFeed(db, request.feed),
});

interface Adding {
  readonly feed: number;
  readonly id: number;
  readonly columns: readonly string[];
  /** A SELECT of the staged rows under the record's ids. */
  readonly staged: string;
}

const hasNoRows = (db: Db, { feed, from, to }: CommitInput): boolean =>
  db.prepare('SELECT 1 FROM feed_row WHERE feed_id = ? AND until IS NULL AND day BETWEEN ? AND ? LIMIT 1').get(feed, from, to) ===
  undefined;

const insertRows = (columns: readonly string[]): string =>
  `INSERT INTO feed_row (feed_id, day, to_day, campaign_id, member_id, split_id, since, limits, ${columns.join(', ')})
   SELECT @feed, day, to_day, campaign_id, member_id, split_id, @id, limits, ${columns.join(', ')}`;

/** Where there is nothing to replace, rows go in as they come. */
const addAll = (db: Db, { feed, id, columns, staged }: Adding): number =>
  db.prepare(`${insertRows(columns)} FROM (${staged})`).run({ feed, id }).changes;

/** Ends the rows that changed and adds those that are new. */
function replaceRows(db: Db, { feed, id, columns, staged, keepAbsent, ...declared }: Adding & CommitInput, onStep: OnStep): void {
  const { from, to, firstHour, lastHour } = declared;
  db.exec(`CREATE TEMP TABLE resolved (day INTEGER, to_day INTEGER, campaign_id INTEGER, member_id INTEGER, split_id INTEGER, limits TEXT,
      ${columns.join(', ')}, PRIMARY KEY (day, member_id, split_id)) WITHOUT ROWID;
    INSERT INTO temp.resolved ${staged}`);
  const same = ['day', 'to_day', 'member_id', 'split_id', 'limits', ...columns]
    .map((column) => `new.${column} IS old.${column}`)
    .join(' AND ');
  const closed = db
    .prepare(
      `UPDATE feed_row AS old SET until = @id WHERE feed_id = @feed AND until IS NULL AND day BETWEEN @from AND @to
       AND ${DECLARED('old')}
       AND NOT EXISTS (SELECT 1 FROM temp.resolved AS new WHERE ${same})
       ${keepAbsent ? 'AND member_id IN (SELECT member_id FROM temp.resolved)' : ''}`,
    )
    .run({ feed, id, from, to, firstHour, lastHour }).changes;
  onStep('replaced rows ended', closed);
  const added = db
    .prepare(
      `${insertRows(columns)} FROM temp.resolved AS new
       WHERE NOT EXISTS (SELECT 1 FROM feed_row AS old WHERE old.feed_id = @feed AND old.until IS NULL
         AND old.day = new.day AND old.member_id = new.member_id AND old.split_id = new.split_id)`,
    )
    .run({ feed, id }).changes;
  onStep('rows added', added);
  db.exec('DROP TABLE temp.resolved');
}

/** The same for orders and lots: each is known by its id, wherever its day moves to. */
export function commitThings(db: Db, kind: ThingKind, request: CommitRequest, onStep: OnStep): number {
  const { table, day, staged } = ROW_TABLES[kind];
  const columns = THING_COLUMNS[kind];
  return db.transaction(() => {
    lockFacts(db);
    const input = withFeed(db, request);
    const id = insertImport(db, input);
    const same = columns.map((column) => `new.${column} IS old.${column}`).join(' AND ');
    const closed = db
      .prepare(
        `UPDATE ${table} AS old SET until = @id WHERE feed_id = @feed AND until IS NULL
         AND (${day} BETWEEN @from AND @to AND ${input.keepAbsent ? '0' : '1'} OR external_id IN (SELECT external_id FROM staging.${staged}))
         AND NOT EXISTS (SELECT 1 FROM staging.${staged} AS new WHERE ${same})`,
      )
      .run({ feed: input.feed, id, from: input.from, to: input.to }).changes;
    onStep('replaced rows ended', closed);
    const added = db
      .prepare(
        `INSERT INTO ${table} (feed_id, ${columns.join(', ')}, since) SELECT @feed, ${columns.join(', ')}, @id FROM staging.${staged} AS new
         WHERE NOT EXISTS (SELECT 1 FROM ${table} AS old WHERE old.feed_id = @feed AND old.until IS NULL AND old.external_id = new.external_id)`,
      )
      .run({ feed: input.feed, id }).changes;
    onStep('rows added', added);
    db.prepare(
      'INSERT INTO unread_line (import_id, day, campaign_id, lines) SELECT ?, day, NULL, sum(lines) FROM staging.staged_unread GROUP BY 2',
    ).run(id);
    finish(db, input);
    return id;
  })();
}

function insertImport(db: Db, input: CommitInput): number {
  const { lastInsertRowid } = db
    .prepare(
      `INSERT INTO import (feed_id, file_hash, kept_hash, file_name, imported_at, from_day, to_day, first_hour, last_hour, rows, bad_rows, mapping, headers, person, job)
       VALUES (@feed, @fileHash, @keptHash, @fileName, @importedAt, @from, @to, @firstHour, @lastHour, @rows, @badRows, @mapping, @headers, @person, @job)`,
    )
    .run({ ...input, keepAbsent: undefined });
  return Number(lastInsertRowid);
}

/** Marks the feed changed: what is kept of it is read anew. */
function finish(db: Db, { feed, mapping, headers }: CommitInput): void {
  db.prepare('UPDATE feed SET version = version + 1, mapping = ?, headers = ? WHERE id = ?').run(mapping, headers, feed);
}

/** Adds members the file names for the first time, and takes over new names from files that reach further than any before. */
function addMembers(db: Db, { feed, to }: CommitInput): void {
  const account = db.prepare('SELECT account_id FROM feed WHERE id = ?').pluck().get(feed) as string;
  const newest = db
    .prepare(
      'SELECT coalesce(max(to_day), 0) <= ? FROM import JOIN feed ON feed.id = feed_id WHERE account_id = ? AND taken_back_at IS NULL',
    )
    .pluck()
    .get(to, account) as number;
  const add = (level: string, join: string, parent: string): void => {
    db.prepare(
      `INSERT INTO member (account_id, level, parent_id, external_id, name)
       SELECT @account, @level, ${parent}, "${level}_key", "${level}_name" FROM staging.staged_path ${join}
       WHERE "${level}_key" <> '' GROUP BY 3, 4 HAVING max(day)
       ON CONFLICT (account_id, level, parent_id, external_id) DO UPDATE SET name = excluded.name
       -- A file that tells only ids names nobody, and one that tells names names whom no file had named.
       WHERE name <> excluded.name AND excluded.name <> excluded.external_id AND (@newest OR name = external_id)`,
    ).run({ account, level, newest });
  };
  const campaign = `JOIN member AS campaign ON campaign.account_id = @account AND campaign.level = 'campaign'
    AND campaign.parent_id = 0 AND campaign.external_id = campaign_key`;
  const group = `${campaign} LEFT JOIN member AS "group" ON "group".account_id = @account AND "group".level = 'group'
    AND "group".parent_id = campaign.id AND "group".external_id = group_key`;
  add('campaign', '', '0');
  add('group', campaign, 'campaign.id');
  add('ad', group, 'coalesce("group".id, campaign.id)');
  add('keyword', group, 'coalesce("group".id, campaign.id)');
}

/** File column → feed column, adding columns for terms the feed has not had before. */
function feedSlots(db: Db, feed: number, terms: readonly string[]): Map<number, number> {
  const known = new Map(
    db
      .prepare<[number], { term: string; slot: number }>('SELECT term, slot FROM feed_column WHERE feed_id = ?')
      .all(feed)
      .map(({ term, slot }) => [term, slot]),
  );
  const slots = new Map<number, number>();
  terms.forEach((term, staged) => {
    const slot = known.get(term) ?? known.size;
    if (!known.has(term)) db.prepare('INSERT INTO feed_column (feed_id, slot, term) VALUES (?, ?, ?)').run(feed, slot, term);
    known.set(term, slot);
    slots.set(slot, staged);
  });
  for (const slot of known.values()) if (!slots.has(slot)) slots.set(slot, -1);
  return slots;
}

/** A SELECT of the staged rows under the record's member and split ids; makes temp.member_of, which it reads. */
function resolvedRows(db: Db, feed: number, columns: readonly string[], slots: ReadonlyMap<number, number>): string {
  db.exec(`INSERT OR IGNORE INTO split (dimensions) SELECT DISTINCT splits FROM staging.staged_row`);
  db.prepare(`CREATE TEMP TABLE known_path AS WITH ${PATHS} SELECT * FROM path`.replaceAll('@feed', String(feed))).run();
  db.exec(`CREATE INDEX temp.known_path_keys ON known_path (campaign_key, group_key, ad_key, keyword_key);
    CREATE TEMP TABLE member_of (path INTEGER PRIMARY KEY, campaign_id INTEGER, member_id INTEGER);
    INSERT INTO temp.member_of
    SELECT named.id, coalesce(known_path.campaign_id, 0), coalesce(known_path.id, 0)
    FROM staging.staged_path AS named LEFT JOIN temp.known_path USING (campaign_key, group_key, ad_key, keyword_key);
    DROP TABLE temp.known_path`);
  const amounts = columns.map((column, slot) => {
    const staged = slots.get(slot) ?? -1;
    return `${staged < 0 ? 'NULL' : `row.a${staged}`} AS ${column}`;
  });
  return `SELECT row.day, nullif(row.to_day, row.day) AS to_day, campaign_id, member_id, split.id AS split_id, row.limits, ${amounts.join(', ')}
    FROM staging.staged_row AS row JOIN temp.member_of USING (path) JOIN split ON split.dimensions = row.splits`;
}
