import { LEVELS } from '@lens/core';
import { z } from 'zod';
import { day, dayRange } from './basic';

export const changesRequest = z.object({ period: dayRange });

const said = z.string().nullable();

/** A change of a setting as the channel tells it; null for what it does not tell. */
const changeLine = z.object({
  day,
  /** As the channel wrote the time. */
  at: z.string(),
  channelName: z.string(),
  accountName: z.string(),
  /** What was changed; null where it is the account. */
  level: z.enum(LEVELS).nullable(),
  name: said,
  field: said,
  oldValue: said,
  newValue: said,
  note: said,
  by: said,
  feedName: z.string(),
});
export type WireChange = z.infer<typeof changeLine>;

/** The newest changes of a period, and how many there are in all. */
export const changesReply = z.object({ changes: z.array(changeLine).readonly(), count: z.number().int() });
export type ChangesReply = z.infer<typeof changesReply>;
