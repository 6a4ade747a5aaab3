import { type FeedGlance, type FeedRecord, feedsOf, glanceOf } from '../store/feeds';
import type { ClientData } from './client-data';

/** What a list of feeds shows of one: its rows, the days they cover, and the outcomes of it that reach no campaign. */
export interface ListedFeed extends FeedGlance {
  readonly feed: FeedRecord;
  readonly notMatched: number;
}

/** The feeds of a client with what there is of each. */
export function listFeeds(data: ClientData, client: string): ListedFeed[] {
  const feeds = feedsOf(data.db, client);
  const loaded = feeds.some(({ kind }) => kind === 'orders') ? data.load(client) : undefined;
  const loose = new Map<number, number>();
  for (const { feedId, codes, length } of loaded?.tables.orders ?? []) {
    const campaigns = codes.get('campaign');
    for (let row = 0; row < length; row++) if ((campaigns?.[row] ?? -1) < 0) loose.set(feedId, (loose.get(feedId) ?? 0) + 1);
  }
  return feeds.map((feed) => ({ feed, ...glanceOf(data.db, feed), notMatched: loose.get(feed.id) ?? 0 }));
}
