import { z } from 'zod';
import { id } from './basic';

/** What is told whenever what answers about a client are made of has changed: a number that is another then, and when data last came in. */
export const fresh = z.object({ state: z.int(), asOf: z.string().nullable() });
export type Fresh = z.infer<typeof fresh>;

/** Told as server-sent events, the first at once. */
export const FRESH = { path: '/clients/:client/fresh', params: z.object({ client: id }), type: 'text/event-stream' } as const;
