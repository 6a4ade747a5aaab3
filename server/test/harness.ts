import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { ADS_BY_CHANNEL } from '@lens/core';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { setTimeout } from 'node:timers/promises';

/** A real server process on a data folder of its own. */
export interface Running {
  readonly address: string;
  readonly process: ChildProcess;
  stop(signal?: NodeJS.Signals): Promise<void>;
}

export const freshFolder = (): string => mkdtempSync(join(tmpdir(), 'lens-test-'));
export function removeFolder(folder: string): void {
  for (const path of [folder, `${folder}.key`]) rmSync(path, { recursive: true, force: true });
}

/** Starts the built server; with the address of a market it can connect to its channels. */
export const startServer = (dataFolder: string, market = ''): Promise<Running> =>
  startProgram(['dist/server/main.js', '--port', '0', '--data', dataFolder, '--market', market], { LENS_KEY_FILE: `${dataFolder}.key` });

/** Starts the built market on a folder of its own. */
export const startMarket = (folder: string): Promise<Running> => startProgram(['dist/market/main.js', '--port', '0', '--data', folder]);

async function startProgram(args: readonly string[], env: Record<string, string> = {}): Promise<Running> {
  const child = spawn(process.execPath, args, { stdio: ['ignore', 'pipe', 'inherit'], env: { ...process.env, ...env } });
  const address = await new Promise<string>((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`${args[0]} ended with ${code}`)));
    createInterface({ input: child.stdout }).on('line', (line) => {
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(line)?.[0];
      if (found) resolve(found);
    });
  });
  const ended = new Promise<void>((resolve) => child.once('close', () => resolve()));
  return {
    address,
    process: child,
    stop: async (signal = 'SIGTERM') => {
      child.kill(signal);
      await ended;
    },
  };
}

export interface SuiteServer {
  readonly address: string;
  readonly process: ChildProcess;
  readonly folder: string;
  restart(signal?: NodeJS.Signals): Promise<void>;
}

/** A server for all tests of a suite, on a data folder of its own that is gone afterwards. */
export function suiteServer(market: () => string = () => ''): SuiteServer {
  const folder = freshFolder();
  let running: Running;
  beforeAll(async () => {
    running = await startServer(folder, market());
  });
  afterAll(async () => {
    await running.stop();
    removeFolder(folder);
  });
  return {
    get address() {
      return running.address;
    },
    get process() {
      return running.process;
    },
    folder,
    restart: async (signal) => {
      await running.stop(signal);
      running = await startServer(folder, market());
    },
  };
}

/** Processes the server has started: the intake at work. None where it has just ended. */
export function childrenOf(pid: number): number[] {
  return spawnSync('ps', ['-o', 'pid=,args=', '--ppid', String(pid)], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter((line) => line.includes('intake-process'))
    .map((line) => Number.parseInt(line, 10));
}

export interface Reply<T = Record<string, never>> {
  readonly status: number;
  readonly body: T;
  readonly headers: Headers;
}

// Tests read replies loosely; what the server sends is checked by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

export async function send(
  address: string,
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Reply<Loose>> {
  const response = await fetch(`${address}/api${path}`, {
    method,
    headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await response.text();
  return {
    status: response.status,
    headers: response.headers,
    body: response.headers.get('content-type')?.includes('json') ? JSON.parse(text) : text,
  };
}

export interface Uploaded {
  readonly files: readonly { readonly hash: string; readonly name: string }[];
  readonly leftOut: readonly { readonly name: string; readonly reason: string }[];
}

/** Sends a file; the reply lists the files it became. */
export async function uploadAll(address: string, name: string, content: string | Uint8Array<ArrayBuffer>): Promise<Uploaded> {
  const response = await fetch(`${address}/api/files?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: content,
  });
  return (await response.json()) as Uploaded;
}

/** Sends a file that is one table. */
export const upload = async (address: string, name: string, content: string | Uint8Array<ArrayBuffer>): Promise<string> =>
  (await uploadAll(address, name, content)).files[0]?.hash ?? '';

/** Asks for a job until `done` says so. */
export async function follow(
  address: string,
  job: string,
  done: (state: Loose) => boolean = (state) => state.state !== 'running',
): Promise<Loose> {
  return until(async () => (await send(address, 'GET', `/jobs/${job}`)).body, done);
}

/** A connection of a client, once nothing of it is being fetched. */
export const fetched = (address: string, client: string, connection: string): Promise<Loose> =>
  until(
    async () => (await send(address, 'GET', `/clients/${client}/connections`)).body.find(({ id }: Loose) => id === connection),
    ({ running }) => !running,
  );

/** Asks again, with a breath in between so that the work asked about goes on, until `done` says so. */
export async function until<T>(ask: () => Promise<T>, done: (answer: T) => boolean): Promise<T> {
  for (;;) {
    const answer = await ask();
    if (done(answer)) return answer;
    await setTimeout(BREATH);
  }
}
const BREATH = 20;

export interface Setting {
  readonly client: string;
  readonly account: string;
}

/** A client with one search account. */
export async function makeClient(address: string, name = 'Test Client'): Promise<Setting> {
  await send(address, 'PUT', '/clock', { today: '2026-10-31' });
  const client = await send(address, 'POST', '/clients', {
    name,
    currency: 'GBP',
    timeZone: 'Europe/London',
    locale: 'en-GB',
    metricSet: 'shop',
  });
  const channel = await send(address, 'POST', '/channels', { name: `Search of ${name}`, kind: 'search' });
  const account = await send(address, 'POST', `/clients/${client.body.id}/accounts`, {
    channel: channel.body.id,
    name: 'Main',
    currency: 'GBP',
    timeZone: 'Europe/London',
  });
  return { client: client.body.id, account: account.body.id };
}

/** A new client before each test of a suite. */
export function clientForEach(server: SuiteServer, name: string): Setting {
  let setting: Setting = { client: '', account: '' };
  let next = 0;
  beforeEach(async () => {
    setting = await makeClient(server.address, `${name} ${(next += 1)}`);
  });
  return {
    get client() {
      return setting.client;
    },
    get account() {
      return setting.account;
    },
  };
}

type Covers = { from: string; to: string } | null;

/** Uploads, takes the guessed mapping and checks the whole file. */
export async function checkFile(
  address: string,
  { client, account }: Setting,
  feed: string,
  content: string | Uint8Array<ArrayBuffer>,
  covers: Covers = null,
): Promise<Loose> {
  const file = await upload(address, `${feed}.csv`, content);
  const preview = await send(address, 'POST', `/clients/${client}/previews`, { hash: file });
  if (preview.status !== 200) return preview.body;
  const check = await send(address, 'POST', `/clients/${client}/checks`, {
    file,
    fileName: `${feed}.csv`,
    layout: preview.body.layout,
    account,
    feed: { name: feed },
    mapping: preview.body.mapping,
    covers,
  });
  return check.status === 200 ? follow(address, check.body.id) : check.body;
}

export async function importFile(
  address: string,
  setting: Setting,
  feed: string,
  content: string | Uint8Array<ArrayBuffer>,
  absent: 'gone' | 'keep' | null = null,
  covers: Covers = null,
): Promise<Loose> {
  const job = await checkFile(address, setting, feed, content, covers);
  if (job.state !== 'ready') return job;
  const started = await send(address, 'POST', `/jobs/${job.id}/import`, { absent });
  return started.status === 200 ? follow(address, job.id) : started.body;
}

/** Uploads a file, lets the test change its guessed mapping, and imports it; a refusal comes back as it is. */
export async function importAs(
  address: string,
  { client, account }: Setting,
  feed: string,
  content: string,
  change: (mapping: Loose) => Loose,
): Promise<Loose> {
  const file = await upload(address, `${feed}.csv`, content);
  const { body: preview } = await send(address, 'POST', `/clients/${client}/previews`, { hash: file });
  const check = await send(address, 'POST', `/clients/${client}/checks`, {
    file,
    fileName: `${feed}.csv`,
    layout: preview.layout,
    account,
    feed: { name: feed },
    mapping: change(preview.mapping),
    covers: null,
  });
  if (check.status !== 200) return check;
  const job = await follow(address, check.body.id);
  if (job.state !== 'ready') return job;
  await send(address, 'POST', `/jobs/${job.id}/import`, { absent: null });
  return follow(address, job.id);
}

/** Spend of members in a comparison of these days, by row name. */
export async function spendBy(
  address: string,
  client: string,
  from: string,
  to: string,
  level = 'campaign',
): Promise<Record<string, number | null>> {
  const { body } = await compare(address, client, { period: { from, to } });
  const at = body.metrics.indexOf('spend');
  return Object.fromEntries(
    body.rows.flatMap((row: Loose, index: number) => (row.level === level ? [[row.name, body.columns[at].now.values[index]]] : [])),
  );
}

export const compare = (address: string, client: string, part: object): Promise<Reply<Loose>> =>
  send(address, 'POST', '/compare', questionFor(client, part));

export const questionFor = (client: string, part: object): object => ({
  clients: [client],
  period: { from: '2026-10-01', to: '2026-10-10' },
  comparison: null,
  countedBy: 'orders',
  basis: 'sale',
  metricSet: 'shop',
  rows: ADS_BY_CHANNEL,
  where: [],
  named: '',
  sort: { by: 'spend', direction: 'descending' },
  ...part,
});

/** One figure of the total row: its value, its bounds, or its gap. */
export async function totalCell(
  address: string,
  { client }: Setting,
  period: { from: string; to: string },
  metric: string,
  metricSet = 'shop',
) {
  const { body } = await compare(address, client, { period, metricSet });
  const { values, bounds, gaps } = body.columns[body.metrics.indexOf(metric)].now;
  const [, low = null, high = null] = bounds[0] ?? [];
  return { value: values[0], low, high, gap: gaps[0]?.[1] ?? null };
}
