import ExcelJS from 'exceljs';
import { gunzipSync } from 'node:zlib';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { northwallClimbing } from '../clients/northwall-climbing';
import { Market } from '../market';
import { createMarketServer } from './server';

describe('the channels over HTTP', () => {
  const market = Market.open(undefined, undefined, [{ ...northwallClimbing, from: '2026-10-01' }]);
  let server: Server;
  let base = '';
  beforeAll(async () => {
    server = createMarketServer(market).listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => {
    server.closeAllConnections();
    server.close();
  });

  const put = (manners: object) =>
    fetch(`${base}/manners`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(manners) });
  const token = async (): Promise<string> => ((await (await fetch(`${base}/tokens/harbor-search`)).json()) as { token: string }).token;
  const ask = async (path: string, bearer?: string) => {
    const response = await fetch(`${base}/v1/harbor-search/accounts/NW-harbor-search${path}`, {
      headers: { authorization: `Bearer ${bearer ?? (await token())}` },
    });
    return { status: response.status, headers: response.headers, body: (await response.json()) as Record<string, never> };
  };
  const rows = (more = '') => ask(`/reports/ads/rows?from=2026-10-01&to=2026-10-30${more}`);
  beforeEach(() => put({}));

  it('answers nobody without a token', async () => {
    expect((await ask('/reports', 'guessed')).status).toBe(401);
    expect((await ask('/reports')).status).toBe(200);
  });

  it('sends always the same columns, and others when they are asked for', async () => {
    const { body } = await rows();
    expect(body['columns']).toEqual([
      'Day',
      'Campaign ID',
      'Campaign',
      'Ad group ID',
      'Ad group',
      'Ad ID',
      'Ad',
      'Ad status',
      'Impressions',
      'Clicks',
      'Cost',
    ]);
    expect((await rows('&fields=Leads')).body['columns']).toContain('Leads');
  });

  it('turns pages until there is no next one, in compressed replies', async () => {
    const whole = (await rows()).body as unknown as { rows: unknown[]; total: number };
    await put({ pageRows: 50 });
    const seen: unknown[] = [];
    for (let cursor: number | null = 0; cursor !== null;) {
      const { body, headers } = (await rows(`&cursor=${cursor}`)) as unknown as {
        body: { rows: unknown[]; next: number | null };
        headers: Headers;
      };
      expect(headers.get('content-encoding')).toMatch(/gzip|br/);
      seen.push(...body.rows);
      cursor = body.next;
    }
    expect(seen).toEqual(whole.rows);
    expect(seen).toHaveLength(whole.total);
  });

  it('says of today that it is still open, and tells of it unasked where it has bad manners', async () => {
    type Page = { rows: (string | number)[][]; to: string; open: string | null };
    const clicks = ({ rows }: Page, day: string) => rows.filter((row) => row[0] === day).reduce((sum, row) => sum + Number(row[9]), 0);
    const asked = (await ask('/reports/ads/rows?from=2026-10-24&to=2026-11-05')).body as unknown as Page;
    expect(asked).toMatchObject({ to: '2026-10-31', open: '2026-10-31' });
    expect(clicks(asked, '2026-10-31')).toBeGreaterThan(0);
    // By two in the afternoon there is less than on a whole Saturday.
    expect(clicks(asked, '2026-10-31')).toBeLessThan(0.8 * clicks(asked, '2026-10-24'));
    expect((await rows()).body).toMatchObject({ to: '2026-10-30', open: null });
    await put({ openDay: true });
    expect((await rows()).body).toMatchObject({ to: '2026-10-31', open: '2026-10-31' });
  });

  it('misbehaves as it is told', async () => {
    await put({ limitEvery: 1, retryAfter: 3 });
    const limited = await rows();
    expect([limited.status, limited.headers.get('retry-after')]).toEqual([429, '3']);
    await put({ failEvery: 1 });
    expect((await rows()).status).toBe(503);
    await put({ notReady: 1 });
    expect([(await rows()).status, (await rows()).status]).toEqual([202, 200]);
    await put({ rename: { from: 'Cost', to: 'Spend' } });
    expect((await rows()).body['columns']).toContain('Spend');
    await put({ tokenRequests: 1 });
    await fetch(`${base}/tokens/harbor-search`, { method: 'POST' });
    expect([(await rows()).status, (await rows()).status]).toEqual([200, 401]);
  });

  it('writes the same report as files: plain, and as a careful office writes it', async () => {
    const file = async (ending: string) => (await fetch(`${base}/files/harbor-search/NW-harbor-search/ads.${ending}`)).text();
    const plain = (await file('csv')).trim().split('\n');
    expect(plain[0]).toContain('Day,Campaign ID,Campaign');
    const office = (await file('semicolon.csv')).trim().split('\r\n');
    expect(office[0]).toBe('Ad by day');
    expect(office[3]).toContain('Day;Campaign ID');
    expect(office[4]).toMatch(/^01\/10\/2026;/);
    expect(office.at(-1)).toMatch(/^Total;/);
    expect(office).toHaveLength(plain.length + 4);
    const first = JSON.parse((await file('jsonl')).split('\n')[0] ?? '') as Record<string, unknown>;
    expect(first['Day']).toBe('2026-10-01');
  });

  it('writes every other format of the same report with the same sum', async () => {
    const bytes = async (path: string) =>
      Buffer.from(await (await fetch(`${base}/files/harbor-search/NW-harbor-search${path}`)).arrayBuffer());
    const objects = (await bytes('/ads.jsonl'))
      .toString('utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { Cost: number });
    const cost = objects.reduce((sum, { Cost }) => sum + Cost, 0);
    const lastCost = (text: string, delimiter: string) => text.trimEnd().split(/\r?\n/).at(-1)?.split(delimiter)[10] ?? '';
    expect(
      Number(
        lastCost(
          (await bytes('/ads.month-first.csv')).toString('utf8').replace(/"([^"]*)"/g, (_, cell: string) => cell.replaceAll(',', '')),
          ',',
        ),
      ),
    ).toBeCloseTo(cost, 3);
    expect(
      Number(
        lastCost((await bytes('/ads.western.csv')).toString('latin1'), ';')
          .replace('\u00A0', '')
          .replace(',', '.'),
      ),
    ).toBeCloseTo(cost, 3);
    const tabs = (await bytes('/ads.tabs.tsv')).toString('utf16le');
    expect([tabs.charCodeAt(0), tabs.split('\r\n').length]).toEqual([0xfeff, objects.length + 2]);
    expect(gunzipSync(await bytes('/ads.csv.gz')).toString('utf8')).toBe((await bytes('/ads.csv')).toString('utf8'));
    expect((JSON.parse((await bytes('/ads.json')).toString('utf8')) as { rows: unknown[] }).rows).toEqual(objects);
    const book = new ExcelJS.Workbook();
    await book.xlsx.load((await bytes('/ads.xlsx')) as never);
    expect(book.worksheets.map(({ name }) => name)).toEqual(['About', 'Ad by day']);
    const sheet = book.worksheets[1];
    expect(sheet?.getCell('A4').value).toEqual(new Date('2026-10-01T00:00:00Z'));
    expect(Number(sheet?.lastRow?.getCell(11).value)).toBeCloseTo(cost, 3);
    expect((await bytes('.zip')).subarray(0, 2).toString('latin1')).toBe('PK');
    expect((await fetch(`${base}/files/harbor-search/NW-harbor-search/ads.doc`)).status).toBe(404);
  });

  it('draws a picture for an ad, the same every time', async () => {
    const picture = async (ad: string) => {
      const response = await fetch(`${base}/v1/wren-social/accounts/NW-wren-social/pictures/${ad}.svg`, {
        headers: { authorization: `Bearer ${((await (await fetch(`${base}/tokens/wren-social`)).json()) as { token: string }).token}` },
      });
      return { status: response.status, text: await response.text() };
    };
    const [first, second] = [await picture('WR-3501-1-1'), await picture('WR-3501-1-2')];
    expect(first).toMatchObject({ status: 200, text: expect.stringMatching(/^<svg[^]*chalk hands[^]*<\/svg>$/) });
    expect(second.text).not.toBe(first.text);
    expect(await picture('WR-3501-1-1')).toEqual(first);
    expect((await picture('WR-0')).status).toBe(404);
  });

  it('has a page for people that says what day it is and hands out tokens', async () => {
    const page = await (await fetch(base)).text();
    expect(page).toContain('<strong>2026-10-31</strong>');
    expect(page).toContain(await token());
  });

  it('says in words what is wrong with a request', async () => {
    expect(await ask('/reports/nothing/rows?from=2026-10-01&to=2026-10-02')).toMatchObject({
      status: 404,
      body: { error: expect.stringContaining('nothing') },
    });
    expect((await ask('/reports/ads/rows?from=yesterday&to=2026-10-02')).status).toBe(400);
    expect((await fetch(`${base}/nowhere`)).status).toBe(404);
  });
});
