import { SOURCE_KINDS, TEXT_TESTS } from '@lens/core';
import { z } from 'zod';
import { dayRange, figure } from './basic';
import { ruleVersion } from './metrics';

const kind = z.enum(SOURCE_KINDS);
const channel = z.string().trim().max(200);

/** How spellings of where a visit came from are sorted; see core/sources. */
export const sourceRules = z.object({
  rules: z
    .array(z.object({ test: z.enum(TEXT_TESTS), value: z.string().max(500), channel, kind }))
    .max(500)
    .readonly(),
});

export const sourcesReply = sourceRules.extend({
  ...ruleVersion,
  /** Rules to begin with, from the names of the client's channels. */
  proposal: sourceRules.shape.rules,
});

export const visitsRequest = sourceRules.extend({ period: dayRange });

const sums = { visits: z.number(), newVisitors: z.number(), stayed: z.number() };
export const visitsReply = z.object({
  /** Days of the period on which visits were counted. */
  days: z.number().int(),
  spellings: z.array(z.object({ spelling: z.string(), rule: z.number().int(), ...sums })).readonly(),
  channels: z.array(z.object({ channel, kind, clicks: figure, ...sums })).readonly(),
  unsorted: z.object(sums),
  valuePerVisit: z.number().nullable(),
});
export type VisitsReply = z.infer<typeof visitsReply>;
