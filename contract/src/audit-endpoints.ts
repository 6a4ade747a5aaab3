import { z } from 'zod';
import { auditReply, auditRequest, auditsReply, move, movesReply, newMove, putFindingState, storedFindingState } from './audit';
import { id } from './basic';
import { endpoint } from './endpoint';

const ofClient = z.object({ client: id });

/** How clients stand, what people say of findings, and moves. */
export const AUDIT_ENDPOINTS = {
  audit: endpoint({
    method: 'POST',
    path: '/audit',
    summary: 'How a client stands, and why: campaigns and ads against the target, and all else that is looked into',
    body: auditRequest,
    reply: auditReply,
  }),
  audits: endpoint({
    method: 'GET',
    path: '/audits',
    summary: 'The newest audit of each client, as it was made after its data had arrived',
    reply: auditsReply,
  }),
  makeAudit: endpoint({
    method: 'POST',
    path: '/clients/:client/audits',
    summary: 'Make the audit of the last four weeks now and keep it',
    params: ofClient,
    reply: auditReply,
  }),
  sayOfFinding: endpoint({
    method: 'PUT',
    path: '/clients/:client/findings',
    summary: 'Set a finding aside until a day, hand it to somebody, or note something of it',
    params: ofClient,
    body: putFindingState,
    reply: storedFindingState,
  }),
  moves: endpoint({ method: 'GET', path: '/clients/:client/moves', summary: 'Decided moves', params: ofClient, reply: movesReply }),
  decide: endpoint({
    method: 'POST',
    path: '/clients/:client/moves',
    summary: 'Accept or dismiss moves of a finding',
    params: ofClient,
    body: newMove,
    reply: z.array(move),
  }),
  undecide: endpoint({
    method: 'POST',
    path: '/clients/:client/moves/undecide',
    summary: 'Take decisions back, all or none',
    params: ofClient,
    body: z.object({ moves: z.array(id).min(1).max(1000) }),
    reply: z.object({ ok: z.literal(true) }),
  }),
} as const;
