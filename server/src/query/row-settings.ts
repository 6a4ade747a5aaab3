import {
  type Answer,
  campaignsOf,
  type LastChange,
  type RowHead,
  type RowSettings,
  rowSettings,
  settingKey,
  statusesOf,
  type ToldSettings,
} from '@lens/core';
import type { LoadedClient } from '../store/tables';
import type { ClientData } from './client-data';
import { toldChanges } from './told-changes';

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
function lastChanges(data: ClientData, loaded: LoadedClient, client: string): Map<string, LastChange> {
  const latest = new Map<string, LastChange>();
  for (const { level, code, day, field, oldValue, newValue } of toldChanges(data, loaded, client)) {
    if (level === null || code === null) continue;
    const key = settingKey(level, code);
    if ((latest.get(key)?.day ?? -Infinity) <= day) latest.set(key, { day, name: loaded.members.nameOf(code), field, oldValue, newValue });
  }
  return latest;
}
