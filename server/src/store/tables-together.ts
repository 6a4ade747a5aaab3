import { type DatedRate, tablesTogether, withInverse } from '@lens/core';
import { findClient } from './clients';
import type { Db } from './database';
import { Members } from './members';
import { rulesOf } from './rules';
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
    touches: () => ofOneClient('Touches'),
    claims: () => ofOneClient('Claims'),
    members: new Members(parts.flatMap(({ members }) => [...members.byId.values()])),
    version,
  };
}

function ofOneClient(what: string): never {
  throw new RangeError(`${what} are asked of one client at a time`);
}

/** What one currency is worth in another, as the rates of some clients say; null where both are the same. */
export function ratesBetween(db: Db, clients: readonly string[], from: string, to: string): DatedRate[] | null {
  if (from === to) return null;
  const said = (one: string, other: string): DatedRate[] =>
    clients
      .filter((client) => findClient(db, client)?.currency === other)
      .flatMap((client) => rulesOf(db, client, 'promises').rates.filter(({ currency }) => currency === one))
      .toSorted((a, b) => a.from - b.from);
  return withInverse(said(from, to), said(to, from));
}
