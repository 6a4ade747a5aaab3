import { z } from 'zod';

/** How the market behaves when it behaves badly, as real channels do now and then. Off unless set. */
export const manners = z.object({
  /** Tokens stop working after so many requests; the page hands out the next one. */
  tokenRequests: z.number().int().positive().nullable().default(null),
  /** Every so many requests are refused with 429 and retry-after. */
  limitEvery: z.number().int().positive().nullable().default(null),
  /** Seconds told in retry-after. */
  retryAfter: z.number().min(0).max(3600).default(1),
  /** Every so many requests fail with 503. */
  failEvery: z.number().int().positive().nullable().default(null),
  /** Pages take so long, in milliseconds. */
  slow: z.number().min(0).max(60_000).default(0),
  /** Rows on a page. */
  pageRows: z.number().int().positive().default(20_000),
  /** A report is not ready for the first so many times it is asked for. */
  notReady: z.number().int().min(0).default(0),
  /** Replies go on to the day that has not ended, whatever was asked. */
  openDay: z.boolean().default(false),
  /** A column has another name from now on. */
  rename: z.object({ from: z.string(), to: z.string() }).nullable().default(null),
  /** Changes are made, and so many of the next replies to them are lost. */
  lostReplies: z.number().int().min(0).default(0),
  /** These reports of all channels fail whatever is tried; “pictures” are not there. */
  broken: z.array(z.string()).default([]),
});
export type Manners = z.infer<typeof manners>;

export const GOOD_MANNERS: Manners = manners.parse({});
