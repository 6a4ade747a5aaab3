import { AUDITED_LEVELS, CHECK_LACKS, CHECKS, CLAIM_TROUBLES, FINDING_VERDICTS, PROPOSED_FIELDS, UNFIT } from '@lens/core';
import { z } from 'zod';
import { day, dayRange, id } from './basic';
import { target, targetMetric } from './promises';

const ranged = z.object({ low: z.number(), middle: z.number(), high: z.number() });

const effect = z.object({ spend: ranged, outcomes: ranged, profit: ranged.nullable(), assumption: z.string() });

const proposal = z.object({ field: z.enum(PROPOSED_FIELDS), oldValue: z.string(), newValue: z.string(), effect });

const targetFinding = z.object({
  check: z.literal('target'),
  key: z.string(),
  level: z.enum(AUDITED_LEVELS),
  name: z.string(),
  channel: z.string(),
  account: z.number().int(),
  currency: z.string().default(''),
  member: z.number().int(),
  metric: targetMetric,
  target: z.number(),
  actual: z.number().nullable(),
  range: z.object({ low: z.number(), high: z.number().nullable() }),
  verdict: z.enum(FINDING_VERDICTS),
  unfit: z.enum(UNFIT).nullable(),
  supported: z.boolean(),
  more: z.object({ clicks: z.number(), spend: z.number() }).nullable(),
  days: dayRange,
  spend: z.number(),
  clicks: z.number(),
  outcomes: z.number(),
  value: z.number(),
  maturity: z.number(),
  breakEven: z.object({ roas: z.number().nullable(), cpa: z.number().nullable() }),
  stopLoss: z
    .object({ stop: z.boolean(), cap: z.number(), chance: z.number(), step: z.string(), spend: z.number(), days: dayRange })
    .nullable(),
  lostToBudget: z.number().nullable(),
  move: proposal.nullable(),
  noMove: z.string(),
});

const claimsFinding = z.object({
  check: z.literal('claims'),
  key: z.string(),
  channel: id,
  name: z.string(),
  trouble: z.enum(CLAIM_TROUBLES),
  days: dayRange,
  claims: z.number(),
  count: z.number(),
  value: z.number(),
  found: z.number(),
  since: z.object({ day, within: dayRange, until: day.nullable(), before: z.number(), now: z.number() }).nullable(),
});

const decision = z.enum(['accepted', 'dismissed']);

/** A decided move with the evidence as it stood when it was decided. */
export const move = z.object({
  id,
  finding: targetFinding,
  /** Where it goes: channel, account and the channel's own id of the member. */
  channelName: z.string(),
  accountName: z.string(),
  externalId: z.string(),
  /** Fingerprint of the ad's picture as it was then, where it had one. */
  picture: z.string().exactOptional(),
  decision,
  reason: z.string(),
  decidedAt: z.string(),
  decidedOn: day,
});
export type Move = z.infer<typeof move>;

export const auditRequest = z.object({ client: id, period: dayRange });
/** A finding against the target with the names it needs on a screen, and what was decided on it. */
export const auditedTarget = targetFinding.extend({
  channelName: z.string(),
  path: z.array(z.string()),
  /** Fingerprint of the ad's picture, where it has one. */
  picture: z.string().exactOptional(),
  decided: z.object({ id, decision, reason: z.string() }).nullable(),
});

export type AuditedTarget = z.infer<typeof auditedTarget>;

const auditedFinding = z.discriminatedUnion('check', [auditedTarget, claimsFinding]);
export type AuditedFinding = z.infer<typeof auditedFinding>;

export const auditReply = z.object({
  target: target.nullable(),
  days: dayRange,
  matured: z.boolean(),
  findings: z.array(auditedFinding),
  /** What was looked into: how many things, how many of them are off, and which data it lacks. */
  checks: z.array(
    z.object({ check: z.enum(CHECKS), things: z.number().int(), found: z.number().int(), lacks: z.enum(CHECK_LACKS).nullable() }),
  ),
  dataVersion: z.number().int(),
});
export type AuditReply = z.infer<typeof auditReply>;

export const newMove = z
  .object({
    period: dayRange,
    finding: z.string().max(300),
    decision,
    reason: z.string().trim().max(500),
  })
  .refine((each) => each.decision === 'accepted' || each.reason !== '', { message: 'Say why the move is dismissed', path: ['reason'] });

export const movesReply = z.object({
  moves: z.array(move),
  accepted: z.object({
    moves: z.number().int(),
    spend: ranged,
    outcomes: ranged,
    profit: ranged.nullable(),
    withoutProfit: z.number().int(),
    overlap: z.boolean(),
  }),
});
export type MovesReply = z.infer<typeof movesReply>;
