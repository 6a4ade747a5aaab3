import { linkMatcher, type Lot, type LotUnit, STRAYED } from '@lens/core';
import type { Db } from './database';
import type { FeedRecord } from './feeds';
import { type Cut, rowsAt } from './rows-at';

interface LotRecord extends Omit<Lot, 'account' | 'feedId'> {
  readonly unit: LotUnit;
}

/** Lots of feeds, the newest list of one lot counting once. `accountOf` gives the place of a feed's account. */
export function lotsOf(db: Db, feeds: readonly FeedRecord[], cut: Cut, accountOf: (feed: FeedRecord) => number): Lot[] {
  const read = db.prepare<object, LotRecord>(
    `SELECT external_id AS id, day, seller, price, link, unit, agreed, delivered, since AS importId
     FROM ${rowsAt('lot_row', cut)} ORDER BY day, external_id`,
  );
  const lots = new Map<string, Lot>();
  for (const feed of feeds) {
    for (const row of read.all({ feed: feed.id })) {
      const key = `${feed.account} ${row.id}`;
      const known = lots.get(key);
      if (!known || known.importId < row.importId) lots.set(key, { ...row, feedId: feed.id, account: accountOf(feed) });
    }
  }
  return [...lots.values()];
}

/** Codes of the lots that links lead to: NONE without a link, STRAYED for a link that leads to no lot. */
export function lotCodes(lots: readonly Lot[]): (links: readonly (string | null)[]) => Int32Array {
  const match = linkMatcher(lots);
  return (links) =>
    Int32Array.from(links, (link) => {
      if (link === null || link === '') return -1;
      const found = match(link);
      return found < 0 ? STRAYED : found;
    });
}
