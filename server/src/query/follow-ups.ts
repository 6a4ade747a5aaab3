import type { FollowUpsReply } from '@lens/contract';
import { followUpMoves, type PastMove, targetFor } from '@lens/core';
import { rulesOf } from '../store/rules';
import type { ClientData } from './client-data';
import { standingMoves } from './standing-moves';

/** What moves that were carried out did by what is known on the day before `today`; nothing is told without a target to count by. */
export function followUps(data: ClientData, client: string, today: number): FollowUpsReply['batches'] {
  const lastDay = today - 1;
  const target = targetFor(rulesOf(data.db, client, 'promises').targets, { from: lastDay, to: lastDay });
  const standing = standingMoves(data, client, lastDay);
  const done = standing.filter((move) => move.standing?.state === 'done' && move.standing.since !== null);
  if (!target || done.length === 0) return [];
  const loaded = data.load(client);
  const moves = done.map(({ id, entity, decidedOn, effect, standing: state }): PastMove => ({
    ...{ id, decidedOn, effect, since: state?.since ?? decidedOn },
    campaign: loaded.members.pathOf(entity.member).get('campaign') ?? entity.member,
  }));
  return followUpMoves({ tables: loaded.tables, target, names: data.namesOf(loaded), lastDay, moves });
}
