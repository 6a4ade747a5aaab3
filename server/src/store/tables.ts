import {
  type AccountInfo,
  type ClientTables,
  type FeedTable,
  HOUR_OF_WEEK,
  hourOfWeek,
  isUnpaidKind,
  joiningOf,
  type Limit,
  type Limits,
  NONE,
  termKey,
  Vocabulary,
  withNameParts,
} from '@lens/core';
import { type ClientRecord, clientRecord } from './client-record';
import type { Db } from './database';
import { columnsOf, type FeedRecord } from './feeds';
import { coversOf, unreadOf } from './imports';
import { loadOrders } from './load-orders';
import { lotCodes, lotsOf } from './lots';
import { type Members, membersOf } from './members';
import { type Cut, cutOn, rowsAt } from './rows-at';
import { SplitDictionary } from './splits';

/** Column tables of one client with the names behind their codes. */
export interface LoadedClient {
  readonly client: string;
  /** How the client's people write days. */
  readonly locale: string;
  readonly tables: ClientTables;
  readonly members: Members;
  /** Sum of the feeds' versions: replies carry it, so a trace can say which data it is about. */
  readonly version: number;
}

/** Tables of each client while nothing behind them has changed, and those of each feed while its version stands. */
export class TableCache {
  readonly clients = new Map<string, { state: string; loaded: LoadedClient }>();
  readonly feeds = new Map<number, { version: number; joined: string; table: FeedTable }>();
  readonly splits = new SplitDictionary();
}

/** Reads what questions about a client need. What is unchanged comes from the cache. */
export function loadClient(db: Db, client: string, cache: TableCache, knownOn: number | null = null): LoadedClient {
  const { promises, ...record } = clientRecord(db, client);
  const { margins, rates } = promises;
  const state = JSON.stringify({ ...record, margins, rates });
  const cut = knownOn === null ? null : cutOn(db, client, knownOn, record.info?.timeZone ?? 'UTC');
  const key = cut === null ? client : `${client} as of ${cut}`;
  const known = cache.clients.get(key);
  if (known?.state === state) return known.loaded;
  const loaded = loadRecord(db, client, { ...record, margins, rates, cut }, cache);
  // What was known once is looked at once or twice; it need not stay beside what is known now.
  if (cut !== null) for (const old of [...cache.clients.keys()].filter((each) => each.includes(' as of '))) cache.clients.delete(old);
  cache.clients.set(key, { state, loaded });
  return loaded;
}

type Loading = Omit<ClientRecord, 'promises'> & Pick<ClientRecord['promises'], 'margins' | 'rates'> & { readonly cut: Cut };

function loadRecord(
  db: Db,
  client: string,
  { info, accounts, feeds, margins: margin, rates, naming, joins, words, cut }: Loading,
  cache: TableCache,
): LoadedClient {
  const vocabulary = new Vocabulary(words);
  const joined = JSON.stringify(words.joined);
  const members = membersOf(db, client);
  const accountIndex = new Map(accounts.map((account, at) => [account.id, at]));
  const reports = feeds.filter((feed) => feed.kind === 'report');
  const lotFeeds = feeds.filter((feed) => feed.kind === 'lots');
  const infos = accounts.map((account): AccountInfo => ({
    id: account.id,
    channel: account.channel,
    kind: account.channelKind,
    currency: account.currency,
    rates: account.currency === info?.currency ? null : rates.filter(({ currency }) => currency === account.currency),
    sellsItself: account.channelKind === 'marketplace',
    isUnpaid: isUnpaidKind(account.channelKind),
  }));
  const placeOf = (feed: FeedRecord): number => accountIndex.get(feed.account) ?? NONE;
  const lots = lotsOf(db, lotFeeds, cut, placeOf);
  const codesOf = lotCodes(lots);
  const reportTables = reports
    .map((feed) => {
      if (cut !== null) return loadReport(db, feed, { vocabulary, account: placeOf(feed), members, splits: cache.splits, cut });
      const known = cache.feeds.get(feed.id);
      // A new account moves the others' places, so a kept table belongs to its place too.
      const account = placeOf(feed);
      if (known?.version === feed.version && known.joined === joined && known.table.account === account) return known.table;
      const table = loadReport(db, feed, { vocabulary, account, members, splits: cache.splits, cut });
      cache.feeds.set(feed.id, { version: feed.version, joined, table });
      return table;
    })
    .map((table) => withLots(table, lots.length > 0, codesOf, cache.splits));
  const tables: ClientTables = {
    vocabulary,
    accounts: infos,
    feeds: reportTables,
    orders: feeds
      .filter((feed) => feed.kind === 'orders')
      .map((feed) =>
        loadOrders(db, feed, {
          vocabulary,
          accounts: infos,
          account: placeOf(feed),
          members,
          naming,
          joining: joiningOf(joins, feed.id),
          reports: reportTables,
          cut,
          lotCodesOf: codesOf,
        }),
      ),
    lots,
    campaignAccount: new Map(
      [...members.byId].flatMap(([id, member]) => (member.level === 'campaign' ? [[id, accountIndex.get(member.account) ?? NONE]] : [])),
    ),
    margin,
  };
  const named = withNameParts(
    tables,
    naming,
    (member) => members.nameOf(member),
    (dimension, word) => cache.splits.codeOf(dimension, word),
  );
  return { client, locale: info?.locale ?? 'en-GB', tables: named, members, version: feeds.reduce((sum, feed) => sum + feed.version, 0) };
}

interface RawReportRow extends Record<string, number | string | null> {
  day: number;
  toDay: number | null;
  member: number;
  dimensions: string;
  since: number;
  limits: string | null;
}

interface ReportLoading {
  readonly vocabulary: Vocabulary;
  readonly account: number;
  readonly members: Members;
  readonly splits: SplitDictionary;
  readonly cut: Cut;
}

function loadReport(db: Db, feed: FeedRecord, { vocabulary, account, members, splits, cut }: ReportLoading): FeedTable {
  const terms = columnsOf(db, feed.id);
  const slots = terms.map((_, slot) => `a${slot}`);
  const length = db
    .prepare(`SELECT count(*) FROM ${rowsAt('feed_row', cut)}`)
    .pluck()
    .get({ feed: feed.id }) as number;
  const isBelowGroup = feed.grain.includes('ad') || feed.grain.includes('keyword');
  const grain = isBelowGroup && !feed.grain.includes('group') ? [...feed.grain, 'group'] : feed.grain;
  const known = grain.includes('hour') ? [...grain, HOUR_OF_WEEK] : grain;
  const codes = new Map(known.map((dimension) => [vocabulary.idOf(dimension), new Int32Array(length).fill(NONE)]));
  // Words that have become one share a column: of each row only one of them was told.
  const keys = terms.map((term) => termKey(vocabulary.termOfKey(term)));
  const byKey = new Map(keys.map((key) => [key, new Float64Array(length).fill(NaN)]));
  const amounts = keys.map((key) => byKey.get(key));
  const limits = new Map<string, Map<number, Limit>>();
  const day = new Int32Array(length);
  const to = new Int32Array(length);
  let isLong = false;
  const importId = new Int32Array(length);
  const rows = db
    .prepare<object, RawReportRow>(
      `SELECT day, to_day AS toDay, member_id AS member, dimensions, since, limits${slots.map((slot) => `, ${slot}`).join('')}
       FROM ${rowsAt('feed_row', cut)} JOIN split ON split.id = split_id ORDER BY day, campaign_id`,
    )
    .iterate({ feed: feed.id });
  let at = 0;
  for (const row of rows) {
    day[at] = row.day;
    to[at] = row.toDay ?? row.day;
    isLong ||= row.toDay !== null;
    importId[at] = row.since;
    for (const [level, id] of members.pathOf(row.member)) setCode(codes, level, at, id);
    for (const [dimension, code] of splits.codesOf(row.dimensions)) {
      const id = vocabulary.idOf(dimension);
      setCode(codes, id, at, id === dimension ? code : splits.codeOf(id, splits.nameOf(dimension, code) ?? ''));
      if (dimension === 'hour')
        setCode(codes, HOUR_OF_WEEK, at, splits.codeOf(HOUR_OF_WEEK, hourOfWeek(row.day, splits.nameOf('hour', code) ?? '')));
    }
    slots.forEach((slot, index) => {
      const amount = row[slot];
      const column = amounts[index];
      if (column && typeof amount === 'number') column[at] = amount;
    });
    if (row.limits !== null) setLimits(limits, at, JSON.parse(row.limits) as Limits, (term) => termKey(vocabulary.termOfKey(term)));
    at += 1;
  }
  // Of a row put together from parts, a limit of one part holds for the whole.
  for (const [key, column] of byKey) for (const limited of limits.get(key)?.keys() ?? []) column.fill(NaN, limited, limited + 1);
  // Groups that only other reports tell are known where they are known of every row.
  if (grain !== feed.grain && (length === 0 || codes.get('group')?.includes(NONE))) codes.delete('group');
  return {
    feedId: feed.id,
    account,
    dimensions: new Set(codes.keys()),
    covers: coversOf(db, feed.id, cut),
    length,
    day,
    ...(isLong ? { to } : {}),
    importId,
    codes,
    amounts: byKey,
    ...(limits.size > 0 ? { limits } : {}),
    unread: unreadOf(db, feed.id, cut),
  };
}

function setLimits(limits: Map<string, Map<number, Limit>>, at: number, own: Limits, keyOf: (term: string) => string): void {
  for (const [term, limit] of Object.entries(own)) {
    const rows = limits.get(keyOf(term)) ?? new Map<number, Limit>();
    limits.set(keyOf(term), rows.set(at, limit));
  }
}

function setCode(codes: ReadonlyMap<string, Int32Array>, dimension: string, at: number, code: number): void {
  const column = codes.get(dimension);
  if (column) column[at] = code;
}

/** Visits by tracked link know the lots their links lead to. */
function withLots(table: FeedTable, hasLots: boolean, codesOf: ReturnType<typeof lotCodes>, splits: SplitDictionary): FeedTable {
  const links = table.codes.get('tracked link');
  if (!links || !hasLots) return table;
  return {
    ...table,
    codes: new Map([...table.codes, ['lot', codesOf([...links].map((code) => splits.nameOf('tracked link', code) ?? null))]]),
  };
}
