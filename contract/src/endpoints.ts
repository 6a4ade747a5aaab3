import { z } from 'zod';
import { AUDIT_ENDPOINTS } from './audit-endpoints';
import { BULK_ENDPOINTS } from './in-bulk';
import { RESULTS_ENDPOINTS } from './results';
import { SENDING_ENDPOINTS } from './sending';
import { day, id } from './basic';
import * as clients from './clients';
import { clientGlance } from './glance';
import * as compare from './compare';
import * as connections from './connections';
import * as health from './health';
import * as intake from './intake';
import { endpoint } from './endpoint';
import { LIBRARY_ENDPOINTS } from './library-endpoints';
import { DASHBOARDS_ENDPOINTS } from './dashboards-endpoints';
import { FIND_ENDPOINTS } from './find';
import { KEPT_FILE_ENDPOINTS } from './kept-file';
import { FROZEN_ENDPOINTS } from './frozen';
import { CLAIM_ENDPOINTS } from './claims';
import { CREDIT_ENDPOINTS } from './credit';
import { LOGBOOK_ENDPOINTS } from './logbook';
import { MORNING_ENDPOINTS } from './morning';
import { PLAN_ENDPOINTS } from './plan';
import { STANDING_RULES_ENDPOINTS } from './standing-rules';
import { VIEWS_ENDPOINTS } from './views-endpoints';
import { RULES_ENDPOINTS } from './rules-endpoints';

const ofClient = z.object({ client: id });
const ofConnection = z.object({ connection: id });
const ofImport = z.object({ import: z.coerce.number().int() });
const ofJob = z.object({ job: id });
const keptHash = z.string().regex(/^[\w-]{22}$/, 'An address is kept under 22 letters and digits');
const done = z.object({ ok: z.literal(true) });

/** Every JSON request the server answers. Files in and out are beside it: see FILES. */
export const ENDPOINTS = {
  clock: endpoint({ method: 'GET', path: '/clock', summary: 'The day the product takes for today', reply: clients.clock }),
  setClock: endpoint({
    method: 'PUT',
    path: '/clock',
    summary: 'Fix today, or let it follow the machine',
    body: z.object({ today: day.nullable() }),
    reply: clients.clock,
  }),
  clients: endpoint({ method: 'GET', path: '/clients', summary: 'All clients', reply: z.array(clients.client) }),
  glances: endpoint({
    method: 'GET',
    path: '/glances',
    summary: 'Each client this month against target and plan',
    reply: z.array(clientGlance),
  }),
  glance: endpoint({
    method: 'GET',
    path: '/clients/:client/glance',
    summary: 'One client this month against target and plan',
    params: ofClient,
    reply: clientGlance,
  }),
  addClient: endpoint({ method: 'POST', path: '/clients', summary: 'Add a client', body: clients.newClient, reply: clients.client }),
  client: endpoint({ method: 'GET', path: '/clients/:client', summary: 'One client', params: ofClient, reply: clients.clientDetail }),
  channels: endpoint({ method: 'GET', path: '/channels', summary: 'All channels', reply: z.array(clients.channel) }),
  addChannel: endpoint({ method: 'POST', path: '/channels', summary: 'Add a channel', body: clients.newChannel, reply: clients.channel }),
  addAccount: endpoint({
    method: 'POST',
    path: '/clients/:client/accounts',
    summary: 'Add an account of a client in a channel',
    params: ofClient,
    body: clients.newAccount,
    reply: clients.account,
  }),
  feeds: endpoint({
    method: 'GET',
    path: '/clients/:client/feeds',
    summary: 'Feeds with their imports',
    params: ofClient,
    reply: z.array(intake.feed),
  }),
  health: endpoint({
    method: 'GET',
    path: '/clients/:client/health',
    summary: 'What of the data is there on the last days, and what to know before trusting it',
    params: ofClient,
    reply: health.health,
  }),
  logHealth: endpoint({
    method: 'GET',
    path: '/clients/:client/health/logs',
    summary: 'What is odd in logs of touches, and in what channels claim',
    params: ofClient,
    reply: z.array(health.healthNote),
  }),
  ...RULES_ENDPOINTS,
  ...LIBRARY_ENDPOINTS,
  ...VIEWS_ENDPOINTS,
  ...DASHBOARDS_ENDPOINTS,
  ...FIND_ENDPOINTS,
  ...MORNING_ENDPOINTS,
  ...CLAIM_ENDPOINTS,
  ...CREDIT_ENDPOINTS,
  ...LOGBOOK_ENDPOINTS,
  ...FROZEN_ENDPOINTS,
  ...KEPT_FILE_ENDPOINTS,
  preview: endpoint({
    method: 'POST',
    path: '/clients/:client/previews',
    summary: 'First rows and guessed mapping of a stored file',
    params: ofClient,
    body: intake.previewRequest,
    reply: intake.preview,
  }),
  check: endpoint({
    method: 'POST',
    path: '/clients/:client/checks',
    summary: 'Read a whole file with a mapping, storing nothing yet',
    params: ofClient,
    body: intake.newCheck,
    reply: intake.job,
  }),
  job: endpoint({ method: 'GET', path: '/jobs/:job', summary: 'Progress and result of a job', params: ofJob, reply: intake.job }),
  cancelJob: endpoint({
    method: 'DELETE',
    path: '/jobs/:job',
    summary: 'Cancel a job; nothing of it is kept',
    params: ofJob,
    reply: intake.job,
  }),
  import: endpoint({
    method: 'POST',
    path: '/jobs/:job/import',
    summary: 'Import what a check has read',
    params: ofJob,
    body: intake.importAnswer,
    reply: intake.job,
  }),
  importDetail: endpoint({
    method: 'GET',
    path: '/imports/:import',
    summary: 'How an import read its file, and what it changed on its days',
    params: ofImport,
    query: z.object({ against: z.coerce.number().int().optional() }),
    reply: intake.importDetail,
  }),
  takeBack: endpoint({
    method: 'POST',
    path: '/imports/:import/take-back',
    summary: 'Take an import back: its days show what they showed without it',
    params: ofImport,
    reply: done,
  }),
  bringBack: endpoint({
    method: 'POST',
    path: '/imports/:import/bring-back',
    summary: 'Undo taking an import back, as long as its feed has not changed since',
    params: ofImport,
    reply: done,
  }),
  offeredChannels: endpoint({
    method: 'GET',
    path: '/offers',
    summary: 'Channels that can be connected',
    reply: z.array(connections.offeredChannel),
  }),
  offeredAccounts: endpoint({
    method: 'POST',
    path: '/offers/accounts',
    summary: 'Accounts a token opens',
    body: connections.tokenRequest,
    reply: z.array(connections.offeredAccount),
  }),
  offeredReports: endpoint({
    method: 'POST',
    path: '/offers/reports',
    summary: 'Reports of an account, with their first rows',
    body: connections.tokenRequest.extend({ account: id }),
    reply: z.array(connections.offeredReport),
  }),
  connections: endpoint({
    method: 'GET',
    path: '/clients/:client/connections',
    summary: 'Connected channels of a client',
    params: ofClient,
    reply: z.array(connections.connection),
  }),
  connect: endpoint({
    method: 'POST',
    path: '/clients/:client/connections',
    summary: 'Connect an account and fetch for the first time',
    params: ofClient,
    body: connections.newConnection,
    reply: connections.connection,
  }),
  moreReports: endpoint({
    method: 'GET',
    path: '/connections/:connection/offers',
    summary: 'Reports of a connected account that are not fetched yet',
    params: ofConnection,
    reply: z.array(connections.offeredReport),
  }),
  addReports: endpoint({
    method: 'POST',
    path: '/connections/:connection/reports',
    summary: 'Fetch more reports of a connected account',
    params: ofConnection,
    body: connections.newReports,
    reply: connections.connection,
  }),
  refresh: endpoint({
    method: 'POST',
    path: '/connections/:connection/refresh',
    summary: 'Fetch what is new and what the channel still changes',
    params: ofConnection,
    reply: connections.connection,
  }),
  stopRefresh: endpoint({
    method: 'DELETE',
    path: '/connections/:connection/refresh',
    summary: 'Stop fetching; what is imported stays',
    params: ofConnection,
    reply: connections.connection,
  }),
  changeConnection: endpoint({
    method: 'PUT',
    path: '/connections/:connection',
    summary: 'Give it a new token or another schedule',
    params: ofConnection,
    body: z.object({ token: connections.tokenRequest.shape.token.nullable(), schedule: connections.schedule }),
    reply: connections.connection,
  }),
  acceptColumns: endpoint({
    method: 'POST',
    path: '/connections/:connection/reports/:report/accept',
    summary: 'Accept the changed columns of a report and fetch it',
    params: ofConnection.extend({ report: id }),
    reply: connections.connection,
  }),
  disconnect: endpoint({
    method: 'DELETE',
    path: '/connections/:connection',
    summary: 'Forget a connection and its token; imported data stays',
    params: ofConnection,
    reply: done,
  }),
  keepAddress: endpoint({
    method: 'POST',
    path: '/addresses',
    summary: 'Keep a question that is too long for an address',
    body: z.object({ text: z.string().min(1).max(500_000) }),
    reply: z.object({ hash: keptHash }),
  }),
  keptAddress: endpoint({
    method: 'GET',
    path: '/addresses/:hash',
    summary: 'What a short address stands for',
    params: z.object({ hash: keptHash }),
    reply: z.object({ text: z.string() }),
  }),
  compare: endpoint({
    method: 'POST',
    path: '/compare',
    summary: 'Answer a question',
    body: compare.question,
    reply: compare.comparisonTable,
  }),
  series: endpoint({
    method: 'POST',
    path: '/compare/series',
    summary: 'One metric of chosen members over time',
    body: compare.seriesRequest,
    reply: compare.series,
  }),
  trace: endpoint({
    method: 'POST',
    path: '/compare/trace',
    summary: 'How a figure came about',
    body: compare.traceRequest,
    reply: compare.trace,
  }),
  ...AUDIT_ENDPOINTS,
  ...RESULTS_ENDPOINTS,
  ...SENDING_ENDPOINTS,
  ...PLAN_ENDPOINTS,
  ...BULK_ENDPOINTS,
  ...STANDING_RULES_ENDPOINTS,
} as const;

export type EndpointName = keyof typeof ENDPOINTS;

/** Requests whose body or reply is a file. */
export const FILES = {
  upload: { method: 'POST', path: '/files', query: z.object({ name: intake.storedFile.shape.name }), reply: intake.upload },
  exportTable: {
    method: 'GET',
    path: '/compare/export.:format',
    params: z.object({ format: z.enum(['csv', 'xlsx', 'json']) }),
    /** `limits`: whether amounts known only within limits are told in words or in columns of their own. */
    query: z.object({ question: z.string().max(12_000), limits: z.enum(['words', 'columns']).default('words') }),
  },
  picture: { method: 'GET', path: '/pictures/:hash', params: z.object({ hash: intake.storedFile.shape.hash }) },
  importedFile: { method: 'GET', path: '/imports/:import/file', params: ofImport },
  changeSheet: {
    method: 'GET',
    path: '/clients/:client/change-sheet.:format',
    params: ofClient.extend({ format: z.enum(['csv', 'xlsx', 'txt']) }),
  },
} as const;
