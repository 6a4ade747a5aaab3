import { AUDITED_LEVELS, FINDING_VERDICTS, PROPOSED_FIELDS, UNFIT } from '@lens/core';
import { z } from 'zod';
import { day, dayRange, id } from './basic';
import { target, targetMetric } from './promises';

const ranged = z.object({ low: z.number(), middle: z.number(), high: z.number() });

const effect = z.object({ spend: ranged, outcomes: ranged, profit: ranged.nullable(), assumption: z.string() });

const proposal = z.object({ field: z.enum(PROPOSED_FIELDS), oldValue: z.string(), newValue: z.string(), effect });

const finding = z.object({
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
export type WireFinding = z.infer<typeof finding>;

const decision = z.enum(['accepted', 'dismissed']);

/** A decided move with the evidence as it stood when it was decided. */
export const move = z.object({
  id,
  finding,
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
/** A finding with the names it needs on a screen, and what was decided on it. */
export const auditedFinding = finding.extend({
  channelName: z.string(),
  path: z.array(z.string()),
  /** Fingerprint of the ad's picture, where it has one. */
  picture: z.string().exactOptional(),
  decided: z.object({ id, decision, reason: z.string() }).nullable(),
});

export const auditReply = z.object({
  target: target.nullable(),
  days: dayRange,
  matured: z.boolean(),
  findings: z.array(auditedFinding),
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
