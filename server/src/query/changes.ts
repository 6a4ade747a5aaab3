import type { ChangesReply } from '@lens/contract';
import type { DayRange } from '@lens/core';
import { changesOf } from '../store/changes';
import { accountsOf } from '../store/clients';
import { feedsOf } from '../store/feeds';
import type { ClientData } from './client-data';

const MOST_SHOWN = 1000;

/** What was changed at the channels in a period, the newest first. One change that two feeds of an account tell is one. */
export function settingsChanged({ db }: ClientData, client: string, period: DayRange): ChangesReply {
  const accounts = new Map(accountsOf(db, client).map((account) => [account.id, account]));
  const changes = new Map<string, ChangesReply['changes'][number]>();
  for (const feed of feedsOf(db, client).filter(({ kind }) => kind === 'changes')) {
    const account = accounts.get(feed.account);
    for (const { key, memberId: _, ...change } of changesOf(db, feed, period)) {
      const named = { channelName: account?.channelName ?? '', accountName: account?.name ?? '', feedName: feed.name };
      changes.set(`${feed.account} ${key}`, { ...change, ...named });
    }
  }
  const newest = [...changes.values()].sort((a, b) => b.day - a.day || b.at.localeCompare(a.at) || compareTexts(a.name, b.name));
  return { changes: newest.slice(0, MOST_SHOWN), count: newest.length };
}

const compareTexts = (a: string | null, b: string | null): number => (a ?? '').localeCompare(b ?? '');
