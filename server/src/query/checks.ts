import { bookOf, checkClaims, type DayRange, type Looked, type OtherFinding } from '@lens/core';
import { covering } from './claims';
import type { ClientData } from './client-data';

/** What is looked into beside the target. */
export function checksOf(data: ClientData, client: string, days: DayRange): Looked<OtherFinding>[] {
  const loaded = data.load(client);
  const action = bookOf(loaded.tables.vocabulary).outcomeOf(data.metricSetOf(loaded.client))?.id ?? 'purchase';
  const { outcomes, claims, channels, covers } = loaded.claims(action);
  const isCovered = covering(covers, { from: -Infinity, to: days.to });
  return [checkClaims({ outcomes, claims, channels, isCovered, isListed: covers.length > 0 }, days)];
}
