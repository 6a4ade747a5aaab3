import type { Client, Move, MovesReply, StandingMove } from '@lens/contract';
import { type Entity, isOpen, isToDo, overlaps, type SettingChange, settingPath, sumEffects, writtenValues } from '@lens/core';
import { randomUUID } from 'node:crypto';
import { clockOf, type Context, momentOf } from '../context';
import { HttpProblem } from '../problem';
import { archiveMove, movesOf, putMove } from '../store/moves';
import { leadsOf } from '../store/leads';

/** What a move is about. The same change proposed again is the same move, also with newer evidence. */
export const subjectOf = (entity: Entity, change: SettingChange): string => [settingOf(entity, change), ...writtenValues(change)].join('|');

/** What a move sets, whatever from and to. */
const settingOf = ({ level, member }: Entity, change: SettingChange): string => [level, member, ...settingPath(change)].join('|');

/** A move before anybody decided on it. */
export type Undecided = Pick<Move, 'entity' | 'change' | 'effect' | 'outcome' | 'evidence' | 'proposedBy' | 'picture'>;

/**
 * Stores decisions on moves, all or none. A decision on the same change replaces the one before; what was carried out stays as
 * it is beside it, and what was sent and is on its way cannot be decided again.
 */
export async function keepMoves(
  context: Context,
  client: Client,
  moves: readonly Undecided[],
  said: Pick<Move, 'decision' | 'reason' | 'by'>,
): Promise<Move[]> {
  const standing = new Map((await movesStanding(context, client)).map((move) => [move.id, move]));
  const known = new Map(movesOf(context.db, client.id).map(({ subject, move }) => [subject, standing.get(move.id)]));
  if (said.decision === 'accepted') refuseContradictions([...standing.values()], moves);
  const decided = { decidedAt: momentOf(context, client.timeZone), decidedOn: clockOf(context, client.timeZone).today };
  const kept = moves.map((move): Move => ({ id: randomUUID(), ...move, ...said, ...decided, approved: null, sent: null, trouble: '' }));
  context.db.transaction(() => {
    for (const move of kept) {
      const subject = subjectOf(move.entity, move.change);
      const before = known.get(subject);
      if (before?.sent && isOpen(before))
        throw new HttpProblem(
          409,
          'Already sent',
          `${before.sent.by || 'Somebody'} has sent this change of “${move.entity.name}”: wait for its report.`,
        );
      if (before?.standing && !isOpen(before)) archiveMove(context.db, client.id, before.id);
      putMove(context.db, client.id, subject, move);
    }
  })();
  return kept;
}

/** Two changes of one setting cannot both be carried out. */
function refuseContradictions(standing: readonly StandingMove[], moves: readonly Undecided[]): void {
  const open = new Map(standing.filter(isToDo).map((move) => [settingOf(move.entity, move.change), move]));
  for (const move of moves) {
    const other = open.get(settingOf(move.entity, move.change));
    if (other && subjectOf(other.entity, other.change) !== subjectOf(move.entity, move.change))
      throw new HttpProblem(
        409,
        'Another change is accepted',
        `Another change of the same setting of “${move.entity.name}” is accepted and waits to be carried out. Take that back first, under Moves.`,
      );
  }
}

/** A client's moves with how each stands. */
export const movesStanding = (context: Context, { id, timeZone }: Client): Promise<MovesReply['moves']> =>
  context.queries.standingMoves(id, clockOf(context, timeZone).today - 1);

/** Moves that somebody is still to carry out, what they do together, and who approves them. */
export async function movesReply(context: Context, client: Client): Promise<MovesReply> {
  const moves = await movesStanding(context, client);
  return { moves, leads: leadsOf(context.db), accepted: summed(moves.filter(isToDo)) };
}

/** What moves do together, and whether some lie within others. */
export const summed = (moves: readonly Pick<Move, 'entity' | 'change' | 'effect'>[]): MovesReply['accepted'] => ({
  ...sumEffects(moves.map(({ effect }) => effect)),
  overlap: overlaps(moves.map(({ entity: { key }, change: { field } }) => ({ key, field }))),
});
