import type { BulkRequest } from '@lens/contract';
import { BULK_DAYS, type BulkMove, causedShares, movesInBulk, TARGET_METRICS, targetFor } from '@lens/core';
import { acceptedMoves } from '../store/moves';
import { rulesOf } from '../store/rules';
import type { ClientData } from './client-data';
import { type NamedMove, namingMoves } from './moved-entity';

/** What one change of several members would do, with the names that it is told by. */
export interface NamedBulk {
  readonly moves: readonly (NamedMove & Pick<BulkMove, 'seen'>)[];
  readonly left: readonly (BulkRequest['members'][number] & { readonly name: string; readonly why: string })[];
  readonly outcome: string;
  readonly dataVersion: number;
}

/** Makes one change of several campaigns or ads by what is known on the day before `today`; null without a target to judge by. */
export function changedInBulk(data: ClientData, client: string, { members, change }: BulkRequest, today: number): NamedBulk | null {
  const loaded = data.load(client);
  const lastDay = today - 1;
  const target = targetFor(rulesOf(data.db, client, 'promises').targets, { from: lastDay, to: lastDay });
  if (!target) return null;
  const names = data.namesOf(loaded);
  const { log } = loaded.touches();
  const { outcome } = TARGET_METRICS[target.metric];
  const { moves, left } = movesInBulk({
    ...{ tables: loaded.tables, target, lastDay, names, members, change },
    accepted: acceptedMoves(data.db, client),
    channelName: (channel) => names('channel', channel),
    caused: causedShares(log.people > 0 ? log : null, outcome, { from: today - BULK_DAYS, to: lastDay }),
  });
  const named = namingMoves(data, loaded)(moves);
  return {
    moves: moves.map(({ seen }, at) => ({ ...(named[at] as NamedMove), seen })),
    left: left.map((each) => ({ ...each, name: loaded.members.nameOf(each.member) })),
    outcome,
    dataVersion: loaded.version,
  };
}
