import type { Client, MovesReply } from '@lens/contract';
import { type Context, momentOf } from '../context';
import { HttpProblem, notFound } from '../problem';
import { leadsOf } from '../store/leads';
import { movesOf, updateMove } from '../store/moves';
import { movesReply } from './keep-move';

/** Approves accepted moves in the name of somebody who leads; what is approved already stays as it was. */
export async function approve(
  context: Context,
  client: Client,
  { moves, by }: { readonly moves: readonly string[]; readonly by: string },
): Promise<MovesReply> {
  const leads = leadsOf(context.db);
  if (leads.length === 0) throw new HttpProblem(409, 'Nobody leads', 'Nobody is named who approves moves: they can be sent as they are.');
  if (!leads.includes(by))
    throw new HttpProblem(403, 'Not one who leads', `Moves are approved by ${leads.join(' or ')}; this screen says ${by || 'no name'}.`);
  const known = new Map(movesOf(context.db, client.id).map(({ move }) => [move.id, move]));
  const meant = moves.map((id) => known.get(id) ?? missing());
  const at = momentOf(context, client.timeZone);
  context.db.transaction(() => {
    for (const move of meant)
      if (move.decision === 'accepted' && !move.approved) updateMove(context.db, client.id, { ...move, approved: { by, at } });
  })();
  return movesReply(context, client);
}

function missing(): never {
  throw notFound('move');
}
