import type { Account, Channel, Client, Promises } from '@lens/contract';
import { clientNumbers, type DatedNumber, type DayRange, isTimeZone, MARGIN } from '@lens/core';
import type { Db } from './database';

const CLIENT = 'id, name, currency, time_zone AS timeZone, locale, metric_set AS metricSet';

/** A zone that does not exist, let in by an earlier version, is read as UTC: whoever has it can go on working. */
const readable = <R extends { currency: string; timeZone: string }>(row: R): R => ({
  ...row,
  currency: row.currency.toUpperCase(),
  timeZone: isTimeZone(row.timeZone) ? row.timeZone : 'UTC',
});

export const allClients = (db: Db): Client[] => db.prepare<[], Client>(`SELECT ${CLIENT} FROM client ORDER BY name`).all().map(readable);

export function findClient(db: Db, id: string): Client | undefined {
  const row = db.prepare<[string], Client>(`SELECT ${CLIENT} FROM client WHERE id = ?`).get(id);
  return row && readable(row);
}

export function insertClient(db: Db, client: Client): void {
  db.prepare(
    'INSERT INTO client (id, name, currency, time_zone, locale, metric_set) VALUES (@id, @name, @currency, @timeZone, @locale, @metricSet)',
  ).run(client);
}

export const allChannels = (db: Db): Channel[] => db.prepare<[], Channel>('SELECT id, name, kind FROM channel ORDER BY name').all();

export function insertChannel(db: Db, channel: Channel): void {
  db.prepare('INSERT INTO channel (id, name, kind) VALUES (@id, @name, @kind)').run(channel);
}

export function accountsOf(db: Db, client: string): Account[] {
  return db
    .prepare<[string], Account>(
      `SELECT account.id, channel_id AS channel, account.name, currency, time_zone AS timeZone, channel.name AS channelName, channel.kind AS channelKind
       FROM account JOIN channel ON channel.id = channel_id WHERE client_id = ? ORDER BY channel.name, account.name`,
    )
    .all(client)
    .map(readable);
}

export function insertAccount(db: Db, client: string, account: Pick<Account, 'id' | 'channel' | 'name' | 'currency' | 'timeZone'>): void {
  db.prepare(
    'INSERT INTO account (id, client_id, channel_id, name, currency, time_zone) VALUES (@id, @client, @channel, @name, @currency, @timeZone)',
  ).run({
    ...account,
    client,
  });
}

/** Days for which the client's feeds cover anything, or null. */
export function dataRange(db: Db, client: string): DayRange | null {
  const range = db
    .prepare<[string], { from: number | null; to: number | null }>(
      `SELECT min(from_day) AS "from", max(to_day) AS "to" FROM import JOIN feed ON feed.id = feed_id JOIN account ON account.id = account_id
       WHERE client_id = ? AND taken_back_at IS NULL`,
    )
    .get(client);
  return range && range.from !== null && range.to !== null ? { from: range.from, to: range.to } : null;
}

/** The numbers that formulas can calculate with, by their ids. */
export const datedNumbers = ({ margins, numbers }: Promises): ReadonlyMap<string, readonly DatedNumber[]> =>
  new Map([
    [MARGIN.id, margins.map(({ from, to, share }) => ({ from, to, value: share }))],
    ...clientNumbers(numbers).map(({ id }) => [id, numbers.filter((each) => clientNumbers([each])[0]?.id === id)] as const),
  ]);
