import { NAME_PARTS, NAME_STATES, NAMED_LEVELS, TEXT_TESTS } from '@lens/core';
import { z } from 'zod';
import { ruleVersion } from './metrics';

const word = z.string().trim().min(1).max(200);
const level = z.enum(NAMED_LEVELS);
const parts = z.partialRecord(z.enum(NAME_PARTS), z.string().max(200));

const convention = z.object({
  level,
  separator: z.string().max(20),
  parts: z
    .array(z.object({ part: z.enum(NAME_PARTS).nullable(), words: z.array(word).max(500).readonly(), optional: z.boolean() }))
    .max(20)
    .readonly(),
});

/** How the names of one client are built; see core/naming. */
export const naming = z.object({
  conventions: z.array(convention).max(3).readonly(),
  rules: z
    .array(z.object({ level, test: z.enum(TEXT_TESTS), value: z.string().max(500), parts }))
    .max(500)
    .readonly(),
});

export const namingReply = z.object({
  naming,
  ...ruleVersion,
  /** Conventions that the names seem to follow, for levels that have none. */
  proposals: z.array(convention).readonly(),
});

const listedName = z.object({
  level,
  channelName: z.string(),
  name: z.string(),
  spend: z.number(),
  state: z.enum(NAME_STATES),
  parts,
  problem: z.string(),
});
export type WireName = z.infer<typeof listedName>;

/** Names of a client under a naming, those that break it first, with their spend in the client's currency on the last 92 days. */
export const namesReply = z.object({
  names: z.array(listedName).readonly(),
  /** By level: how many names are in each state, and what they spent. */
  sums: z.array(z.object({ level, state: listedName.shape.state, names: z.number().int(), spend: z.number() })).readonly(),
});
export type NamesReply = z.infer<typeof namesReply>;
