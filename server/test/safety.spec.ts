import {
  childrenOf,
  compare,
  follow,
  freshFolder,
  importFile,
  makeClient,
  removeFolder,
  type Running,
  send,
  type Setting,
  spendBy,
  startServer,
  suiteServer,
  upload,
} from './harness';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { request } from 'node:http';

/** A raw request: fetch does not let a test choose its Host. */
function rawStatus(address: string, headers: Record<string, string>, method = 'GET'): Promise<number> {
  return new Promise((resolve, reject) => {
    const { hostname, port } = new URL(address);
    request({ hostname, port, path: '/api/clients', method, headers }, (response) => {
      response.resume();
      resolve(response.statusCode ?? 0);
    })
      .on('error', reject)
      .end();
  });
}

const ROWS = 40_000;
const bigFile = (cost: number): string => {
  const lines = ['Day,Campaign,Ad,Cost,Clicks'];
  for (let row = 0; row < ROWS; row++)
    lines.push(`2026-10-${String(1 + (row % 30)).padStart(2, '0')},Tea,ad ${Math.floor(row / 30)},${cost},1`);
  return lines.join('\n');
};

describe('a stopped process', () => {
  let folder: string;
  let server: Running;
  let setting: Setting;

  beforeEach(async () => {
    folder = freshFolder();
    server = await startServer(folder);
    setting = await makeClient(server.address);
  });
  afterEach(async () => {
    await server.stop();
    removeFolder(folder);
  });

  const spend = () => spendBy(server.address, setting.client, '2026-10-01', '2026-10-30');
  async function beginCheck(content: string): Promise<string> {
    const hash = await upload(server.address, 'big.csv', content);
    const preview = await send(server.address, 'POST', `/clients/${setting.client}/previews`, { hash });
    const check = await send(server.address, 'POST', `/clients/${setting.client}/checks`, {
      file: hash,
      layout: preview.body.layout,
      fileName: 'big.csv',
      account: setting.account,
      feed: { name: 'Ads' },
      mapping: preview.body.mapping,
      covers: null,
    });
    return check.body.id;
  }

  it('killed while reading, at a reported row count, leaves what was there', async () => {
    await importFile(server.address, setting, 'Ads', 'Day,Campaign,Ad,Cost,Clicks\n2026-10-01,Tea,old,5,1\n');
    const job = await beginCheck(bigFile(1));
    const seen = await follow(server.address, job, (state) => state.rows >= 5000 || state.state !== 'running');
    expect(seen).toMatchObject({ state: 'running', phase: 'reading' });
    for (const child of childrenOf(server.process.pid ?? 0)) process.kill(child, 'SIGKILL');
    expect(await follow(server.address, job)).toMatchObject({ state: 'failed', error: expect.stringContaining('Nothing was stored') });
    expect((await send(server.address, 'GET', `/clients/${setting.client}/feeds`)).body).toMatchObject([{ rows: 1, imports: [{}] }]);
    expect(readdirSync(join(folder, 'staging'))).toEqual([]);
  });

  it('killed with the whole server in the middle of the commit, leaves what was there or all of the new', async () => {
    await importFile(server.address, setting, 'Ads', bigFile(1));
    const job = await beginCheck(bigFile(2));
    await follow(server.address, job);
    await send(server.address, 'POST', `/jobs/${job}/import`, { absent: null });
    const seen = await follow(server.address, job, (state) => state.phase === 'replaced rows ended' || state.state !== 'running');
    expect(seen).toMatchObject({ state: 'running', rows: ROWS });
    const children = childrenOf(server.process.pid ?? 0);
    await server.stop('SIGKILL');
    for (const child of children) process.kill(child, 'SIGKILL');
    server = await startServer(folder);
    // On a busy machine the commit may end before the kill arrives; then all of it must be there.
    const { state } = await follow(server.address, job);
    const cost = { failed: 1, done: 2 }[state as string];
    expect(await spend()).toEqual({ Tea: (cost ?? NaN) * ROWS });
    const { body } = await send(server.address, 'GET', `/clients/${setting.client}/feeds`);
    expect(body).toMatchObject([{ rows: ROWS, imports: Array.from({ length: cost ?? 0 }, () => ({})) }]);
    await importFile(server.address, setting, 'Ads', bigFile(2));
    expect(await spend()).toEqual({ Tea: 2 * ROWS });
  });
});

describe('the door', () => {
  const server = suiteServer();

  it('answers only to its own host names', async () => {
    const { port } = new URL(server.address);
    expect(await rawStatus(server.address, { host: `localhost:${port}` })).toBe(200);
    expect(await rawStatus(server.address, { host: `LocalHost:${port}` })).toBe(200);
    expect(await rawStatus(server.address, { host: 'rebound.example' })).toBe(421);
    expect(await rawStatus(server.address, { host: `127.0.0.1.rebound.example:${port}` })).toBe(421);
  });

  it('takes changes only from its own pages', async () => {
    const body = { name: 'X', currency: 'GBP', timeZone: 'Europe/London', locale: 'en-GB', metricSet: 'shop' };
    expect(await send(server.address, 'POST', '/clients', body, { origin: 'http://elsewhere.example' })).toMatchObject({ status: 403 });
    expect(await send(server.address, 'POST', '/clients', body, { 'sec-fetch-site': 'cross-site' })).toMatchObject({ status: 403 });
    expect(await send(server.address, 'POST', '/clients', body, { origin: 'null' })).toMatchObject({ status: 403 });
    expect(await send(server.address, 'POST', '/clients', body, { origin: server.address })).toMatchObject({ status: 200 });
  });

  it('sends a strict content security policy', async () => {
    const { headers } = await send(server.address, 'GET', '/clients');
    expect(headers.get('content-security-policy')).toContain("script-src 'self'");
    expect(headers.get('content-security-policy')).toContain("default-src 'none'");
  });

  it('answers errors as problem details that name the field', async () => {
    const reply = await send(server.address, 'POST', '/clients', {
      name: ' ',
      currency: 'pounds',
      timeZone: 'Europe/London',
      locale: 'en-GB',
      metricSet: 'shop',
    });
    expect(reply.headers.get('content-type')).toContain('application/problem+json');
    expect(reply).toMatchObject({ status: 400, body: { errors: [{ path: 'name', message: 'Give it a name' }, { path: 'currency' }] } });
    expect(
      await send(server.address, 'POST', '/clients', {
        name: 'Z',
        currency: 'GBP',
        timeZone: 'Mars/Base',
        locale: 'en-GB',
        metricSet: 'shop',
      }),
    ).toMatchObject({ status: 400, body: { errors: [{ path: 'timeZone' }] } });
    expect(await send(server.address, 'GET', '/nothing')).toMatchObject({ status: 404 });
    expect(await compare(server.address, 'nobody', {})).toMatchObject({ status: 404 });
    expect(await compare(server.address, 'nobody', { period: { from: '2026-10-10', to: '2026-10-01' } })).toMatchObject({
      status: 400,
      body: { errors: [{ path: 'period.to' }] },
    });
    const export_ = await send(server.address, 'GET', `/compare/export.csv?question=${encodeURIComponent('{broken')}`);
    expect(export_).toMatchObject({ status: 400 });
  });

  it('describes itself', async () => {
    const { body } = await send(server.address, 'GET', '/openapi.json');
    expect(body.paths['/api/compare'].post.requestBody.content['application/json'].schema.properties).toHaveProperty('countedBy');
    expect(body.paths['/api/sheets'].post.requestBody.content['application/json'].schema.properties).toHaveProperty('tiles');
    const told = Object.keys(body.paths['/api/clients/{client}/fresh'].get.responses[200].content);
    expect([told, body.paths['/api/clients/{client}/fresh'].get.parameters]).toMatchObject([['text/event-stream'], [{ name: 'client' }]]);
  });
});
