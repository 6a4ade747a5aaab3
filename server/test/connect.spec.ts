import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { northwallClimbing } from '../../market/src/clients/northwall-climbing';
import { childrenOf, compare, send, suiteServer, until } from './harness';
import { suiteMarket } from './market';

const ACCOUNT = 'NW-harbor-search';
const OCTOBER = { from: '2026-10-01', to: '2026-10-30' };

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

describe('a connection', () => {
  const outside = suiteMarket([{ ...northwallClimbing, from: '2026-08-01' }]);
  const server = suiteServer(() => outside.address);
  let client = '';
  let next = 0;

  beforeEach(async () => {
    await outside.behave({});
    await send(server.address, 'PUT', '/clock', { today: '2026-10-31' });
    const made = await send(server.address, 'POST', '/clients', {
      name: `Northwall ${(next += 1)}`,
      currency: 'USD',
      timeZone: 'America/Denver',
      locale: 'en-US',
      metricSet: 'leads',
    });
    client = made.body.id;
  });

  const connect = async (reports: readonly string[], token?: string): Promise<Loose> => {
    const { body } = await send(server.address, 'POST', `/clients/${client}/connections`, {
      channel: 'harbor-search',
      account: ACCOUNT,
      accountName: 'Northwall Climbing',
      currency: 'USD',
      timeZone: 'America/Denver',
      token: token ?? (await outside.token('harbor-search')),
      reports: reports.map((id) => ({ id, name: id, fields: ['Leads'] })),
      from: '2026-08-01',
      schedule: 'by hand',
    });
    return body;
  };
  const read = async (): Promise<Loose> => (await send(server.address, 'GET', `/clients/${client}/connections`)).body[0];
  const ended = () => until(read, (connection) => !connection.running);
  const refreshed = async (): Promise<Loose> => {
    await send(server.address, 'POST', `/connections/${(await read()).id}/refresh`);
    return ended();
  };
  const total = async (metric: string, period = OCTOBER, question: object = {}): Promise<number> => {
    const { body } = await compare(server.address, client, {
      period,
      metricSet: 'leads',
      countedBy: 'claims',
      basis: 'click',
      ...question,
    });
    return body.columns[body.metrics.indexOf(metric)].now.values[0];
  };
  const offered = (field: string, report = 'ads', period = OCTOBER): number => {
    const found = outside.market.accounts('harbor-search')[0]?.reports.find(({ id }) => id === report);
    const at = found?.fields.findIndex(({ name }) => name === field) ?? -1;
    const day = (text: string): number => Date.parse(`${text}T00:00:00Z`) / 86_400_000;
    return (found?.rows({ from: day(period.from), to: day(period.to) }) ?? []).reduce((sum, row) => sum + Number(row[at]), 0);
  };

  it('shows what a token opens, and what of a report can be read here', async () => {
    const asked = { channel: 'harbor-search', token: await outside.token('harbor-search') };
    const accounts = await send(server.address, 'POST', '/offers/accounts', asked);
    expect(accounts.body).toEqual([{ id: ACCOUNT, name: 'Northwall Climbing', currency: 'USD', timeZone: 'America/Denver' }]);
    const reports = await send(server.address, 'POST', '/offers/reports', { ...asked, account: ACCOUNT });
    const keywords = reports.body.find((report: Loose) => report.id === 'keywords');
    expect(keywords).toMatchObject({ problem: '', restates: 30 });
    expect(keywords.fields.find((field: Loose) => field.name === 'Cost')).toMatchObject({ always: true, becomes: 'spend' });
    const changes = reports.body.find((report: Loose) => report.id === 'changes');
    expect(changes.fields.map((field: Loose) => field.becomes)).toContain('changed by');
    expect(await send(server.address, 'POST', '/offers/accounts', { ...asked, token: 'guessed' })).toMatchObject({ status: 422 });
  });

  it('brings in just what the channel has, whichever report answers', async () => {
    await connect(['ads', 'keywords', 'device-hours', 'settings']);
    expect(await ended()).toMatchObject({ reports: Array.from({ length: 4 }, () => ({ state: 'done', error: '' })) });
    for (const inner of ['ad', 'keyword', 'device'])
      expect(await total('spend', OCTOBER, { rows: ['channel', 'campaign', inner] })).toBeCloseTo(offered('Cost'), 4);
    expect(await total('clicks')).toBe(offered('Clicks'));
    expect(await total('leads')).toBe(offered('Leads'));
  });

  it('keeps the token sealed, and shows and logs it nowhere', async () => {
    const token = await outside.token('harbor-search');
    const connection = await connect(['settings'], token);
    await ended();
    expect(JSON.stringify(connection)).not.toContain(token);
    for (const file of readdirSync(server.folder, { recursive: true, withFileTypes: true }))
      if (file.isFile()) expect(readFileSync(join(file.parentPath, file.name)).includes(token)).toBe(false);
  });

  it('takes a day that is still open as it is, does not judge it, and reads it again', async () => {
    await outside.behave({ openDay: true });
    await connect(['ads']);
    const { reports } = await ended();
    expect(reports).toMatchObject([{ state: 'done', fetched: { to: '2026-10-30' } }]);
    const { body: feeds } = await send(server.address, 'GET', `/clients/${client}/feeds`);
    expect(feeds).toMatchObject([{ days: { to: '2026-10-31' } }]);
    expect(await total('spend')).toBeCloseTo(offered('Cost'), 4);
    expect(await total('spend', { from: '2026-10-31', to: '2026-10-31' })).toBeGreaterThan(0);
  });

  it('is patient: too many requests, errors now and then, reports that are not ready, slow pages', async () => {
    await outside.behave({ limitEvery: 3, retryAfter: 0, failEvery: 4, notReady: 2, slow: 5, pageRows: 300 });
    await connect(['ads', 'keywords']);
    expect(await ended()).toMatchObject({ reports: [{ state: 'done' }, { state: 'done' }] });
    expect(await total('spend')).toBeCloseTo(offered('Cost'), 4);
  });

  it('says when a token has expired, and goes on with a new one', async () => {
    await outside.behave({ tokenRequests: 1 });
    await fetch(`${outside.address}/tokens/harbor-search`, { method: 'POST' });
    await connect(['settings']);
    const failed = await ended();
    expect(failed.reports).toMatchObject([{ state: 'failed', error: expect.stringContaining('Make a new one') }]);
    await outside.behave({});
    await send(server.address, 'PUT', `/connections/${failed.id}`, { token: await outside.token('harbor-search'), schedule: 'daily' });
    expect(await refreshed()).toMatchObject({ schedule: 'daily', reports: [{ state: 'done', error: '' }] });
  });

  it('lets one broken report stop no other, and says which', async () => {
    await outside.behave({ broken: ['keywords'], retryAfter: 0 });
    await connect(['keywords', 'settings', 'ads']);
    expect(await ended()).toMatchObject({
      reports: [
        { id: 'keywords', state: 'failed', error: expect.stringContaining('after 6 tries (500') },
        { id: 'settings', state: 'done' },
        { id: 'ads', state: 'done' },
      ],
    });
    expect(await total('spend')).toBeCloseTo(offered('Cost'), 4);
  });

  it('asks before it takes a column that was renamed', async () => {
    await connect(['ads']);
    const { id } = await ended();
    await outside.behave({ rename: { from: 'Cost', to: 'Amount spent' } });
    const failed = await refreshed();
    expect(failed.reports).toMatchObject([{ state: 'failed', changed: { gone: ['Cost'], added: ['Amount spent'] } }]);
    expect(await total('spend')).toBeCloseTo(offered('Cost'), 4);
    await send(server.address, 'POST', `/connections/${id}/reports/ads/accept`);
    expect(await ended()).toMatchObject({ reports: [{ state: 'done', error: '', changed: null }] });
    expect(await total('spend')).toBeCloseTo(offered('Cost'), 4);
  });

  it('killed at a reported row count leaves what was there, says so, and fetches the rest when asked again', async () => {
    await outside.behave({ slow: 15, pageRows: 100 });
    await connect(['settings', 'device-hours']);
    const seen = await until(read, ({ reports, running }) => !running || (reports[1].state === 'fetching' && reports[1].rows >= 500));
    expect(seen.reports).toMatchObject([{ state: 'done' }, { state: 'fetching' }]);
    for (const child of childrenOf(server.process.pid ?? 0)) process.kill(child, 'SIGKILL');
    await server.restart('SIGKILL');
    expect((await read()).reports).toMatchObject([
      { state: 'done' },
      { state: 'failed', error: expect.stringContaining('Nothing of it was stored') },
    ]);
    const { body: feeds } = await send(server.address, 'GET', `/clients/${client}/feeds`);
    expect(feeds).toMatchObject([{ name: 'settings' }]);
    await outside.behave({});
    expect(await refreshed()).toMatchObject({ reports: [{ state: 'done' }, { state: 'done' }] });
    expect(await total('spend', OCTOBER, { rows: ['campaign', 'device'] })).toBeCloseTo(offered('Cost'), 4);
  });

  it('stops when told, and keeps what it had', async () => {
    await connect(['ads']);
    await ended();
    await outside.behave({ slow: 40, pageRows: 20 });
    const { id } = await read();
    await send(server.address, 'POST', `/connections/${id}/refresh`);
    const seen = await until(read, ({ running, reports }) => !running || (reports[0].state === 'fetching' && reports[0].rows >= 20));
    expect(seen.running).toBe(true);
    await send(server.address, 'DELETE', `/connections/${id}/refresh`);
    expect((await ended()).reports).toMatchObject([{ state: 'failed', error: expect.stringContaining('Stopped') }]);
    const { body: feeds } = await send(server.address, 'GET', `/clients/${client}/feeds`);
    expect(feeds).toMatchObject([{ imports: [{}] }]);
  });

  it('forgets a connection and its token, but not the data', async () => {
    const { id } = await connect(['ads']);
    await ended();
    await send(server.address, 'DELETE', `/connections/${id}`);
    expect((await send(server.address, 'GET', `/clients/${client}/connections`)).body).toEqual([]);
    expect(await total('spend')).toBeCloseTo(offered('Cost'), 4);
  });

  it('reads again what the channel restates: late claims arrive, nothing doubles, changes show', async () => {
    await connect(['ads', 'settings']);
    expect((await ended()).lastAt).toMatch(/^2026-10-31T/);
    const week = { from: '2026-10-24', to: '2026-10-30' };
    const [claimed, spent] = [await total('leads', week), await total('spend', week)];
    const change = { campaign: 'HB-2201', field: 'daily budget', value: '40' };
    const posted = await fetch(`${outside.address}/v1/harbor-search/accounts/${ACCOUNT}/changes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', authorization: `Bearer ${await outside.token('harbor-search')}` },
      body: JSON.stringify(change),
    });
    expect(await posted.json()).toEqual({ day: '2026-10-31' });
    await fetch(`${outside.address}/clock/advance`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"days":7}',
    });
    // Fetched on the day it is at the market, not on this machine's.
    expect((await refreshed()).lastAt).toMatch(/^2026-11-07T/);
    expect((await send(server.address, 'GET', '/clock')).body.today).toBe('2026-11-07');
    expect(await total('spend', week)).toBe(spent);
    expect(await total('leads', week)).toBeGreaterThan(claimed);
    expect(await total('leads', week)).toBe(offered('Leads', 'ads', week));
    const after = { from: '2026-10-31', to: '2026-11-06' };
    expect(await total('spend', after)).toBeCloseTo(offered('Cost', 'ads', after), 4);
    expect(await total('spend', after)).toBeLessThan(0.9 * spent);
  });

  it('refuses nonsense with a reason', async () => {
    const refuse = async (change: object) => {
      const response = await fetch(`${outside.address}/changes/harbor-search/${ACCOUNT}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ campaign: 'HB-2201', ...change }),
      });
      return { status: response.status, ...((await response.json()) as object) };
    };
    expect(await refuse({ field: 'daily budget', value: '-4' })).toEqual({
      status: 422,
      error: 'daily budget must be a number from 1 to 10000.',
    });
    expect(await refuse({ field: 'ad status', what: 'HB-1', value: 'paused' })).toEqual({
      status: 422,
      error: 'The campaign has no ad HB-1.',
    });
    expect(await refuse({ campaign: 'X', field: 'bid', value: '1' })).toMatchObject({ status: 422 });
  });
});
