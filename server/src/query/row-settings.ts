import {
  type Answer,
  campaignsOf,
  EVERY_DAY,
  type LastChange,
  type RowHead,
  type RowSettings,
  rowSettings,
  settingKey,
  statusesOf,
  type ToldSettings,
} from '@lens/core';
import { changesOf } from '../store/changes';
import { feedsOf } from '../store/feeds';
import type { LoadedClient } from '../store/tables';
import type { ClientData } from './client-data';

const known = new WeakMap<LoadedClient, ToldSettings>();

/** Tells of the rows of an answer what they are set to; undefined where nothing tells. */
export function settingsReader(data: ClientData, loaded: LoadedClient, { members }: Answer): (row: RowHead) => RowSettings | undefined {
  const told = known.get(loaded) ?? toldSettings(data, loaded);
  known.set(loaded, told);
  if (told.statuses.size === 0 && told.changes.size === 0) return () => undefined;
  const byKey = new Map(members.map((member) => [member.key, member]));
  return (row) => {
    const member = byKey.get(row.key);
    const settings = member && rowSettings(row, campaignsOf(member), told);
    return settings?.status === null && settings.change === null ? undefined : settings;
  };
}

const toldSettings = (data: ClientData, loaded: LoadedClient): ToldSettings => ({
  statuses: statusesOf(loaded.tables),
  changes: new Map(loaded.tables.clients.flatMap(({ id }) => [...lastChanges(data, loaded, id)])),
});

/** The last change of each member that the change histories of a client's channels tell of. */
function lastChanges({ db }: ClientData, { members }: LoadedClient, client: string): Map<string, LastChange> {
  const histories = feedsOf(db, client).filter(({ kind }) => kind === 'changes');
  if (histories.length === 0) return new Map();
  const codes = new Map<string, number>();
  // What is told by its id is found by it; a name stands for the member that has it now.
  for (const { id, account, level, externalId, name } of members.byId.values())
    for (const text of [name, externalId]) codes.set([account, level, text].join(' '), id);
  const latest = new Map<string, LastChange>();
  for (const feed of histories)
    for (const { memberId, level, name, day, field, oldValue, newValue } of changesOf(db, feed, EVERY_DAY)) {
      const code = codes.get([feed.account, level, memberId ?? name].join(' '));
      if (code === undefined || level === null) continue;
      const key = settingKey(level, code);
      if ((latest.get(key)?.day ?? -Infinity) <= day) latest.set(key, { day, name: members.nameOf(code), field, oldValue, newValue });
    }
  return latest;
}
