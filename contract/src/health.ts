import { DAY_STATES, HEALTH_KINDS } from '@lens/core';
import { z } from 'zod';
import { dayRange } from './basic';

/** Something to know about a client's data before trusting it; see core/health. Money in whole units. */
export const healthNote = z.object({
  kind: z.enum(HEALTH_KINDS),
  serious: z.boolean(),
  feedName: z.string(),
  otherFeedName: z.string(),
  channelName: z.string(),
  accountName: z.string(),
  currency: z.string(),
  timeZone: z.string(),
  days: dayRange,
  money: z.number().nullable(),
  count: z.number().nullable(),
  share: z.number().nullable(),
  /** Landing page it is about; empty where it is about none. */
  pageName: z.string(),
});
export type WireHealthNote = z.infer<typeof healthNote>;

export const health = z.object({
  /** The last of these days has not ended. */
  range: dayRange,
  /** What each feed has of them: runs of days from the first, counted from 0. */
  feeds: z.array(
    z.object({
      feed: z.number().int(),
      runs: z.array(z.object({ state: z.enum(DAY_STATES), from: z.number().int(), to: z.number().int() })),
    }),
  ),
  notes: z.array(healthNote),
});
export type Health = z.infer<typeof health>;
