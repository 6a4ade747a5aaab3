import { CREDIT_LACKS, CREDIT_RULES, DATE_BASES } from '@lens/core';
import { z } from 'zod';
import { day, dayRange, figure, figureColumn, id } from './basic';
import { dimension } from './compare';
import { endpoint } from './endpoint';
import { wordId } from './words';

const creditRule = z.enum(CREDIT_RULES);
const row = z.number().int();

/** How far back touches may lie, in days. */
export const MOST_LOOKBACK = 365;

export const creditQuestion = z.object({
  /** The outcome that journeys end in. */
  action: wordId,
  period: dayRange,
  basis: z.enum(DATE_BASES),
  /** In days; touches count that many times 24 hours back, the edge included. */
  lookback: z.number().positive().max(MOST_LOOKBACK),
  views: z.boolean(),
  direct: z.boolean(),
  by: z
    .array(dimension)
    .min(1)
    .max(2)
    .refine((all) => new Set(all).size === all.length, 'Split by each thing once')
    .readonly(),
  /** Days in which the credit by time halves. */
  halfLife: z.number().positive().max(MOST_LOOKBACK),
  knownOn: day.nullable().default(null),
});
export type CreditRequest = z.infer<typeof creditQuestion>;

const lack = z.enum(CREDIT_LACKS).nullable();

/** What a log says of itself that whoever reads credit should know. */
const touchNotes = z.object({
  isOneTouch: z.boolean(),
  /** Whether any log, or any list of orders with tags, is there at all. */
  isThere: z.boolean(),
  countedBy: z.enum(['orders', 'log']).nullable(),
  covers: z.array(dayRange).readonly(),
  people: z.number(),
  touches: z.number(),
  onceTouched: z.number(),
  views: z.number(),
  twice: z.number(),
  late: z.number(),
  future: z.number(),
  unweighted: z.number(),
  weighedTwice: z.number(),
  outcomesTwice: z.number(),
  unlisted: z.object({ count: z.number(), value: z.number() }),
  unknownChannel: z.number(),
  longest: z.number(),
});
export type TouchNotesReply = z.infer<typeof touchNotes>;

/** Money in whole units of the client's currency. */
export const creditReply = z.object({
  rows: z
    .array(
      z.object({
        key: z.string(),
        /** By dimension asked for; empty where touches do not tell it. */
        names: z.array(z.string()).readonly(),
        /** What kind of channel it is of, where that is one. */
        kind: z.string().nullable(),
        isUntouched: z.boolean(),
      }),
    )
    .readonly(),
  columns: z
    .array(
      z.object({
        of: z.string(),
        rule: creditRule.nullable(),
        figures: figureColumn,
        limits: z.array(z.tuple([row, z.number(), z.number()])).readonly(),
      }),
    )
    .readonly(),
  /** Rows over which rules part: the one that credits it most, and the one that credits it least. */
  parted: z.array(z.object({ row, most: creditRule, least: creditRule })).readonly(),
  lacks: z.object({ removal: lack, shapley: lack }),
  shapleyError: z.array(z.number()).readonly().nullable(),
  journeys: z.object({
    outcomes: z.number(),
    touched: z.number(),
    value: figure,
    sold: z.number(),
    unsold: z.number(),
    unsoldWeight: z.number(),
    touches: z.number(),
  }),
  draws: z.number().int(),
  notes: touchNotes,
  /** What members can be told apart by, and what journeys can end in. */
  dimensions: z.array(dimension).readonly(),
  actions: z.array(wordId).readonly(),
  dataVersion: z.number(),
});
export type CreditReply = z.infer<typeof creditReply>;

export const CREDIT_ENDPOINTS = {
  credit: endpoint({
    method: 'POST',
    path: '/clients/:client/credit',
    summary: 'Credit the outcomes of a period to the touches before them, by every rule',
    params: z.object({ client: id }),
    body: creditQuestion,
    reply: creditReply,
  }),
} as const;
