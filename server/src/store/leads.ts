import type { Db } from './database';
import { readSetting, writeSetting } from './settings';

const LEADS = 'leads';

/** People who approve moves before they are sent, by their names on this machine. */
export const leadsOf = (db: Db): string[] => JSON.parse(readSetting(db, LEADS) ?? '[]') as string[];

/** Names them anew, each once. */
export function setLeads(db: Db, leads: readonly string[]): string[] {
  const named = [...new Set(leads)];
  writeSetting(db, LEADS, named.length > 0 ? JSON.stringify(named) : null);
  return named;
}
