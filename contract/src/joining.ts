import { JOIN_BY, JOIN_LEVELS, NAME_PARTS, SEVERAL, TAG_LEVELS } from '@lens/core';
import { z } from 'zod';
import { dayRange } from './basic';
import { ruleVersion } from './metrics';

/** How the outcomes of a list reach members; see core/join. */
const joining = z.object({
  keys: z
    .array(
      z.object({
        tag: z.enum(TAG_LEVELS),
        level: z.enum(JOIN_LEVELS),
        by: z.enum(JOIN_BY),
        part: z.enum(NAME_PARTS).nullable(),
      }),
    )
    .max(12)
    .readonly(),
  several: z.enum(SEVERAL),
});

const sum = { rows: z.number().int(), count: z.number(), value: z.number() };
const tag = z.string().nullable();
const looseTags = z.object({ tags: z.object({ campaign: tag, ad: tag, keyword: tag, link: tag }), fits: z.number().int(), ...sum });

/** What a joining makes of outcomes; the sums after it add up to the one before. */
export const joinResult = z.object({
  before: z.object(sum),
  /** By key, in order. */
  matched: z.array(z.object(sum)).readonly(),
  several: z.object(sum),
  none: z.object(sum),
  /** Tags that lead to no member or to several, the worst first. */
  loose: z.array(looseTags).readonly(),
  /** How many there are, also of those not listed. */
  looseCount: z.number().int(),
});
export type WireJoinResult = z.infer<typeof joinResult>;

export const joiningRequest = z.object({ feed: z.number().int(), joining, period: dayRange });

export const joiningReply = joinResult.extend({
  /** Campaigns with spend in the period that none of the outcomes leads to. */
  unreached: z.array(z.object({ channelName: z.string(), name: z.string(), spend: z.number() })).readonly(),
  /** Of all campaigns with spend: how many are reached, and what they spent. */
  reached: z.object({ campaigns: z.number().int(), of: z.number().int(), spend: z.number(), ofSpend: z.number() }),
});
export type JoiningReply = z.infer<typeof joiningReply>;

export const joiningsReply = z.object({
  lists: z.array(z.object({ feed: z.number().int(), name: z.string(), action: z.string(), isUsual: z.boolean(), joining })).readonly(),
  ...ruleVersion,
});

export const newJoining = z.object({ feed: z.number().int(), joining });
/** Those of all lists that do not match as usual. */
export const joinings = z.object({ lists: z.array(newJoining).readonly() });
