import { type DatedRate, tablesTogether, withInverse } from '@lens/core';
import type { Db } from './database';
import { Members } from './members';
import type { LoadedClient } from './tables';

/** Several clients as one; `exchange` says what the money of each is worth, null where it is in the currency answered in. */
export function loadedTogether(
  parts: readonly LoadedClient[],
  exchange: readonly (readonly DatedRate[] | null)[],
  version: number,
): LoadedClient {
  return {
    client: parts.map(({ client }) => client).join(' and '),
    locale: parts[0]?.locale ?? 'en-GB',
    tables: tablesTogether(parts.map(({ tables }, at) => ({ tables, rates: exchange[at] ?? null }))),
    members: new Members(parts.flatMap(({ members }) => [...members.byId.values()])),
    version,
  };
}

/** What one currency is worth in another, as the rates of some clients say; null where both are the same. */
export function ratesBetween(db: Db, clients: readonly string[], from: string, to: string): DatedRate[] | null {
  if (from === to) return null;
  const rates = db.prepare<[string, string, string], DatedRate>(
    `SELECT from_day AS "from", to_day AS "to", value AS rate FROM promise JOIN client ON client.id = client_id
     WHERE promise.kind = 'rate' AND client_id IN (SELECT value FROM json_each(?)) AND promise.currency = ? AND client.currency = ?
     ORDER BY from_day, promise.id`,
  );
  const whose = JSON.stringify(clients);
  return withInverse(rates.all(whose, from, to), rates.all(whose, to, from));
}
