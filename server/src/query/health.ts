import type { Health, WireHealthNote } from '@lens/contract';
import { conflictDays, feedDays, health, type HealthInput, type HealthNote, NONE, runsOf } from '@lens/core';
import { accountsOf, findClient } from '../store/clients';
import { findFeed } from '../store/feeds';
import { ordersTwice } from '../store/orders';
import type { ClientData } from './client-data';
import { RECENT_DAYS } from './recent-days';

/** What of a client's data is there on the last days, and what is to know before trusting it. */
export function healthOf(data: ClientData, client: string, today: number): Health {
  const { tables } = data.load(client);
  const info = findClient(data.db, client);
  const accounts = accountsOf(data.db, client);
  const range = { from: today - RECENT_DAYS, to: today };
  const input: HealthInput = {
    tables,
    range,
    lastDay: today - 1,
    action: data.outcomeOf(client),
    otherZone: new Set(accounts.flatMap(({ timeZone }, at) => (timeZone === info?.timeZone ? [] : [at]))),
    twice: ordersTwice(data.db, client, range),
  };
  const conflicts = conflictDays(input);
  const rows = [...tables.feeds, ...tables.orders];
  return {
    range,
    feeds: rows.map((feed) => ({ feed: feed.feedId, runs: runsOf(feedDays(feed, range, today - 1, conflicts.get(feed.feedId))) })),
    notes: wireNotes(data, client, health(input)),
  };
}

/** Notes with the names of what they are about. */
export function wireNotes(data: ClientData, client: string, notes: readonly HealthNote[]): WireHealthNote[] {
  const accounts = accountsOf(data.db, client);
  const feedName = (id: number | null): string => (id === null ? '' : (findFeed(data.db, id)?.name ?? `feed ${id}`));
  return notes.map(({ account: at, feedId, otherFeedId, page, ...rest }) => {
    const account = accounts[at ?? NONE] ?? accounts.find(({ id }) => feedId !== null && id === findFeed(data.db, feedId)?.account);
    return {
      ...rest,
      pageName: page === null ? '' : (data.splitName('landing page', page) ?? ''),
      feedName: feedName(feedId),
      otherFeedName: feedName(otherFeedId),
      channelName: account?.channelName ?? '',
      accountName: account?.name ?? '',
      currency: account?.currency ?? '',
      timeZone: account?.timeZone ?? '',
    };
  });
}
