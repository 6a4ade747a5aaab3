import { z } from 'zod';
import { id } from './basic';
import { endpoint } from './endpoint';
import * as joining from './joining';
import * as lots from './lots';
import * as naming from './naming';
import * as sources from './sources';

const ofClient = z.object({ client: id });

/** What a client says about how its data is to be understood, and what that makes of it. */
export const RULES_ENDPOINTS = {
  naming: endpoint({
    method: 'GET',
    path: '/clients/:client/naming',
    summary: 'How names are built, and how they seem to be',
    params: ofClient,
    reply: naming.namingReply,
  }),
  setNaming: endpoint({
    method: 'PUT',
    path: '/clients/:client/naming',
    summary: 'Say how names are built, and what corrects those that are not',
    params: ofClient,
    body: naming.naming,
    reply: naming.naming,
  }),
  names: endpoint({
    method: 'POST',
    path: '/clients/:client/names',
    summary: 'Names as they would be read, those that break the convention first, with their spend',
    params: ofClient,
    body: naming.naming,
    reply: naming.namesReply,
  }),
  sources: endpoint({
    method: 'GET',
    path: '/clients/:client/sources',
    summary: 'Rules that sort where visits come from',
    params: ofClient,
    reply: sources.sourcesReply,
  }),
  setSources: endpoint({
    method: 'PUT',
    path: '/clients/:client/sources',
    summary: 'Say how spellings of sources are sorted',
    params: ofClient,
    body: sources.sourceRules,
    reply: sources.sourceRules,
  }),
  visits: endpoint({
    method: 'POST',
    path: '/clients/:client/visits',
    summary: 'Visits of a period by source, as these rules would sort them',
    params: ofClient,
    body: sources.visitsRequest,
    reply: sources.visitsReply,
  }),
  lots: endpoint({
    method: 'POST',
    path: '/clients/:client/lots',
    summary: 'Traffic bought in lots in a period, with what came of it',
    params: ofClient,
    body: lots.lotsRequest,
    reply: lots.lotsReply,
  }),
  joinings: endpoint({
    method: 'GET',
    path: '/clients/:client/joinings',
    summary: 'How the outcomes of each list reach members',
    params: ofClient,
    reply: joining.joiningsReply,
  }),
  setJoining: endpoint({
    method: 'PUT',
    path: '/clients/:client/joinings',
    summary: 'Say how the outcomes of a list reach members',
    params: ofClient,
    body: joining.newJoining,
    reply: joining.newJoining,
  }),
  tryJoining: endpoint({
    method: 'POST',
    path: '/clients/:client/joinings/try',
    summary: 'What a joining would make of the outcomes of a period',
    params: ofClient,
    body: joining.joiningRequest,
    reply: joining.joiningReply,
  }),
} as const;
