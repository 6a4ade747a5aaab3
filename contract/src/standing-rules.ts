import { actionsOf, AMOUNT_TESTS, REHEARSAL_VERDICTS, RULE_ACTIONS, RULE_SCALES, RULED_MEMBERS } from '@lens/core';
import { z } from 'zod';
import { decisionOfMoves, movesReply, proposedMove, ranged } from './audit';
import { day, dayRange, id } from './basic';
import { filter } from './compare';
import { endpoint } from './endpoint';
import { change, edited, removal } from './metrics';

const ofClient = z.object({ client: id });
const ofRule = z.object({ client: id, id });

export const RULE_STATES = ['draft', 'on'] as const;

const condition = z.object({
  metric: z.string().min(1, 'Choose a metric').max(200),
  test: z.enum(AMOUNT_TESTS),
  than: z.number('Say a number').min(-1e9).max(1e9),
  scale: z.enum(RULE_SCALES),
});
const ruleBody = z.object({
  label: z.string().trim().min(1, 'Give it a name').max(80),
  of: z.enum(RULED_MEMBERS),
  days: z.number('Say over how many days').int().min(1, 'At least 1 day').max(90, 'At most 90 days'),
  all: z.array(condition).min(1, 'Say when').max(6, 'At most 6 conditions').readonly(),
  where: z.array(filter).max(5).readonly(),
  then: z.enum(RULE_ACTIONS),
  every: z.number('Say how often').int().min(1, 'At most once a day').max(28, 'At least every 28 days'),
});
const fits = (rule: Pick<z.infer<typeof ruleBody>, 'of' | 'then'>): boolean => actionsOf(rule.of).includes(rule.then);
const FITS = { message: 'This cannot be done with what it looks at', path: ['then'] };
export type RuleBody = z.infer<typeof ruleBody>;

const stateful = ruleBody.extend({ state: z.enum(RULE_STATES) });
export type StatedRule = z.infer<typeof stateful>;
/** `sure` turns on a rule that proposes nearly everything, or would have hurt. */
const putRule = stateful.extend({ ...change, sure: z.boolean().default(false) }).refine(fits, FITS);

const left = z.array(z.object({ name: z.string(), why: z.string() })).readonly();
/** One look by a rule that is on. */
export const ruleRun = z.object({
  day,
  at: z.string(),
  days: dayRange,
  looked: z.number(),
  moves: z.array(proposedMove.extend({ evidence: z.array(z.string()).readonly() })).readonly(),
  left,
  /** The outcome that expected effects count. */
  outcome: z.string(),
  /** Why it proposes nothing any more until somebody stores it again; empty where it goes on. */
  stopped: z.string(),
});
export type RuleRun = z.infer<typeof ruleRun>;

const storedRule = stateful.extend({
  ...{ id, client: id.nullable(), ...edited },
  /** The rule as a sentence. */
  text: z.string(),
  /** Its newest look since it was stored; null where it has not looked yet. */
  run: ruleRun.nullable(),
  /** Its last looks, the newest first: how many it looked at, and how many it proposed something for. */
  log: z.array(z.object({ day, looked: z.number(), proposed: z.number(), stopped: z.string() })).readonly(),
});
export type StoredRule = z.infer<typeof storedRule>;
export const standingRulesReply = z.object({ rules: z.array(storedRule).readonly(), removed: z.array(storedRule).readonly() });
export type StandingRulesReply = z.infer<typeof standingRulesReply>;

const changed = z.object({ spend: ranged, outcomes: ranged, gain: ranged });
export const rehearsalReply = z.object({
  text: z.string(),
  verdict: z.enum(REHEARSAL_VERDICTS),
  /** First and last day on which it would have looked, and how often. */
  looks: z.number(),
  from: day.nullable(),
  to: day.nullable(),
  looked: z.number(),
  young: z.number(),
  most: z.number(),
  proposed: z
    .array(
      z.object({
        key: z.string(),
        name: z.string(),
        campaignName: z.string(),
        channelName: z.string(),
        on: day,
        saw: z.string(),
        after: z.object({ days: dayRange, spend: z.number(), outcomes: z.number(), change: changed }).nullable(),
      }),
    )
    .readonly(),
  sum: changed.nullable(),
  /** The outcome that is counted. */
  outcome: z.string(),
});
export type RehearsalReply = z.infer<typeof rehearsalReply>;

/** Rules that raise moves by themselves. */
export const STANDING_RULES_ENDPOINTS = {
  standingRules: endpoint({
    method: 'GET',
    path: '/clients/:client/standing-rules',
    summary: 'Standing rules of the agency and of the client, with what each proposed last',
    params: ofClient,
    reply: standingRulesReply,
  }),
  rehearseRule: endpoint({
    method: 'POST',
    path: '/clients/:client/standing-rules/rehearsal',
    summary: 'What a rule would have proposed in the last twelve weeks, and what came after; nothing is stored',
    params: ofClient,
    body: ruleBody.refine(fits, FITS),
    reply: rehearsalReply,
  }),
  lookByRules: endpoint({
    method: 'POST',
    path: '/clients/:client/standing-rules/look',
    summary: 'Look by every rule that is on and due, without waiting for its turn',
    params: ofClient,
    reply: standingRulesReply,
  }),
  addStandingRule: endpoint({
    method: 'POST',
    path: '/clients/:client/standing-rules',
    summary: 'Keep a standing rule; one that is on looks at once',
    params: ofClient,
    body: putRule,
    reply: standingRulesReply,
  }),
  changeStandingRule: endpoint({
    method: 'PUT',
    path: '/clients/:client/standing-rules/:id',
    summary: 'Change a standing rule, turn it on or off, or bring one back',
    params: ofRule,
    body: putRule,
    reply: standingRulesReply,
  }),
  removeStandingRule: endpoint({
    method: 'POST',
    path: '/clients/:client/standing-rules/:id/removal',
    summary: 'Take a standing rule away; it can be brought back for 30 days',
    params: ofRule,
    body: removal,
    reply: standingRulesReply,
  }),
  decideByRule: endpoint({
    method: 'POST',
    path: '/clients/:client/standing-rules/:id/decisions',
    summary: 'Accept or dismiss what a rule proposed last, all or some',
    params: ofRule,
    body: decisionOfMoves,
    reply: movesReply,
  }),
} as const;
