import type { LotsReply } from '@lens/contract';
import { type DayRange, listLots } from '@lens/core';
import type { ClientData } from './client-data';

/** Lots of a period with all that came of them since. */
export function lotsOf(data: ClientData, client: string, period: DayRange, today: number): LotsReply {
  const loaded = data.load(client);
  const names = data.namesOf(loaded);
  const channelOf = (account: number): string => names('channel', loaded.tables.accounts[account]?.channel ?? '');
  const { lines, ...list } = listLots(loaded.tables, period, today - 1);
  return { ...list, lines: lines.map(({ lot, ...line }) => ({ ...line, lot: lot && { ...lot, channelName: channelOf(lot.account) } })) };
}
