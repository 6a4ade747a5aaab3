import { TEXT_TESTS } from '@lens/core';
import { z } from 'zod';
import { figure } from './basic';

const dimension = z.string().min(1).max(200);

const memberGroup = z.object({
  name: z.string().trim().max(200),
  any: z
    .array(z.object({ test: z.enum(TEXT_TESTS), value: z.string().max(500) }))
    .max(200)
    .readonly(),
  members: z
    .array(z.union([z.number().int(), z.string().max(2000)]))
    .max(20_000)
    .readonly(),
});

/** How the members of one client are grouped; see core/grouping. */
export const groupings = z.object({
  groupings: z
    .array(z.object({ id: dimension, label: z.string().trim().max(60), of: dimension, groups: z.array(memberGroup).max(200).readonly() }))
    .max(100)
    .readonly(),
});

/** What one grouping of a draft makes of the members there are. */
export const groupingTry = groupings.extend({ id: dimension });

const groupTried = z.object({
  name: z.string(),
  members: z.number().int(),
  /** In the client's currency on the last 92 days; null where no member of it is there. */
  spend: figure.nullable(),
  /** The first few, those with the most spend before. */
  first: z.array(z.string()).readonly(),
});

/** By group, in the order of the grouping, then what is in no group. */
export const groupingTried = z.object({ groups: z.array(groupTried).readonly() });
export type GroupingTried = z.infer<typeof groupingTried>;

export const groupingName = z.object({ id: dimension, label: z.string(), of: dimension });
