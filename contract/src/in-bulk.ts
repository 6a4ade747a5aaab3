import { AUDITED_LEVELS, RUN_STATES } from '@lens/core';
import { z } from 'zod';
import { move, movesReply, summedEffect } from './audit';
import { id } from './basic';
import { endpoint } from './endpoint';

const ofClient = z.object({ client: id });
const members = z
  .array(z.object({ level: z.enum(AUDITED_LEVELS), member: z.number().int() }))
  .min(1, 'Choose what is to be changed')
  .max(500, 'At most 500 are changed at once');
const LEAST_SHARE = -0.99;

/** One change that is asked of several campaigns or ads. */
export const bulkChange = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('status'), to: z.enum(RUN_STATES) }),
  z.discriminatedUnion('by', [
    z.object({ kind: z.literal('budget'), by: z.literal('amount'), value: z.number().min(-1e6).max(1e6) }),
    z.object({
      kind: z.literal('budget'),
      by: z.literal('share'),
      value: z
        .number()
        .min(LEAST_SHARE, 'A budget is lowered by at most 99 %: pause it instead')
        .max(9, 'A budget is raised at most tenfold'),
    }),
  ]),
]);
const asked = z.object({ members, change: bulkChange });
export type BulkRequest = z.infer<typeof asked>;

export const bulkReply = z.object({
  moves: z.array(move.pick({ entity: true, change: true, effect: true, evidence: true })).readonly(),
  /** What is not changed, and why. */
  left: z.array(z.object({ level: z.enum(AUDITED_LEVELS), member: z.number().int(), name: z.string(), why: z.string() })).readonly(),
  /** What the moves are expected to do together. */
  sum: summedEffect,
  /** The outcome that effects count. */
  outcome: z.string(),
  dataVersion: z.number().int(),
});
export type BulkReply = z.infer<typeof bulkReply>;

/** Several changed at once: looked at, then accepted as moves. */
export const BULK_ENDPOINTS = {
  changeInBulk: endpoint({
    method: 'POST',
    path: '/clients/:client/moves/bulk',
    summary: 'What one change of several campaigns or ads would do; nothing is stored',
    params: ofClient,
    body: asked,
    reply: bulkReply,
  }),
  acceptInBulk: endpoint({
    method: 'POST',
    path: '/clients/:client/moves/bulk/accept',
    summary: 'Accept one change of several campaigns or ads as moves, all or none',
    params: ofClient,
    body: asked.extend({ dataVersion: z.number().int(), by: z.string().trim().max(100).default('') }),
    reply: movesReply,
  }),
} as const;
