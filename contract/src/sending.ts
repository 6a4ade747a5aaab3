import { z } from 'zod';
import { move, movesReply } from './audit';
import { id } from './basic';
import { endpoint } from './endpoint';

const ofClient = z.object({ client: id });
const person = z.string().trim().max(100);
const some = z.object({ moves: z.array(id).min(1).max(1000), by: person.default('') });

/** What became of a move that was to be sent. */
const SENT_AS = ['sent', 'refused', 'failed', 'not sent'] as const;
const sentMove = z.object({
  id,
  outcome: z.enum(SENT_AS),
  /** Why it was not sent; empty where it was. */
  words: z.string(),
});
export type SentMove = z.infer<typeof sentMove>;

/** From an accepted move to its channel and back. */
export const SENDING_ENDPOINTS = {
  setLeads: endpoint({
    method: 'PUT',
    path: '/leads',
    summary: 'Say who approves moves before they are sent; nobody for no approval',
    body: z.object({ leads: z.array(person.min(1)).max(50) }),
    reply: z.object({ leads: z.array(z.string()).readonly() }),
  }),
  approveMoves: endpoint({
    method: 'POST',
    path: '/clients/:client/moves/approve',
    summary: 'Approve accepted moves, as one of those who lead',
    params: ofClient,
    body: some,
    reply: movesReply,
  }),
  sendMoves: endpoint({
    method: 'POST',
    path: '/clients/:client/moves/send',
    summary: 'Send accepted moves to their channels: each once, and only where the setting is still what it was',
    params: ofClient,
    body: some,
    reply: z.object({ results: z.array(sentMove) }),
  }),
  takeBackMove: endpoint({
    method: 'POST',
    path: '/clients/:client/moves/:move/back',
    summary: 'Accept the opposite of a move that was carried out',
    params: z.object({ client: id, move: id }),
    body: z.object({ by: person.default('') }),
    reply: move,
  }),
} as const;
