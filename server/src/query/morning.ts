import type { WireMorningFact } from '@lens/contract';
import { type Day, type LinesAsked, type MorningFact, morningFacts } from '@lens/core';
import { settingsChanged } from './changes';
import type { ClientData } from './client-data';

/** What moved beyond chance up to a finished day, with how many settings were changed on the days that are told. */
export function morningOf(data: ClientData, asked: LinesAsked, lastDay: Day): WireMorningFact[] {
  const loaded = data.load(asked.client, asked.knownOn);
  return morningFacts(loaded.tables, asked, data.namesOf(loaded), lastDay).map((fact) =>
    fact.kind === 'day' ? { ...fact, changes: changesOn(data, asked.client, fact) } : fact,
  );
}

function changesOn(data: ClientData, client: string, { day, channel }: MorningFact & { readonly kind: 'day' }): number {
  const { changes } = settingsChanged(data, client, { from: day, to: day });
  return changes.filter(({ channelName }) => channel === null || channel.name === channelName).length;
}
