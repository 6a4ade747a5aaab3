import { BUILT_IN_BOOK, dayName, isDayDimension, type Names, type OutcomeId, type Question, type ResultSetId } from '@lens/core';
import { accountsOf, allChannels, findClient } from '../store/clients';
import { type Db, openReadOnly } from '../store/database';
import { feedsOf } from '../store/feeds';
import type { Members } from '../store/members';
import { picturesOf } from '../store/pictures';
import { SharedWork } from './shared-work';
import { SegmentStore, Stopped } from '../store/segments';
import { type LoadedClient, loadClient, TableCache, versionOf } from '../store/tables';
import { loadedTogether, ratesBetween } from '../store/tables-together';

/** Groups of clients whose tables are kept together. */
const MOST_JOINED = 4;

/** What questions are answered from: the record over a read-only connection, and column tables kept while they are current. */
export class ClientData {
  readonly db: Db;
  /** What is being worked out. */
  work = new SharedWork();
  private readonly cache: TableCache;
  private readonly joined = new Map<string, LoadedClient>();
  private readonly names = new WeakMap<LoadedClient, Names>();
  private readonly pictures = new WeakMap<LoadedClient, ReadonlyMap<number, string>>();

  /** Tells which share of the work is done, from 0 to 1. Throws Stopped where nobody waits any more. */
  tell(done: number): void {
    if (this.work.isStopped) throw new Stopped();
    this.work.done = done;
  }

  /** `room` is how many bytes of their columns stay in memory. */
  constructor(dataFolder: string, room: number) {
    this.db = openReadOnly(dataFolder);
    this.cache = new TableCache(new SegmentStore(dataFolder, room, () => this.work.isStopped));
  }

  /** Reads a feed anew whose segments are others than was thought. */
  forget(feed: number): void {
    this.cache.forget(feed);
  }

  /** The tables of a client as known now, or by the end of a past day. */
  load(client: string, knownOn: number | null = null): LoadedClient {
    return this.db.transaction(() => loadClient(this.db, client, this.cache, knownOn))();
  }

  /** The members of a client as known now, without its tables. */
  members(client: string): Members {
    return this.db.transaction(() => this.cache.membersOf(this.db, client, feedsOf(this.db, client)))();
  }

  /** The tables of all clients of a question, in its currency. */
  loadFor({ clients, currency, knownOn }: Pick<Question, 'clients' | 'currency' | 'knownOn'>): LoadedClient {
    const [first, ...others] = this.db.transaction(() => clients.map((client) => this.load(client, knownOn)))();
    if (!first) throw new RangeError('A question is about one client at least');
    const own = findClient(this.db, first.client)?.currency;
    if (others.length === 0 && (currency === null || currency === own)) return first;
    return this.together([first, ...others], currency ?? own ?? '');
  }

  /** Kept while what it is made of stands; the last few, as people go back and forth. */
  private together(parts: readonly LoadedClient[], currency: string): LoadedClient {
    const clients = parts.map(({ client }) => client);
    const exchange = clients.map((client) => ratesBetween(this.db, clients, findClient(this.db, client)?.currency ?? '', currency));
    const key = JSON.stringify([currency, exchange, parts.map(({ client, version }) => [client, version])]);
    const known = this.joined.get(key) ?? loadedTogether(parts, exchange, versionOf(key));
    this.joined.delete(key);
    this.joined.set(key, known);
    for (const oldest of this.joined.keys()) if (this.joined.size > MOST_JOINED) this.joined.delete(oldest);
    return known;
  }

  /** What codes in these tables are called. */
  namesOf(loaded: LoadedClient): Names {
    const known = this.names.get(loaded) ?? onceEach(this.readNames(loaded));
    this.names.set(loaded, known);
    return known;
  }

  private readNames({ tables, members, locale }: LoadedClient): Names {
    const named = (things: readonly { id: string; name: string }[]): Map<string, string> =>
      new Map(things.map(({ id, name }) => [id, name]));
    const channels = named(allChannels(this.db));
    const clients = named(tables.clients.flatMap(({ id }) => findClient(this.db, id) ?? []));
    const accounts = named(tables.clients.flatMap(({ id }) => accountsOf(this.db, id)));
    const byText = { client: clients, account: accounts };
    return (dimension, code) => {
      if (typeof code === 'string')
        return (dimension === 'client' || dimension === 'account' ? byText[dimension] : channels).get(code) ?? code;
      if (isDayDimension(dimension)) return dayName(dimension, code, locale);
      return this.splitName(dimension, code) ?? members.nameOf(code);
    };
  }

  /** Fingerprints of the pictures of a client's ads, by member. */
  picturesOf(loaded: LoadedClient): ReadonlyMap<number, string> {
    const known = this.pictures.get(loaded);
    const pictures = known ?? new Map(loaded.tables.clients.flatMap(({ id }) => [...picturesOf(this.db, id)]));
    if (!known) this.pictures.set(loaded, pictures);
    return pictures;
  }

  /** The name of a member of a dimension that rows are split by. */
  splitName(dimension: string, code: number): string | undefined {
    return this.cache.splits.nameOf(dimension, code);
  }

  /** The code of a value of such a dimension. */
  codeOf(dimension: string, value: string): number {
    return this.cache.splits.codeOf(dimension, value);
  }

  /** The main outcome of a client. */
  outcomeOf(client: string): OutcomeId {
    return BUILT_IN_BOOK.outcomeOf(this.metricSetOf(client))?.id ?? 'purchase';
  }

  /** What it is after. */
  metricSetOf(client: string): ResultSetId {
    return findClient(this.db, client)?.metricSet ?? 'shop';
  }
}

/** Looks each name up once: days are slow to write. */
function onceEach(names: Names): Names {
  const known = new Map<string, Map<number | string, string>>();
  return (dimension, code) => {
    const own = known.get(dimension) ?? new Map<number | string, string>();
    known.set(dimension, own);
    const name = own.get(code) ?? names(dimension, code);
    own.set(code, name);
    return name;
  };
}
