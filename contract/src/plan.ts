import { PLAN_GOALS, PLAN_LIMITS, UNPLANNED } from '@lens/core';
import { z } from 'zod';
import { effect, movesReply, ranged } from './audit';
import { dayRange, id } from './basic';
import { endpoint } from './endpoint';
import { target } from './promises';

const DAYS = 92;
const money = z.number().min(0).max(1e9);

export const planRequest = z.object({
  /** Days to come that money is split over. */
  days: dayRange.refine(({ from, to }) => to - from < DAYS, `A plan is of at most ${DAYS} days`),
  goal: z.enum(PLAN_GOALS),
  /** All of what is to be spent on these days, in the client's currency; null for as much as pays. */
  total: money.nullable(),
  /** What the target's metric must reach of all campaigns together; null for no matter what. */
  promised: z.number().positive().max(1e9).nullable(),
  /** The most a budget changes at once, as a share. */
  step: z.number().min(0.01).max(0.5).default(0.2),
  /** Spend a day that is said of campaigns, by their keys. */
  fixed: z
    .array(z.object({ key: z.string().max(300), spend: money.positive('A campaign that is to spend nothing is paused, not planned') }))
    .max(1000)
    .default([])
    .readonly(),
});
export type PlanRequest = z.infer<typeof planRequest>;

const brought = z.object({ spend: z.number(), outcomes: z.number() });
const short = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('too little money'), least: z.number() }),
  z.object({ kind: z.literal('too much money'), most: z.number() }),
  z.object({ kind: z.literal('promise not reached'), reached: z.number() }),
]);

/** One campaign of a plan: money a day in the client's currency, its budget in its account's. */
const plannedBudget = z.object({
  key: z.string(),
  name: z.string(),
  channelName: z.string(),
  currency: z.string(),
  budget: z.object({ from: z.number(), to: z.number() }),
  now: brought,
  planned: brought,
  low: z.number(),
  high: z.number(),
  limit: z.enum(PLAN_LIMITS).nullable(),
  unplanned: z.enum(UNPLANNED).nullable(),
  lastMoney: z.object({ now: z.number(), planned: z.number() }),
  elasticity: ranged,
  /** How many times what is counted for it is caused by it. */
  caused: ranged,
  /** What it is known by: outcomes counted, and days with spend. */
  seen: z.number(),
  seenDays: z.number().int(),
  /** Weeks it was seen in, as spend and outcomes caused a day. */
  points: z.array(brought).readonly(),
  /** A day with a fifth more than it spends now, whatever its limits. */
  more: brought,
  effect: effect.nullable(),
});
export type WireBudget = z.infer<typeof plannedBudget>;

export const planReply = z.object({
  target: target.nullable(),
  days: dayRange,
  /** Sums a day of all that are planned. */
  now: brought,
  planned: brought,
  least: z.number(),
  most: z.number(),
  /** Against leaving all as it is, a day. */
  gain: ranged,
  isEarned: z.boolean(),
  /** The outcome that is counted. */
  outcome: z.string(),
  /** The target's metric of all campaigns together; null where nothing was spent or came. */
  reached: z.object({ now: z.number().nullable(), planned: z.number().nullable() }),
  shorts: z.array(short).readonly(),
  budgets: z.array(plannedBudget).readonly(),
  /** What is left of the client's plan for the month for those of these days that are in it; null without a plan. */
  rest: z.number().nullable(),
  dataVersion: z.number().int(),
});
export type PlanReply = z.infer<typeof planReply>;

const ofClient = z.object({ client: id });

/** Budgets planned together. */
export const PLAN_ENDPOINTS = {
  plan: endpoint({
    method: 'POST',
    path: '/clients/:client/plan',
    summary: 'Split money over campaigns so that it brings most, within a step of what each spends now',
    params: ofClient,
    body: planRequest,
    reply: planReply,
  }),
  acceptPlan: endpoint({
    method: 'POST',
    path: '/clients/:client/plan/moves',
    summary: 'Accept changes of budgets of a plan, by the keys of their campaigns, as moves',
    params: ofClient,
    body: z.object({
      plan: planRequest,
      keys: z.array(z.string().max(300)).min(1, 'Choose a change').max(1000),
      dataVersion: z.number().int(),
      by: z.string().trim().max(100).default(''),
    }),
    reply: movesReply,
  }),
} as const;
