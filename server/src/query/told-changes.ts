import { EVERY_DAY, type ToldChange } from '@lens/core';
import { type ChangeRecord, changesOf } from '../store/changes';
import { accountsOf } from '../store/clients';
import { feedsOf } from '../store/feeds';
import type { LoadedClient } from '../store/tables';
import type { ClientData } from './client-data';

/**
 * Every change that the histories of a client's channels tell, of the whole account or of a member that is known: by the
 * channel's own number, and where none is told by the name that it has now.
 */
export function toldChanges({ db }: ClientData, { members }: LoadedClient, client: string): ToldChange[] {
  const histories = feedsOf(db, client).filter(({ kind }) => kind === 'changes');
  if (histories.length === 0) return [];
  const channels = new Map(accountsOf(db, client).map(({ id, channelName }) => [id, channelName]));
  const codes = new Map<string, number>();
  for (const { id, account, level, externalId, name } of members.byId.values())
    for (const text of [name, externalId]) codes.set([account, level, text].join(' '), id);
  const inOrder = (a: ChangeRecord, b: ChangeRecord): number => a.day - b.day || a.at.localeCompare(b.at);
  return histories.flatMap((feed) =>
    changesOf(db, feed, EVERY_DAY)
      .sort(inOrder)
      .flatMap(({ level, memberId, name, day, field, oldValue, newValue, note }): ToldChange[] => {
        const code = level === null ? null : codes.get([feed.account, level, memberId ?? name].join(' '));
        if (code === undefined) return [];
        return [{ day, channel: channels.get(feed.account) ?? '', level, code, field, oldValue, newValue, what: note }];
      }),
  );
}
