import { DATE_BASES } from '@lens/core';
import { z } from 'zod';
import { day, dayRange, figure, id } from './basic';
import { endpoint } from './endpoint';
import { wordId } from './words';

/** Which outcomes and claims of a list are looked at. */
export const CLAIM_SHOWS = ['all', 'claimed by several', 'claimed again', 'no such outcome', 'without a number', 'unclaimed'] as const;
export type ClaimShow = (typeof CLAIM_SHOWS)[number];

export const claimsQuestion = z.object({
  action: wordId,
  /** Days of the outcomes, by the client's own list. */
  period: dayRange,
  knownOn: day.nullable().default(null),
  show: z.enum(CLAIM_SHOWS),
  /** In the number of the outcome. */
  named: z.string().trim().max(200),
});
export type ClaimsRequest = z.infer<typeof claimsQuestion>;

/** Outcomes and what they are worth in whole units of the client's currency; `unvalued` of them do not say. */
const claimSum = z.object({ count: z.number(), value: z.number(), unvalued: z.number() });
export type WireClaimSum = z.infer<typeof claimSum>;

const channelClaims = z.object({
  name: z.string(),
  /** Days of the period that its list declares to cover. */
  covered: z.number().int(),
  claims: claimSum,
  found: claimSum,
  first: claimSum,
  again: claimSum,
  missing: claimSum,
  unnumbered: claimSum,
  alone: claimSum,
  shared: claimSum,
  over: z.number().nullable(),
  /** The most days between a click and an outcome found that it claims. */
  reach: z.number().nullable(),
});

export const claimsReply = z.object({
  /** Outcomes of which there is a list, of whosoever. */
  actions: z.array(wordId).readonly(),
  /** Whether the client's own list of these outcomes is there, and on how many days of the period it is complete. */
  isListed: z.boolean(),
  days: z.number().int(),
  covered: z.number().int(),
  channels: z.array(channelClaims).readonly(),
  /** By the places of channels. */
  pairs: z.array(z.object({ a: z.number().int(), b: z.number().int(), both: claimSum, ofA: z.number(), ofB: z.number() })).readonly(),
  outcomes: claimSum,
  found: claimSum,
  unclaimed: claimSum,
  claims: claimSum,
  over: z.number().nullable(),
  uncovered: claimSum,
  /** Channels of which only reports say how much they claim, held against the orders that their tags lead to. */
  reported: z
    .array(
      z.object({
        name: z.string(),
        basis: z.enum(DATE_BASES),
        claims: figure,
        claimedValue: figure,
        orders: figure,
        value: figure,
        over: figure,
      }),
    )
    .readonly(),
  /** How many there are of each. */
  shows: z.record(z.enum(CLAIM_SHOWS), z.number().int()),
  /** The first of those looked at. */
  told: z
    .array(
      z.object({
        /** Null for claims that have no such outcome. */
        outcome: z.object({ id: z.string(), day, count: z.number(), value: z.number().nullable() }).nullable(),
        claims: z
          .array(
            z.object({
              channel: z.number().int(),
              order: z.string().nullable(),
              day,
              count: z.number(),
              value: z.number().nullable(),
              /** Seconds since 1970, UTC. */
              clickMoment: z.number().nullable(),
              campaign: z.string().nullable(),
            }),
          )
          .readonly(),
      }),
    )
    .readonly(),
  toldOf: z.number().int(),
});
export type ClaimsReply = z.infer<typeof claimsReply>;

export const CLAIM_ENDPOINTS = {
  claims: endpoint({
    method: 'POST',
    path: '/clients/:client/claims',
    summary: 'Hold what channels claim against the outcomes of the client’s own list, one by one',
    params: z.object({ client: id }),
    body: claimsQuestion,
    reply: claimsReply,
  }),
} as const;
