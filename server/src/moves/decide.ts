import type { AuditedTarget, Client, Move, newMove, WireFinding } from '@lens/contract';
import { type DayRange, TARGET_METRICS } from '@lens/core';
import { evidenceSentences } from '@lens/draw';
import type { z } from 'zod';
import { clockOf, type Context } from '../context';
import type { NamedAudit } from '../query/audit';
import type { NamedFinding } from '../query/checks';
import { accountsOf } from '../store/clients';
import { movesOf } from '../store/moves';
import { HttpProblem, notFound } from '../problem';
import { lookedInto } from './looked-into';
import { keepMoves, subjectOf, type Undecided } from './keep-move';

type Decided = AuditedTarget['decided'];

/** What has been decided of a client's moves, by their subjects. */
export function decisionsOn({ db }: Context, client: string): (subject: string) => Decided {
  const decided = new Map(movesOf(db, client).map(({ subject, move }) => [subject, move]));
  return (subject) => {
    const move = decided.get(subject);
    return move ? { id: move.id, decision: move.decision, reason: move.reason } : null;
  };
}

/** The findings of an audit with what has been decided about their moves. */
export function withDecisions(context: Context, client: string, { findings }: NamedAudit): AuditedTarget[] {
  const on = decisionsOn(context, client);
  return findings.map((finding) => ({ ...finding, decided: finding.move ? on(subjectOf(finding, finding.move.change)) : null }));
}

/** What checks found with what has been decided about the moves that it calls for. */
export function othersWithDecisions(context: Context, client: string, findings: readonly NamedFinding[]): WireFinding[] {
  const on = decisionsOn(context, client);
  return findings.map(({ moves, ...finding }) => {
    if (!moves) return finding;
    const told = moves.map((move) => ({ ...move, subject: subjectOf(move.entity, move.change) }));
    return { ...finding, moves: told.map((move) => ({ ...move, decided: on(move.subject) })) };
  });
}

/** Stores decisions on moves of a finding together with the evidence as it stands now, all or none. */
export async function decide(context: Context, client: Client, request: Decision): Promise<Move[]> {
  const { today } = clockOf(context, client.timeZone);
  const { name, moves: proposed } =
    (await ofTarget(context, client, request, today)) ?? (await ofCheck(context, client, request)) ?? nothing();
  const wanted = new Set(request.subjects);
  const meant = proposed.filter(({ entity, change }) => wanted.size === 0 || wanted.has(subjectOf(entity, change)));
  if (meant.length === 0 || meant.length < wanted.size)
    throw new HttpProblem(
      409,
      'Nothing to decide',
      `“${name}” no longer has ${wanted.size > 0 ? 'all of these moves' : 'a proposed move'} for these days. Reload the audit.`,
    );
  const { decision, reason, by } = request;
  return keepMoves(context, client, meant, { decision, reason, by });
}

type Decision = Omit<z.output<typeof newMove>, 'period'> & { readonly period: DayRange };

interface Deciding {
  readonly name: string;
  readonly moves: readonly Undecided[];
}

function nothing(): never {
  throw notFound('finding');
}

/** The move of a finding against the target; null where it is none. */
async function ofTarget(context: Context, client: Client, { period, finding: wanted }: Decision, today: number): Promise<Deciding | null> {
  const audit = await context.queries.audit(client.id, period, today);
  const finding = audit.findings.find((each) => each.key === wanted);
  if (!finding) return null;
  const { check, key, level, member, name, channelName, externalId, currency, picture, move } = finding;
  const accountName = accountsOf(context.db, client.id).find((each) => each.id === finding.accountId)?.name ?? '';
  const proposed: Undecided[] = move
    ? [
        {
          entity: { level, member, key, name, channelName, accountName, externalId, currency },
          ...move,
          outcome: TARGET_METRICS[finding.metric].outcome,
          evidence: evidenceSentences(finding, client),
          proposedBy: { kind: 'finding', check, key },
          ...(picture === undefined ? {} : { picture }),
        },
      ]
    : [];
  return { name, moves: proposed };
}

/** The moves that something calls for which a check found; null where it found no such thing. */
async function ofCheck(context: Context, client: Client, { period, finding: wanted }: Decision): Promise<Deciding | null> {
  const { looked, outcome } = await lookedInto(context, client, period);
  const finding = looked.flatMap(({ findings }) => findings).find(({ key }) => key === wanted);
  if (!finding) return null;
  const { check, key, about, says, evidence, moves = [] } = finding;
  return {
    name: about.name,
    moves: moves.map((move): Undecided => ({
      ...move,
      outcome,
      evidence: [says, ...evidence],
      proposedBy: { kind: 'finding', check, key },
    })),
  };
}
