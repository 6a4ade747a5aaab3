import { z } from 'zod';
import { basis, countedBy, day, dayRange, id } from './basic';
import { endpoint } from './endpoint';

const metric = z.string();
const two = z.object({ now: z.number(), before: z.number() });

/** What moved beyond chance; see core/watch/morning. */
const fact = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('day'),
    metric,
    channel: z.object({ key: z.string(), name: z.string() }).nullable(),
    day,
    isOfSome: z.boolean(),
    value: z.number(),
    usual: z.number(),
    z: z.number(),
    /** Settings that were changed on that day, in that channel where it is one. */
    changes: z.int(),
  }),
  z.object({ kind: z.literal('rate'), metric, per: metric, since: day, within: dayRange, before: z.number(), now: z.number() }),
  z.object({
    kind: z.literal('week'),
    metric,
    to: day,
    isOfSome: z.boolean(),
    results: two,
    cost: z.object({ now: z.number().nullable(), before: z.number().nullable() }),
  }),
]);
export type WireMorningFact = z.infer<typeof fact>;

export const MORNING_ENDPOINTS = {
  morning: endpoint({
    method: 'POST',
    path: '/clients/:client/morning',
    summary: 'What moved beyond chance up to a finished day: that day, the week, and what follows what since the last two weeks',
    params: z.object({ client: id }),
    body: z.object({ countedBy, basis, knownOn: day.nullable(), day: day.nullable() }),
    reply: z.object({ day, facts: z.array(fact).readonly() }),
  }),
} as const;
