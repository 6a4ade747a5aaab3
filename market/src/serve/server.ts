import compression from 'compression';
import express, { type Express, type Request, type Response } from 'express';
import { z } from 'zod';
import type { Market } from '../market';
import type { Cell, Report } from '../report/report';
import { dayOf, isoDay } from '../world/calendar';
import { accept, changeRequest } from './changes';
import { GOOD_MANNERS, manners, type Manners } from './manners';
import { pageOf } from './page';
import { fileRoutes } from './files';
import { pictureOf } from './pictures';
import { accountOf, Refused, reportOf } from './refused';
import { Tokens } from './tokens';

const iso = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'A day is written as 2026-10-31');
const rowsQuery = z.object({ from: iso, to: iso, fields: z.string().default(''), cursor: z.coerce.number().int().min(0).default(0) });

/** What the routes share: how it behaves now, what has been asked, and rows kept for the next page. */
interface Served {
  readonly market: Market;
  readonly tokens: Tokens;
  manners: Manners;
  requests: number;
  readonly asked: Map<string, number>;
  readonly kept: Map<string, Cell[][]>;
}

/**
 * The channels over HTTP: accounts, reports and rows for whoever has a token, changes, and a plain
 * page for people. Under /v1 it behaves as a channel does, well or badly; the rest is for the demonstration.
 */
export function createMarketServer(market: Market): Express {
  const app = express();
  const served: Served = { market, tokens: new Tokens(), manners: GOOD_MANNERS, requests: 0, asked: new Map(), kept: new Map() };
  app.disable('x-powered-by');
  app.use(compression());
  app.use(express.json(), express.urlencoded({ extended: false }));
  pageRoutes(app, served);
  channelRoutes(app, served);
  app.use((_request, _response) => {
    throw new Refused(404, 'There is nothing at this address.');
  });
  app.use((error: Error, _request: Request, response: Response, _next: unknown) => {
    const refused = error instanceof Refused ? error : new Refused(error instanceof z.ZodError ? 400 : 500, error.message);
    response.status(refused.status).set(refused.headers).json({ error: refused.message });
  });
  return app;
}

/** For people and tests: the page, the clock, tokens, manners, changes, files. */
function pageRoutes(app: Express, served: Served): void {
  const { market, tokens } = served;
  app.get('/', (_request, response) => void response.type('html').send(pageOf(market, (channel) => tokens.of(channel))));
  app.get('/clock', (_request, response) => void response.json({ today: isoDay(market.today) }));
  app.post('/clock/advance', (request, response) => {
    const { days } = z.object({ days: z.coerce.number().int().min(1).max(60) }).parse(request.body);
    market.advance(days);
    served.kept.clear();
    reply(request, response, { today: isoDay(market.today) });
  });
  app.get('/tokens/:channel', (request, response) => void response.json({ token: tokens.of(request.params.channel) }));
  app.post('/tokens/:channel', (request, response) => reply(request, response, { token: tokens.renew(request.params.channel) }));
  app.put('/manners', (request, response) => {
    Object.assign(served, { manners: manners.parse(request.body), requests: 0 });
    served.asked.clear();
    response.json(served.manners);
  });
  app.post('/changes/:channel/:account', (request, response) => reply(request, response, change(market, request.params, request.body)));
  fileRoutes(app, market);
}

/** What a channel offers to programs that have a token. */
function channelRoutes(app: Express, served: Served): void {
  const { market } = served;
  app.get('/v1/channels', (_request, response) => void response.json(market.channels()));
  app.use('/v1/:channel', async (request, _response, next) => {
    await behave(served, request);
    next();
  });
  app.get('/v1/:channel/accounts', (request, response) => {
    response.json(market.accounts(request.params.channel).map(({ id, name, currency, zone }) => ({ id, name, currency, timeZone: zone })));
  });
  app.get('/v1/:channel/accounts/:account/reports', (request, response) => {
    const { reports } = accountOf(market, request.params.channel, request.params.account);
    response.json(
      reports.map(({ id, name, fields, restates }) => ({
        id,
        name,
        restates,
        fields: fields.map((field) => ({ ...field, name: renamed(served.manners, field.name) })),
      })),
    );
  });
  app.get('/v1/:channel/accounts/:account/reports/:report/rows', (request, response) => {
    const account = accountOf(market, request.params.channel, request.params.account);
    sendRows(served, reportOf(account, request.params.report), account.id, rowsQuery.parse(request.query), response);
  });
  app.get('/v1/:channel/accounts/:account/pictures/:ad.svg', (request, response) => {
    const { channel, account, ad } = request.params;
    const client = market.clientOf(accountOf(market, channel, account));
    const found = client.campaigns.flatMap(({ groups }) => groups.flatMap(({ ads }) => ads)).find(({ id }) => id === ad);
    if (!found || served.manners.broken.includes('pictures')) throw new Refused(404, `The account has no picture of an ad ${ad}.`);
    response.type('image/svg+xml').send(pictureOf(found.id, found.name));
  });
  app.post('/v1/:channel/accounts/:account/changes', (request, response) => {
    const made = change(market, request.params, request.body);
    if (served.manners.lostReplies === 0) return void response.json(made);
    served.manners.lostReplies -= 1;
    response.destroy();
  });
}

/** One page of a report's rows. Today is told apart as still open. */
function sendRows(served: Served, report: Report, account: string, query: z.infer<typeof rowsQuery>, response: Response): void {
  const { market, manners: behaviour, asked, kept } = served;
  const { from, to, fields, cursor } = query;
  if (behaviour.broken.includes(report.id))
    throw new Refused(500, 'Something went wrong on our side.', { 'retry-after': String(behaviour.retryAfter) });
  const last = Math.min(behaviour.openDay ? market.today : dayOf(to), market.today);
  const key = `${account} ${report.id} ${from} ${last}`;
  const times = (asked.get(key) ?? 0) + 1;
  asked.set(key, times);
  if (times <= behaviour.notReady) {
    response.status(202).set('retry-after', String(behaviour.retryAfter)).json({ ready: false });
    return;
  }
  const all = kept.get(key) ?? report.rows({ from: dayOf(from), to: last });
  if (kept.size > 3) kept.clear();
  kept.set(key, all);
  const extra = fields.split(',').filter((name) => name !== '');
  const wanted = report.fields.flatMap((field, at) => (field.always || extra.includes(renamed(behaviour, field.name)) ? [at] : []));
  const end = cursor + behaviour.pageRows;
  response.json({
    columns: wanted.map((at) => renamed(behaviour, report.fields[at]?.name ?? '')),
    rows: all.slice(cursor, end).map((row) => wanted.map((at) => row[at] ?? null)),
    next: end < all.length ? end : null,
    total: all.length,
    to: isoDay(last),
    open: last === market.today ? isoDay(last) : null,
  });
}

const renamed = ({ rename }: Manners, name: string): string => (rename?.from === name ? rename.to : name);

/** Does what real channels do to whoever asks too much, too late, or at the wrong moment. */
async function behave(served: Served, request: Request): Promise<void> {
  const { tokenRequests, limitEvery, retryAfter, failEvery, slow } = served.manners;
  served.requests += 1;
  const token = /^Bearer (.+)$/.exec(request.get('authorization') ?? '')?.[1] ?? '';
  if (!served.tokens.use(String(request.params['channel']), token, tokenRequests))
    throw new Refused(401, 'The token is wrong or has expired.');
  const every = (times: number | null): boolean => times !== null && served.requests % times === 0;
  if (every(limitEvery)) throw new Refused(429, 'Too many requests.', { 'retry-after': String(retryAfter) });
  if (every(failEvery)) throw new Refused(503, 'Please try again later.');
  if (slow > 0) await new Promise((resolve) => setTimeout(resolve, slow));
}

function change(market: Market, { channel, account }: { channel: string; account: string }, body: unknown): { day: string } {
  const client = market.clientOf(accountOf(market, channel, account));
  const request = changeRequest.parse(body);
  const made = market.changes.find(({ key }) => key !== undefined && key === request.key);
  if (made) return { day: isoDay(made.day) };
  const accepted = accept(client, market.settingsOf(client), request, market.today);
  if ('status' in accepted) throw new Refused(accepted.status, accepted.words);
  market.change(accepted);
  return { day: isoDay(accepted.day) };
}

/** Forms of the page go back to it; programs get their answer. */
function reply(request: Request, response: Response, answer: object): void {
  if (request.is('application/x-www-form-urlencoded')) response.redirect(303, '/');
  else response.json(answer);
}
