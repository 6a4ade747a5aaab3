import { LEVELS } from '@lens/core';
import { z } from 'zod';
import { id } from './basic';
import { endpoint } from './endpoint';

/** A campaign, group, ad or keyword that was found by its name. */
const foundMember = z.object({
  client: id,
  level: z.enum(LEVELS),
  name: z.string(),
  /** The campaign it lies in; its own name where it is one. */
  campaign: z.string(),
  channel: z.string(),
});
export type FoundMember = z.infer<typeof foundMember>;

export const FIND_ENDPOINTS = {
  find: endpoint({
    method: 'POST',
    path: '/found',
    summary: 'Members of clients that somebody may mean who types so; those of the first client before the others',
    body: z.object({ clients: z.array(id).min(1).max(200).readonly(), typed: z.string().max(100) }),
    reply: z.object({ members: z.array(foundMember).readonly(), count: z.int() }),
  }),
} as const;
