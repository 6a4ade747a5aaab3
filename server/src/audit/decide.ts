import type { AuditedTarget, Move, MovesReply } from '@lens/contract';
import { type Entity, overlaps, type SettingChange, type Style, sumEffects, TARGET_METRICS, writtenValues } from '@lens/core';
import { evidenceSentences } from '@lens/draw';
import { randomUUID } from 'node:crypto';
import { clockOf, type Context } from '../context';
import type { NamedAudit } from '../query/audit';
import { accountsOf } from '../store/clients';
import { isOpen } from '../query/standing-moves';
import { movesOf, putMove } from '../store/moves';
import { HttpProblem, notFound } from '../problem';

/** What a move is about. The same change proposed again is the same move, also with newer evidence. */
export const subjectOf = ({ level, member }: Entity, change: SettingChange): string =>
  [level, member, change.field, ...writtenValues(change)].join('|');

/** The findings of an audit with what has been decided about their moves. */
export function withDecisions({ db }: Context, client: string, { findings }: NamedAudit): AuditedTarget[] {
  const decided = new Map(movesOf(db, client).map(({ subject, move }) => [subject, move]));
  return findings.map((finding) => {
    const move = finding.move ? decided.get(subjectOf(finding, finding.move.change)) : undefined;
    return { ...finding, decided: move ? { id: move.id, decision: move.decision, reason: move.reason } : null };
  });
}

/** Stores a decision together with the evidence as it stands now. */
export async function decide(
  context: Context,
  client: { readonly id: string; readonly timeZone: string } & Style,
  request: { period: { from: number; to: number }; finding: string; decision: Move['decision']; reason: string },
): Promise<Move> {
  const { today } = clockOf(context, client.timeZone);
  const audit = await context.queries.audit(client.id, request.period, today);
  const finding = audit.findings.find((each) => each.key === request.finding);
  if (!finding) throw notFound('finding');
  if (!finding.move)
    throw new HttpProblem(409, 'Nothing to decide', `“${finding.name}” no longer has a proposed move for these days. Reload the audit.`);
  const account = accountsOf(context.db, client.id).find((each) => each.id === finding.accountId);
  const { check, key, level, member, name, channelName, externalId, currency } = finding;
  const move: Move = {
    id: randomUUID(),
    entity: { level, member, key, name, channelName, accountName: account?.name ?? '', externalId, currency },
    ...finding.move,
    outcome: TARGET_METRICS[finding.metric].outcome,
    evidence: evidenceSentences(finding, client),
    proposedBy: { kind: 'finding', check, key },
    ...(finding.picture === undefined ? {} : { picture: finding.picture }),
    decision: request.decision,
    reason: request.reason,
    decidedAt: context.now().toISOString(),
    decidedOn: today,
  };
  putMove(context.db, client.id, subjectOf(finding, finding.move.change), move);
  return move;
}

/** A client's moves with how each stands. */
export const movesStanding = ({ queries }: Context, client: string): Promise<MovesReply['moves']> => queries.standingMoves(client);

export async function movesReply(context: Context, client: string): Promise<MovesReply> {
  const moves = await movesStanding(context, client);
  const open = moves.filter(isOpen);
  return { moves, accepted: { ...sumEffects(open.map(({ effect }) => effect)), overlap: overlaps(open.map(({ entity }) => entity.key)) } };
}
