import { CLIENTS } from '../clients/clients';
import type { ClientWorld } from '../world/spec';
import { PROMISES } from './promises';

/** Reports the demonstration fetches of each channel; the rest can be connected by hand. */
const REPORTS: Readonly<Record<string, readonly string[]>> = {
  'harbor-search': ['ads', 'keywords', 'terms', 'device-hours', 'positions', 'pages', 'claims', 'settings', 'changes'],
  'tern-search': ['ads', 'keywords', 'terms', 'claims', 'settings', 'changes'],
  'wren-social': ['ads', 'age-sex', 'platforms', 'films', 'grades', 'reach', 'claims', 'settings', 'changes'],
  'cobble-video': ['ads', 'reach', 'claims', 'settings', 'changes'],
  'hedgerow-display': ['ads', 'placements', 'claims', 'settings', 'changes'],
  stallway: ['products', 'settings', 'changes'],
  larkmail: ['sources', 'sub-sources', 'browsers', 'carriers', 'lots', 'claims', 'settings', 'changes'],
  doorstep: ['phrases'],
  footpath: ['visits', 'links', 'journeys'],
  till: ['till', 'subscriptions'],
};

interface Named {
  readonly id: string;
  readonly name: string;
}

interface Connection {
  readonly id: string;
  readonly channelName: string;
  readonly running: boolean;
  readonly reports: readonly { readonly name: string; readonly state: string; readonly rows: number; readonly error: string }[];
}

/** Brings the demonstration into a running product the way a person would: adds clients, pastes tokens, chooses reports, fetches. */
export async function connectDemo(
  product: string,
  market: string,
  say: (line: string) => void,
  clients = CLIENTS,
  /** Reports that are not fetched, for who needs none of them. */
  leftOut: readonly string[] = [],
): Promise<void> {
  const { today } = await ask<{ today: string }>(market, 'GET', '/clock');
  await ask(product, 'PUT', '/api/clock', { today });
  for (const world of clients) {
    const client = await clientOf(product, world);
    const known = await ask<Connection[]>(product, 'GET', `/api/clients/${client.id}/connections`);
    for (const channel of await ask<Named[]>(market, 'GET', '/v1/channels')) {
      const connection =
        known.find((each) => each.channelName === channel.name) ?? (await connect(product, market, { world, client, channel, leftOut }));
      if (connection) await followed(product, client, connection, (line) => say(`${world.name}: ${line}`));
    }
  }
}

async function clientOf(product: string, world: ClientWorld): Promise<Named> {
  const clients = await ask<Named[]>(product, 'GET', '/api/clients');
  const known = clients.find(({ name }) => name === world.name);
  if (known) return known;
  const { name, currency, zone: timeZone, locale, metricSet } = world;
  const client = await ask<Named>(product, 'POST', '/api/clients', { name, currency, timeZone, locale, metricSet });
  await ask(product, 'PUT', `/api/clients/${client.id}/promises`, PROMISES[world.id] ?? {});
  return client;
}

interface Connecting {
  readonly world: ClientWorld;
  readonly client: Named;
  readonly channel: Named;
  readonly leftOut: readonly string[];
}

async function connect(product: string, market: string, { world, client, channel, leftOut }: Connecting): Promise<Connection | undefined> {
  const wanted = REPORTS[channel.id]?.filter((report) => !leftOut.includes(report));
  if (!wanted) return undefined;
  const { token } = await ask<{ token: string }>(market, 'GET', `/tokens/${channel.id}`);
  const accounts = await ask<(Named & { currency: string; timeZone: string })[]>(product, 'POST', '/api/offers/accounts', {
    channel: channel.id,
    token,
  });
  const account = accounts.find(({ name }) => name === world.name);
  if (!account) return undefined;
  const offered = await ask<Named[]>(product, 'POST', '/api/offers/reports', { channel: channel.id, token, account: account.id });
  return ask<Connection>(product, 'POST', `/api/clients/${client.id}/connections`, {
    channel: channel.id,
    token,
    account: account.id,
    accountName: account.name,
    currency: account.currency,
    timeZone: account.timeZone,
    reports: offered.filter(({ id }) => wanted.includes(id)).map(({ id, name }) => ({ id, name, fields: FIELDS })),
    from: world.from,
    schedule: 'by hand',
  });
}

/** Fields beyond those that are always sent; a report sends the ones it has. */
const FIELDS = [
  ...['Carts', 'Checkouts', 'Purchases', 'Purchase value', 'Bookings', 'Booking value', 'Leads', 'Installs', 'Install value'],
  ...['Video starts', 'Watched 25 %', 'Watched 50 %', 'Watched 75 %', 'Watched 100 %', 'Watch time'],
  ...['Views', 'Clicks to the site', 'Calls', 'Directions', 'Picture'],
  ...['Bookings after a view', 'Installs after a view'],
];

async function followed(product: string, client: Named, connection: Connection, say: (line: string) => void): Promise<void> {
  let latest = connection;
  if (!latest.running && latest.reports.some(({ state }) => state !== 'done'))
    latest = await ask(product, 'POST', `/api/connections/${connection.id}/refresh`);
  while (latest.running) {
    await new Promise((resolve) => setTimeout(resolve, 150));
    const all = await ask<Connection[]>(product, 'GET', `/api/clients/${client.id}/connections`);
    latest = all.find(({ id }) => id === connection.id) ?? { ...latest, running: false };
  }
  for (const { name, state, rows, error } of latest.reports) {
    if (state !== 'done' || error !== '') throw new Error(`${latest.channelName}, ${name}: ${error}`);
    say(`${latest.channelName}, ${name}: ${rows} rows`);
  }
}

/** Times a question is asked again when nobody answers, as on a machine that has too much to do. */
const MOST_TRIES = 6;

async function ask<Reply>(base: string, method: string, path: string, body?: object): Promise<Reply> {
  const response = await answered(base + path, {
    method,
    ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
  });
  const text = await response.text();
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${text}`);
  return JSON.parse(text) as Reply;
}

/** Asks again where that cannot do a thing twice: not where something is made. */
async function answered(address: string, request: RequestInit & { method: string }): Promise<Response> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await fetch(address, request);
    } catch (error) {
      const cause = error instanceof Error && error.cause instanceof Error ? error.cause.message : String(error);
      if (request.method === 'POST' || attempt === MOST_TRIES) throw new Error(`${request.method} ${address}: ${cause}`, { cause: error });
      await new Promise((resolve) => setTimeout(resolve, 250 * 2 ** attempt));
    }
  }
}
