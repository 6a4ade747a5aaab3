import type { AuditedTarget, Move, MovesReply } from '@lens/contract';
import { overlaps, type Proposal, sumEffects, type TargetFinding } from '@lens/core';
import { randomUUID } from 'node:crypto';
import { clockOf, type Context } from '../context';
import type { NamedAudit } from '../query/audit';
import { accountsOf } from '../store/clients';
import { movesOf, putMove } from '../store/moves';
import { HttpProblem, notFound } from '../problem';

/** What a move is about. The same change proposed again is the same move, also with newer evidence. */
export const subjectOf = (finding: TargetFinding, { field, oldValue, newValue }: Proposal): string =>
  [finding.level, finding.member, field, oldValue, newValue].join('|');

/** The findings of an audit with what has been decided about their moves. */
export function withDecisions({ db }: Context, client: string, { findings }: NamedAudit): AuditedTarget[] {
  const decided = new Map(movesOf(db, client).map(({ subject, move }) => [subject, move]));
  return findings.map((finding) => {
    const move = finding.move ? decided.get(subjectOf(finding, finding.move)) : undefined;
    return { ...finding, decided: move ? { id: move.id, decision: move.decision, reason: move.reason } : null };
  });
}

/** Stores a decision together with the evidence as it stands now. */
export async function decide(
  context: Context,
  client: { id: string; timeZone: string },
  request: { period: { from: number; to: number }; finding: string; decision: Move['decision']; reason: string },
): Promise<Move> {
  const { today } = clockOf(context, client.timeZone);
  const audit = await context.queries.audit(client.id, request.period, today);
  const finding = audit.findings.find((each) => each.key === request.finding);
  if (!finding) throw notFound('finding');
  if (!finding.move)
    throw new HttpProblem(409, 'Nothing to decide', `“${finding.name}” no longer has a proposed move for these days. Reload the audit.`);
  const account = accountsOf(context.db, client.id).find((each) => each.id === finding.accountId);
  const move: Move = {
    id: randomUUID(),
    finding,
    channelName: finding.channelName,
    accountName: account?.name ?? '',
    externalId: finding.externalId,
    ...(finding.picture === undefined ? {} : { picture: finding.picture }),
    decision: request.decision,
    reason: request.reason,
    decidedAt: context.now().toISOString(),
    decidedOn: today,
  };
  putMove(context.db, client.id, subjectOf(finding, finding.move), move);
  return move;
}

export function movesReply({ db }: Context, client: string): MovesReply {
  const moves = movesOf(db, client).map(({ move }) => move);
  const accepted = moves.filter((move) => move.decision === 'accepted');
  const effects = accepted.flatMap(({ finding }) => (finding.move ? [finding.move.effect] : []));
  return { moves, accepted: { ...sumEffects(effects), overlap: overlaps(accepted.map(({ finding }) => finding.key)) } };
}
