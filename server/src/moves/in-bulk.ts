import type { BulkReply, BulkRequest, Client, MovesReply } from '@lens/contract';
import { formatNumber, rangeText } from '@lens/core';
import { outcomesText } from '@lens/draw';
import { clockOf, type Context } from '../context';
import { HttpProblem } from '../problem';
import type { NamedBulk } from '../query/in-bulk';
import { keepMoves, movesReply, summed, type Undecided } from './keep-move';

/** What one change of several campaigns or ads would do; nothing is stored. */
export async function lookAtBulk(context: Context, client: Client, { members, change }: BulkRequest): Promise<BulkReply> {
  const { today } = clockOf(context, client.timeZone);
  const made = await context.queries.changeInBulk(client.id, { members, change }, today);
  if (!made)
    throw new HttpProblem(409, 'No target', 'What a change does is counted in what a target is of. Set a target first, under Targets.');
  const { moves, left, outcome, dataVersion } = made;
  const told = moves.map(({ entity, change: own, effect, seen }) => ({
    ...{ entity, change: own, effect },
    evidence: [seenText(seen, outcome, client), effect.assumption],
  }));
  return { moves: told, left, sum: summed(told), outcome, dataVersion };
}

/** Stores one change of several campaigns or ads as accepted moves, all or none. It is made again: what it rests on may have come or gone since. */
export async function acceptBulk(
  context: Context,
  client: Client,
  { dataVersion, by, ...asked }: BulkRequest & { readonly dataVersion: number; readonly by: string },
): Promise<MovesReply> {
  const { moves, outcome, ...made } = await lookAtBulk(context, client, asked);
  if (made.dataVersion !== dataVersion)
    throw new HttpProblem(409, 'The data has changed', 'Data has come in since this was looked at. Look at it again, then accept it.');
  if (moves.length === 0) throw new HttpProblem(409, 'Nothing to change', made.left[0]?.why ?? 'None of these can be changed so.');
  const undecided = moves.map((move): Undecided => ({ ...move, outcome, proposedBy: { kind: 'by hand' } }));
  await keepMoves(context, client, undecided, { decision: 'accepted', reason: '', by });
  return movesReply(context, client);
}

/** “3–30 Oct 2026: spend £840.00, 56 orders so far.” */
function seenText({ days, spend, outcomes }: NamedBulk['moves'][number]['seen'], outcome: string, client: Client): string {
  const brought = `${formatNumber(outcomes, 'count', client)} ${outcomesText(outcome)}`;
  return `${rangeText(days, client.locale)}: spend ${formatNumber(spend, 'money', client)}, ${brought} so far.`;
}
