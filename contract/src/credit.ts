import { CREDIT_LACKS, CREDIT_RULES, DATE_BASES, FLOW_STAGES, MOST_LOOKBACK } from '@lens/core';
import { z } from 'zod';
import { day, dayRange, figure, figureColumn, id } from './basic';
import { dimension, filter } from './compare';
import { endpoint } from './endpoint';
import { wordId } from './words';

const creditRule = z.enum(CREDIT_RULES);
const row = z.number().int();

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
  /** What touches must be to be told apart; all others are one row. */
  where: z.array(filter).max(20).readonly().default([]),
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
  twice: z.number(),
  late: z.number(),
  future: z.number(),
  unweighted: z.number(),
  weighedTwice: z.number(),
  outcomesTwice: z.number(),
  unlisted: z.object({ count: z.number(), value: z.number() }),
  unknownChannel: z.number(),
  unknownShare: z.number(),
  /** Whether sources are sorted by rules guessed from the names of channels, as the client has none. */
  isGuessed: z.boolean(),
  longest: z.number(),
});

/** What members can be told apart by, and what journeys can end in. */
const known = { dimensions: z.array(dimension).readonly(), actions: z.array(wordId).readonly() };

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
        /** What it stands for: a member, all touches that are not asked for, or the outcomes without a known touch. */
        is: z.enum(['member', 'others', 'untouched']),
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
  /** Of each row those that stand beside it in journeys that ended in an outcome, the most first. */
  beside: z.array(z.array(z.object({ row, outcomes: z.number() })).readonly()).readonly(),
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
  ...known,
  dataVersion: z.number(),
});
export type CreditReply = z.infer<typeof creditReply>;

/** The same journeys, as they went. */
export const journeysQuestion = creditQuestion.extend({
  /** Each of these must be in the name of something that was met. */
  containing: z.array(z.string().trim().min(1).max(200)).max(5).readonly(),
  /** Whether what repeats at once is one step of a path. */
  once: z.boolean(),
});
export type JourneysRequest = z.infer<typeof journeysQuestion>;

const band = z.object({ from: z.number(), to: z.number().nullable(), outcomes: z.number(), share: z.number() });
/** The place of a member in `members`. */
const member = z.number().int();

/** Money in whole units of the client's currency. */
export const journeysReply = z.object({
  ...known,
  /** Empty where touches do not tell; null for all touches that are not asked for. */
  members: z.array(z.string().nullable()).readonly(),
  outcomes: z.number(),
  touched: z.number(),
  byLength: z.array(band).readonly(),
  byDays: z.array(band).readonly(),
  meanLength: z.number().nullable(),
  medianDays: z.number().nullable(),
  medianBetween: z.number().nullable(),
  byFirst: z
    .array(z.object({ member, outcomes: z.number(), value: z.number(), meanLength: z.number(), medianDays: z.number() }))
    .readonly(),
  paths: z
    .array(
      z.object({
        steps: z.array(z.array(member).readonly()).readonly(),
        outcomes: z.number(),
        value: z.number(),
        share: z.number(),
        unsold: z.number(),
        rate: z.number().nullable(),
      }),
    )
    .readonly(),
  pathCount: z.number().int(),
  /** All ways together: from what began them, over what stood between, to what finished them. */
  flow: z.object({
    stops: z.array(z.object({ stage: z.enum(FLOW_STAGES), member: member.nullable() })).readonly(),
    streams: z.array(z.object({ from: z.number().int(), to: z.number().int(), outcomes: z.number() })).readonly(),
  }),
  /** Outcomes by the member of the first touch, and by that of the last; null for more members than can be looked at. */
  firstByLast: z.array(z.array(z.number()).readonly()).readonly().nullable(),
  /** Whom the longest lookback finds; what each finds in all and of them, and which share of the longest that is. */
  lookbackMembers: z.array(z.string().nullable()).readonly(),
  lookbacks: z
    .array(
      z.object({
        days: z.number(),
        touched: z.number(),
        share: z.number(),
        met: z.array(z.number()).readonly(),
        kept: z.array(z.number().nullable()).readonly(),
      }),
    )
    .readonly(),
  found: z.object({
    sold: z.number(),
    unsold: z.number(),
    value: z.number(),
    journeys: z
      .array(
        z.object({
          isSold: z.boolean(),
          /** The day of the outcome, or of the last touch. */
          day,
          value: z.number().nullable(),
          touches: z
            .array(
              z.object({
                day,
                daysBefore: z.number(),
                hoursBefore: z.number(),
                isView: z.boolean(),
                names: z.array(z.string()).readonly(),
              }),
            )
            .readonly(),
        }),
      )
      .readonly(),
  }),
});
export type JourneysReply = z.infer<typeof journeysReply>;

export const CREDIT_ENDPOINTS = {
  done: endpoint({
    method: 'GET',
    path: '/done',
    summary: 'Which share is done of what this asker (named by the header x-asker) waits for; null where nothing is told of it',
    reply: z.object({ share: z.number().nullable() }),
  }),
  journeys: endpoint({
    method: 'POST',
    path: '/clients/:client/journeys',
    summary: 'How the journeys to the outcomes of a period went, and what other lookbacks would find',
    params: z.object({ client: id }),
    body: journeysQuestion,
    reply: journeysReply,
  }),
  credit: endpoint({
    method: 'POST',
    path: '/clients/:client/credit',
    summary: 'Credit the outcomes of a period to the touches before them, by every rule',
    params: z.object({ client: id }),
    body: creditQuestion,
    reply: creditReply,
  }),
} as const;
