import { UNTOLD } from '@lens/core';
import { z } from 'zod';
import { ranged } from './audit';
import { dayRange, id } from './basic';
import { endpoint } from './endpoint';

const both = z.object({ spend: ranged, outcomes: ranged });
/** What the moves of one campaign that were carried out on one day did together, a day. */
const followedUp = z.object({
  moves: z.array(id).readonly(),
  expected: both,
  /** The days that those since are held against, without those that led to the decision. */
  before: dayRange,
  after: dayRange,
  /** Against so many others that were left alone; null where that cannot be told, and why. */
  happened: both.extend({ others: z.number().int() }).nullable(),
  why: z.enum(UNTOLD).nullable(),
  agrees: z.object({ spend: z.boolean(), outcomes: z.boolean() }).nullable(),
});
export const followUpsReply = z.object({ batches: z.array(followedUp) });
export type FollowUpsReply = z.infer<typeof followUpsReply>;

/** What came of moves. */
export const RESULTS_ENDPOINTS = {
  followUps: endpoint({
    method: 'GET',
    path: '/clients/:client/moves/results',
    summary: 'What moves that were carried out really did, against what was left alone',
    params: z.object({ client: id }),
    reply: followUpsReply,
  }),
} as const;
