import type { Account, Promises } from '@lens/contract';
import {
  type AccountInfo,
  type ClientTables,
  type FeedTable,
  isUnpaidKind,
  joiningOf,
  keepFew,
  NONE,
  Vocabulary,
  withGroupings,
  withNameParts,
  withPagePaths,
  withStatus,
} from '@lens/core';
import { createHash } from 'node:crypto';
import { type ClientRecord, clientRecord } from './client-record';
import { datedNumbers } from './clients';
import type { Db } from './database';
import type { FeedRecord } from './feeds';
import { loadOrders } from './load-orders';
import { loadReport } from './load-report';
import { lotCodes, lotsOf } from './lots';
import { type Members, membersOf } from './members';
import { type Cut, cutOn } from './rows-at';
import type { SegmentStore } from './segments';
import { SplitDictionary } from './splits';
import { type LoadedClaims, loadClaims } from './claims';
import { creditedOnDemand } from './touches/credited';
import { type LoadedTouches, loadTouches } from './touches/load-touches';

/** Actions whose outcomes stay in memory one by one. */
const MOST_ACTIONS = 2;

/** Column tables of one client with the names behind their codes. */
export interface LoadedClient {
  readonly client: string;
  /** How the client's people write days. */
  readonly locale: string;
  readonly tables: ClientTables;
  readonly members: Members;
  /** What people met before they bought. */
  readonly touches: () => LoadedTouches;
  /** The outcomes of an action one by one, and what channels claim of them. */
  readonly claims: (action: string) => LoadedClaims;
  /** Another one whenever an answer may be another: rows, margins, rates, targets, rules, words. Replies carry it, so a trace can say which data it is about. */
  readonly version: number;
}

/** Tables of each client while nothing behind them has changed, and those of each feed while its version stands. */
export class TableCache {
  readonly clients = new Map<string, { state: string; library: string; loaded: LoadedClient }>();
  readonly feeds = new Map<number, { version: number; told: string; table: FeedTable }>();
  readonly splits = new SplitDictionary();
  private readonly members = new Map<string, { state: string; members: Members }>();

  constructor(readonly segments: SegmentStore) {}

  /** Forgets what it knows of a feed. */
  forget(feed: number): void {
    this.feeds.delete(feed);
    this.clients.clear();
  }

  /** The members of a client, read again when one of its feeds has changed: only imports name them. */
  membersOf(db: Db, client: string, feeds: readonly Pick<FeedRecord, 'id' | 'version'>[]): Members {
    const state = feeds.map(({ id, version }) => `${id} ${version}`).join();
    const known = this.members.get(client);
    if (known?.state === state) return known.members;
    const members = membersOf(db, client);
    this.members.set(client, { state, members });
    return members;
  }
}

/** Reads what questions about a client need. What is unchanged comes from the cache. */
export function loadClient(db: Db, client: string, cache: TableCache, knownOn: number | null = null): LoadedClient {
  const { promises, library, ...record } = clientRecord(db, client);
  const { margins, rates, targets, numbers } = promises;
  const state = JSON.stringify({ ...record, margins, rates, targets, numbers });
  const metrics = JSON.stringify(library);
  const cut = knownOn === null ? null : cutOn(db, client, knownOn, record.info?.timeZone ?? 'UTC');
  const key = cut === null ? client : `${client} as of ${cut}`;
  const known = cache.clients.get(key);
  if (known?.state === state && known.library === metrics) return known.loaded;
  const version = versionOf(`${state} ${metrics} ${key}`);
  const loading = { ...record, library, promises, cut, version };
  // Metrics say nothing of what the tables hold.
  const loaded = known?.state === state ? withLibrary(known.loaded, loading) : loadRecord(db, client, loading, cache);
  // What was known once is looked at once or twice; it need not stay beside what is known now.
  if (cut !== null) for (const old of [...cache.clients.keys()].filter((each) => each.includes(' as of '))) cache.clients.delete(old);
  cache.clients.set(key, { state, library: metrics, loaded });
  return loaded;
}

/** Six bytes of a fingerprint: a number that JSON carries exactly. */
export const versionOf = (state: string): number => createHash('sha256').update(state).digest().readUIntBE(0, 6);

type Loading = ClientRecord & { readonly cut: Cut; readonly version: number };

const withLibrary = (loaded: LoadedClient, { words, groupings, library, version }: Loading): LoadedClient => ({
  ...loaded,
  tables: { ...loaded.tables, vocabulary: new Vocabulary(words, groupings, library) },
  version,
});

function loadRecord(
  db: Db,
  client: string,
  { info, accounts, feeds, promises, naming, joins, words, groupings, sources, library, cut, version }: Loading,
  cache: TableCache,
): LoadedClient {
  const vocabulary = new Vocabulary(words, groupings, library);
  const { rates, targets } = promises;
  const members = cache.membersOf(db, client, feeds);
  // What reports tell is read in the words and by the members there are: another report may say in which group an ad lies.
  const told = JSON.stringify([words.joined, members.byId.size]);
  const accountIndex = new Map(accounts.map((account, at) => [account.id, at]));
  const reports = feeds.filter((feed) => feed.kind === 'report');
  const lotFeeds = feeds.filter((feed) => feed.kind === 'lots');
  const infos = accounts.map((account) => infoOfAccount(account, info?.currency, rates));
  const placeOf = (feed: FeedRecord): number => accountIndex.get(feed.account) ?? NONE;
  const lots = lotsOf(db, lotFeeds, cut, placeOf);
  const codesOf = lotCodes(lots);
  const reportTables = reports
    .map((feed) => {
      // A new account moves the others' places, so a kept table belongs to its place too.
      const account = placeOf(feed);
      const loading = { vocabulary, account, members, splits: cache.splits, cut, segments: cache.segments };
      if (cut !== null) return loadReport(db, feed, loading);
      const known = cache.feeds.get(feed.id);
      if (known?.version === feed.version && known.told === told && known.table.account === account) return known.table;
      const table = loadReport(db, feed, loading);
      cache.feeds.set(feed.id, { version: feed.version, told, table });
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
    clients: [{ id: client, numbers: datedNumbers(promises), targets }],
  };
  const derived = deriver({ naming, groupings, members, splits: cache.splits });
  const own = { vocabulary, feeds, accounts, members, naming, sources, splits: cache.splits, cut };
  const infoOf = (account: string): AccountInfo | undefined => infos[accountIndex.get(account) ?? NONE];
  const touches = onDemand(() => {
    const loaded = loadTouches(db, { ...own, infoOf });
    return { ...loaded, log: derived({ ...tables, orders: [], touches: loaded.log }).touches ?? loaded.log };
  });
  const claims = keepFew(MOST_ACTIONS, (action: string) => loadClaims(db, vocabulary.idOf(action), { ...own, infoOf }));
  const withCredit = { ...derived(tables), credited: creditedOnDemand(touches) };
  return { client, locale: info?.locale ?? 'en-GB', tables: withCredit, touches, claims, members, version };
}

/** An account as questions see it; `own` is the client's currency. */
const infoOfAccount = (
  { id, channel, channelKind, currency }: Account,
  own: string | undefined,
  rates: Promises['rates'],
): AccountInfo => ({
  id,
  channel,
  kind: channelKind,
  currency,
  rates: currency === own ? null : rates.filter((each) => each.currency === currency),
  sellsItself: channelKind === 'marketplace',
  isUnpaid: isUnpaidKind(channelKind),
});

/** Read when it is asked for the first time: most questions are not about touches. */
function onDemand<T>(read: () => T): () => T {
  let known: { readonly value: T } | undefined;
  return () => (known ??= { value: read() }).value;
}

type Deriving = Pick<ClientRecord, 'naming' | 'groupings'> & { readonly members: Members; readonly splits: SplitDictionary };

/** Adds what follows from other dimensions, in an order in which later ones may follow from earlier ones. */
function deriver({ naming, groupings, members, splits }: Deriving): (tables: ClientTables) => ClientTables {
  const codeOf = (dimension: string, word: string): number => splits.codeOf(dimension, word);
  const nameOf = (dimension: string, code: number): string => splits.nameOf(dimension, code) ?? members.nameOf(code);
  return (tables) => {
    const named = withNameParts(withPagePaths(tables, nameOf, codeOf), naming, (member) => members.nameOf(member), codeOf);
    return withGroupings(withStatus(named, codeOf), groupings, nameOf, codeOf);
  };
}

/** Visits by tracked link know the lots their links lead to. */
function withLots(table: FeedTable, hasLots: boolean, codesOf: ReturnType<typeof lotCodes>, splits: SplitDictionary): FeedTable {
  const links = table.codes.get('tracked link');
  if (!links || !hasLots) return table;
  const lots = codesOf([...links.codes].map((code) => splits.nameOf('tracked link', code) ?? null));
  return { ...table, codes: new Map([...table.codes, ['lot', { ...links, codes: lots }]]) };
}
