import { type ClientTables, type Cover, type CreditSource, creditedLists, keepFew } from '@lens/core';
import type { Db } from '../database';
import { coversOf, unreadOf } from '../imports';
import type { Cut } from '../rows-at';
import type { LoadedTouches } from './load-touches';

/** Ways to credit whose lists stay in memory, of each client. */
const MOST_WAYS = 4;

/** The outcomes of a client as they are credited in one way or another, worked out as they are asked for. */
export const creditedOnDemand = (touches: () => LoadedTouches): NonNullable<ClientTables['credited']> =>
  keepFew(MOST_WAYS, (as) => {
    const { log, sources } = touches();
    return [...sources].flatMap(([action, source]) => creditedLists(log, action, as, source));
  });

/** What is known of the outcomes of an action, by the lists that count them, if any, and the logs that tell the touches. */
export function creditSource(db: Db, lists: readonly number[], logs: readonly number[], cut: Cut): CreditSource {
  const covers = (feeds: readonly number[]): Cover[] => feeds.flatMap((feed) => coversOf(db, feed, cut));
  const counting = lists.length > 0 ? lists : logs;
  const touched = covers(logs);
  return {
    touches: logs[0] ?? 0,
    outcomes: counting[0] ?? 0,
    covers: counting === logs ? touched : covers(lists).flatMap((cover) => touched.flatMap((days) => inBoth(cover, days))),
    unread: lists.flatMap((feed) => unreadOf(db, feed, cut)),
  };
}

/** Days of a list on which a log tells of touches as well: of others nobody knows what came before. */
function inBoth(cover: Cover, days: Cover): Cover[] {
  const both = { from: Math.max(cover.from, days.from), to: Math.min(cover.to, days.to) };
  return both.from <= both.to ? [{ ...cover, ...both }] : [];
}
