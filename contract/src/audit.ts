import {
  AUDITED_LEVELS,
  CHECKS,
  FINDING_GROUPS,
  FINDING_VERDICTS,
  LIST_STATES,
  MOVE_STATES,
  OTHER_CHECKS,
  RUN_STATES,
  UNFIT,
} from '@lens/core';
import { z } from 'zod';
import { day, dayRange, id } from './basic';
import { filterDraft } from './compare';
import { target, targetMetric } from './promises';

export const ranged = z.object({ low: z.number(), middle: z.number(), high: z.number() });

export const effect = z.object({ spend: ranged, outcomes: ranged, profit: ranged.nullable(), assumption: z.string() });

const listChange = z.object({ what: z.string(), from: z.enum(LIST_STATES), to: z.enum(LIST_STATES) });
const weekHours = z.array(z.object({ weekdays: z.array(z.number().int()).readonly(), opens: z.number(), closes: z.number() })).readonly();

/** What is changed of something at a channel, from what it is now. */
const settingChange = z.discriminatedUnion('field', [
  z.object({ field: z.literal('daily budget'), from: z.number(), to: z.number() }),
  z.object({ field: z.literal('status'), from: z.enum(RUN_STATES), to: z.enum(RUN_STATES) }),
  listChange.extend({ field: z.literal('searches') }),
  listChange.extend({ field: z.literal('part'), dimension: z.string() }),
  z.object({ field: z.literal('schedule'), from: weekHours, to: weekHours }),
]);

const proposal = z.object({ change: settingChange, effect });

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
  marginal: ranged.nullable(),
  stopLoss: z
    .object({ stop: z.boolean(), cap: z.number(), chance: z.number(), step: z.string(), spend: z.number(), days: dayRange })
    .nullable(),
  lostToBudget: z.number().nullable(),
  move: proposal.nullable(),
  noMove: z.string(),
});

/** Where a move goes: what is changed, and the channel's own id of it. */
const movedEntity = z.object({
  level: z.enum(AUDITED_LEVELS),
  member: z.number().int(),
  /** Row key in Compare: what lies within another begins with its key. */
  key: z.string(),
  name: z.string(),
  channelName: z.string(),
  accountName: z.string(),
  externalId: z.string(),
  /** What its settings are in. */
  currency: z.string(),
});

const decision = z.enum(['accepted', 'dismissed']);
const decided = z.object({ id, decision, reason: z.string() }).nullable();

/** A move that a finding calls for; `subject` is the same for the same change of the same thing. */
export const proposedMove = z.object({ ...proposal.shape, subject: z.string(), entity: movedEntity, decided });
export type WireProposedMove = z.infer<typeof proposedMove>;

const since = z.object({ day, within: dayRange, until: day.nullable() });
const pictureUnit = z.enum(['count', 'money', 'share']);
const known = z.array(z.number().nullable()).readonly();
const picture = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('days'),
    title: z.string(),
    unit: pictureUnit,
    from: day,
    values: known,
    usual: known,
    marked: z.array(dayRange).readonly(),
  }),
  z.object({
    kind: z.literal('parts'),
    title: z.string(),
    parts: z.array(z.object({ name: z.string(), amount: z.number(), text: z.string() })).readonly(),
  }),
  z.object({
    kind: z.literal('table'),
    title: z.string(),
    heads: z.array(z.string()).readonly(),
    words: z.array(z.number()).readonly().exactOptional(),
    rows: z.array(z.array(z.string()).readonly()).readonly(),
  }),
  z.object({
    kind: z.literal('grid'),
    title: z.string(),
    unit: pictureUnit,
    rows: z.array(z.string()).readonly(),
    columns: z.array(z.string()).readonly(),
    cells: z.array(known).readonly(),
    marked: z.array(z.array(z.boolean()).readonly()).readonly().exactOptional(),
  }),
]);
const rowsBehind = z.discriminatedUnion('screen', [
  z.object({
    screen: z.literal('compare'),
    metric: z.string(),
    rows: z.array(z.string()).readonly(),
    where: z.array(filterDraft).readonly(),
    period: dayRange,
  }),
  z.object({ screen: z.literal('claims'), show: z.enum(['claimed again', 'no such outcome', 'all']), period: dayRange }),
  z.object({ screen: z.literal('targets'), period: dayRange }),
]);

/** Something that is found beside the target, written for the client's locale. */
const otherFinding = z.object({
  check: z.enum(OTHER_CHECKS),
  trouble: z.string(),
  key: z.string(),
  about: z.object({ kind: z.string(), name: z.string(), path: z.array(z.string()).readonly() }),
  group: z.enum(FINDING_GROUPS),
  money: z.number(),
  days: dayRange,
  since: since.nullable(),
  says: z.string(),
  evidence: z.array(z.string()).readonly(),
  advice: z.string(),
  happened: z.array(z.string()).readonly(),
  picture: picture.nullable(),
  members: z.array(z.string()).readonly().exactOptional(),
  moves: z.array(proposedMove).readonly().exactOptional(),
  rows: rowsBehind,
});
export type WireFinding = z.infer<typeof otherFinding>;

/** A decided move: what is changed of what, why, and what is expected of it, as it stood when it was decided. */
export const move = z.object({
  id,
  entity: movedEntity,
  ...proposal.shape,
  /** The outcome that the expected effect counts. */
  outcome: z.string(),
  /** Sentences for the client's people. */
  evidence: z.array(z.string()).readonly(),
  /** What proposed it: a finding, or a plan of budgets for some days. */
  proposedBy: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('finding'), check: z.enum(CHECKS), key: z.string() }),
    z.object({ kind: z.literal('plan'), days: dayRange }),
    z.object({ kind: z.literal('way back'), move: id }),
    z.object({ kind: z.literal('by hand') }),
    z.object({ kind: z.literal('rule'), rule: id, label: z.string() }),
  ]),
  /** Fingerprint of the ad's picture as it was then, where it had one. */
  picture: z.string().exactOptional(),
  decision,
  reason: z.string(),
  /** Who decided; empty where nobody said. */
  by: z.string(),
  decidedAt: z.string(),
  decidedOn: day,
  /** By whom of those who lead it was approved. */
  approved: z.object({ by: z.string(), at: z.string() }).nullable(),
  /** Who sent it to its channel, and the channel's day from which it holds. */
  sent: z.object({ by: z.string(), at: z.string(), day }).nullable(),
  /** What came in the way when it was last sent in vain; empty where nothing did. */
  trouble: z.string(),
});
export type Move = z.infer<typeof move>;

export const auditRequest = z.object({ client: id, period: dayRange });
/** A finding against the target with the names it needs on a screen, and what was decided on it. */
export const auditedTarget = targetFinding.extend({
  channelName: z.string(),
  path: z.array(z.string()),
  /** Fingerprint of the ad's picture, where it has one. */
  picture: z.string().exactOptional(),
  decided,
});

export type AuditedTarget = z.infer<typeof auditedTarget>;

const auditedFinding = z.discriminatedUnion('check', [auditedTarget, otherFinding]);
export type AuditedFinding = z.infer<typeof auditedFinding>;

/** What people said of a finding: set aside until a day and why, whose it is, and whatever is to be remembered. */
export const findingState = z.object({
  key: z.string().min(1).max(400),
  until: day.nullable(),
  reason: z.string().trim().max(500),
  assigned: z.string().trim().max(100),
  note: z.string().trim().max(2000),
});
export const putFindingState = findingState
  .extend({ seen: z.number().int().min(0), by: z.string().trim().max(100).default('') })
  .refine(({ until, reason }) => until === null || reason !== '', { message: 'Say why it is set aside', path: ['reason'] });
export const storedFindingState = findingState.extend({ version: z.number().int(), by: z.string(), at: z.string() });
export type FindingState = z.infer<typeof storedFindingState>;

export const auditReply = z.object({
  target: target.nullable(),
  /** What campaigns and ads must reach for it to hold, and which share of results is matched to campaigns where the target means all. */
  bar: z.object({ value: z.number(), matched: z.number().nullable() }).nullable(),
  days: dayRange,
  matured: z.boolean(),
  /** How the client stands, and the main reasons, a sentence or two each. */
  answer: z.array(z.string()).readonly(),
  findings: z.array(auditedFinding),
  /** What was looked into, how many findings ask for something, and why a check could not look. */
  checks: z.array(z.object({ check: z.enum(CHECKS), looked: z.string(), found: z.number().int(), lacks: z.string() })),
  /** What was spent on these days; null where that is not measured. */
  spend: z.number().nullable(),
  /** What people said of findings, whether they are there today or not. */
  states: z.array(storedFindingState).readonly(),
  /** The audit that these findings are compared with: when it was made, and what it found that asks for something; null without one. */
  before: z.object({ madeOn: day, off: z.array(z.string()).readonly() }).nullable(),
  dataVersion: z.number().int(),
});
export type AuditReply = z.infer<typeof auditReply>;

const deciding = z.object({
  /** Which of them, by their subjects; all where none are named. */
  subjects: z.array(z.string().max(1000)).max(1000).default([]),
  decision,
  reason: z.string().trim().max(500),
  by: z.string().trim().max(100).default(''),
});
const hasReason = (each: Pick<z.infer<typeof deciding>, 'decision' | 'reason'>): boolean =>
  each.decision === 'accepted' || each.reason !== '';
const REASON = { message: 'Say why the move is dismissed', path: ['reason'] };
/** A decision on moves that something proposed together. */
export const decisionOfMoves = deciding.refine(hasReason, REASON);
export const newMove = deciding.extend({ period: dayRange, finding: z.string().max(300) }).refine(hasReason, REASON);

/** A move with how it stands by what reports say of its setting since; null of a dismissed one. */
const standingMove = move.extend({ standing: z.object({ state: z.enum(MOVE_STATES), since: day.nullable() }).nullable() });
export type StandingMove = z.infer<typeof standingMove>;

/** What several moves are expected to do together; less where some lie within others, which `overlap` says. */
export const summedEffect = z.object({
  moves: z.number().int(),
  spend: ranged,
  outcomes: ranged,
  profit: ranged.nullable(),
  withoutProfit: z.number().int(),
  overlap: z.boolean(),
});

export const movesReply = z.object({
  moves: z.array(standingMove),
  /** People who approve moves before they are sent; where nobody is named none need be approved. */
  leads: z.array(z.string()).readonly(),
  /** Of those that nobody is known to have carried out. */
  accepted: summedEffect,
});
export type MovesReply = z.infer<typeof movesReply>;

/** The newest audits that were made by themselves. */
export const auditsReply = z.object({
  audits: z.array(z.object({ client: id, clientName: z.string(), madeOn: day, audit: auditReply })).readonly(),
});
export type AuditsReply = z.infer<typeof auditsReply>;
