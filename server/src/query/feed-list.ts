import { type FeedGlance, type FeedRecord, feedsOf, glanceOf } from '../store/feeds';
import type { Db } from '../store/database';
import type { LoadedClient } from '../store/tables';

/** What a list of feeds shows of one: its rows, the days they cover, and the outcomes of it that reach no campaign. */
export interface ListedFeed extends FeedGlance {
  readonly feed: FeedRecord;
  readonly notMatched: number;
}

export function listFeeds(db: Db, client: string, loaded: LoadedClient | undefined): ListedFeed[] {
  const loose = new Map<number, number>();
  for (const { feedId, codes, length } of loaded?.tables.orders ?? []) {
    const campaigns = codes.get('campaign');
    for (let row = 0; row < length; row++) if ((campaigns?.[row] ?? -1) < 0) loose.set(feedId, (loose.get(feedId) ?? 0) + 1);
  }
  return feedsOf(db, client).map((feed) => ({ feed, ...glanceOf(db, feed), notMatched: loose.get(feed.id) ?? 0 }));
}
