import { type DayRange, listSources, type SourceList, type SourceRules } from '@lens/core';
import type { ClientData } from './client-data';

/** Visits of a period by source, as rules would sort them. */
export function visitsOf(data: ClientData, client: string, { period, ...rules }: SourceRules & { period: DayRange }): SourceList {
  const loaded = data.load(client);
  const names = data.namesOf(loaded);
  return listSources(loaded.tables, rules, {
    period,
    action: data.outcomeOf(client),
    spellingOf: (code) => names('source', code),
    channelName: (channel) => names('channel', channel),
  });
}
