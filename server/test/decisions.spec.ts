import ExcelJS from 'exceljs';
import { importFile, makeClient, questionFor, send, type Setting, suiteServer } from './harness';

const DAYS = Array.from({ length: 30 }, (_, at) => `2026-10-${String(1 + at).padStart(2, '0')}`);
const PERIOD = { from: '2026-10-01', to: '2026-10-30' };
const ALWAYS = { from: '2026-01-01', to: '2026-12-31' };

/** Two campaigns with equal money: one brings four orders a day, the other one every fourth day. */
const report = (): string =>
  [
    'Day,Campaign ID,Campaign,Impressions,Clicks,Cost,Daily budget,Status',
    ...DAYS.flatMap((day) => [`${day},W-1,winner,4000,100,60,60,enabled`, `${day},L-2,=loser,4000,100,60,60,enabled`]),
  ].join('\n');
const orders = (): string =>
  [
    'Order ID,Ordered at,Clicked at,Net value,utm_campaign',
    ...DAYS.flatMap((day, at) => [
      ...Array.from({ length: 4 }, (_, nth) => `w${at}-${nth},${day} 12:00,${day} 11:00,${40 + nth},winner`),
      ...(at % 4 === 0 ? [`l${at},${day} 12:00,${day} 11:00,40,=loser`] : []),
    ]),
  ].join('\n');

describe('from an audit to a change sheet', () => {
  const server = suiteServer();
  let setting: Setting;

  const moves = async () => (await send(server.address, 'GET', `/clients/${setting.client}/moves`)).body;
  const audited = async () => {
    const { body } = await send(server.address, 'POST', '/audit', { client: setting.client, period: PERIOD });
    return body.findings.find((finding: { name: string }) => finding.name === '=loser');
  };
  const decide = (decision: string, reason: string, finding: string) =>
    send(server.address, 'POST', `/clients/${setting.client}/moves`, { period: PERIOD, finding, decision, reason });

  beforeAll(async () => {
    setting = await makeClient(server.address, 'Decided');
    const done = await importFile(server.address, setting, 'Campaigns', report());
    expect(done.report).toMatchObject({ rows: 60, badRows: 0 });
    expect(await importFile(server.address, setting, 'Orders', orders())).toMatchObject({ state: 'done' });
    await send(server.address, 'PUT', `/clients/${setting.client}/promises`, {
      targets: [{ metric: 'roas', value: 1.5, countedBy: 'orders', basis: 'sale', ...ALWAYS }],
      margins: [{ share: 0.5, ...ALWAYS }],
      budgets: [{ amount: 6000, ...ALWAYS }],
      // The newer one holds; of the last day 120 was spent.
      balances: [
        { channel: 'Search of Decided', day: PERIOD.to, amount: 600 },
        { channel: 'Search of Decided', day: PERIOD.from, amount: 90 },
        { channel: 'Nowhere', day: PERIOD.from, amount: 90 },
      ],
    });
  });

  it('glances: target met, spend against plan, what waits', async () => {
    const { body } = await send(server.address, 'GET', '/glances');
    const value = 30 * (40 + 41 + 42 + 43) + 8 * 40;
    expect(body).toMatchObject([
      {
        client: { name: 'Decided' },
        target: { metric: 'roas', value: 1.5 },
        actual: { kind: 'value', value: value / 3600 },
        met: value / 3600 / 1.5,
        sureness: 'undecided',
        plan: 6000,
        pacing: { spentShare: 0.6, neededADay: 2400 },
        balances: [
          { channelName: 'Search of Decided', left: { kind: 'value', value: 480 }, days: 4 },
          { channelName: 'Nowhere', left: { kind: 'gap' }, days: null },
        ],
        waiting: { proposals: 1, accepted: 0, byRules: 0, first: [{ name: '=loser', channelName: 'Search of Decided', decided: null }] },
      },
    ]);
  });

  it('proposes one move for the supported miss, none for what already beats its target', async () => {
    expect(await audited()).toMatchObject({
      verdict: 'misses',
      supported: true,
      decided: null,
      move: { change: { field: 'daily budget', from: 60, to: 48 } },
    });
  });

  it('wants a reason for a dismissal, and a move to decide on', async () => {
    const { key } = await audited();
    expect(await decide('dismissed', ' ', key)).toMatchObject({ status: 400, body: { errors: [{ path: 'reason' }] } });
    expect(await decide('accepted', '', 'no/such')).toMatchObject({ status: 404 });
    expect((await moves()).moves).toEqual([]);
  });

  it('keeps a decision over a restart, and takes it back', async () => {
    const { key } = await audited();
    const { body } = await decide('dismissed', 'The client asked for it', key);
    await server.restart();
    expect((await audited()).decided).toEqual({ id: body[0].id, decision: 'dismissed', reason: 'The client asked for it' });
    expect((await moves()).accepted.moves).toBe(0);
    await send(server.address, 'POST', `/clients/${setting.client}/moves/undecide`, { moves: [body[0].id] });
    expect((await audited()).decided).toBeNull();
  });

  it('writes what was accepted as a sheet that no spreadsheet runs as a formula', async () => {
    const { key } = await audited();
    await decide('accepted', '', key);
    expect((await moves()).accepted).toMatchObject({
      moves: 1,
      spend: { middle: expect.closeTo(-12, 9), low: expect.closeTo(-15, 9) },
      overlap: false,
    });
    const sheet = await send(server.address, 'GET', `/clients/${setting.client}/change-sheet.csv`);
    const [header, line, ...rest] = sheet.body.replace('\ufeff', '').trim().split('\r\n');
    expect(header).toBe('channel,account,level,id,name,field,of,old,new,reason');
    expect(line).toMatch(
      /^Search of Decided,Main,campaign,L-2,'=loser,daily budget,,60\.00,48\.00,"?ROAS 0\.18, target ≥ 1\.50\. 95 % sure it is between .*By click date, .*, late results allowed for\./,
    );
    expect(rest).toEqual([]);
    const text = (await send(server.address, 'GET', `/clients/${setting.client}/change-sheet.txt`)).body;
    expect(text).toMatch(
      /^Changes for Decided, 31 Oct 2026\r\n\r\nSearch of Decided, account Main\r\n1\. =loser \(L-2\): Daily budget .*60\.00 → .*48\.00 .*\r\n {3}Why: ROAS/,
    );
    const workbook = new ExcelJS.Workbook();
    await workbook.xlsx.load(await (await fetch(`${server.address}/api/clients/${setting.client}/change-sheet.xlsx`)).arrayBuffer());
    const cells = workbook
      .getWorksheet('Changes')
      ?.getSheetValues()
      .map((row) => (row as unknown[]).slice(4, 10));
    expect(cells?.slice(1)).toEqual([
      ['id', 'name', 'field', 'of', 'old', 'new'],
      ['L-2', "'=loser", 'daily budget', '', '60.00', '48.00'],
    ]);
    const { body: glances } = await send(server.address, 'GET', '/glances');
    expect(glances[0].waiting).toEqual({ proposals: 0, accepted: 1, byRules: 0, first: [] });
    expect((await send(server.address, 'GET', `/clients/${glances[0].client.id}/glance`)).body).toEqual(glances[0]);
  });

  it('exports a comparison with its question on every line and gaps in words', async () => {
    const question = questionFor(setting.client, { period: PERIOD, comparison: { from: '2026-08-27', to: '2026-09-25' } });
    const csv = await send(server.address, 'GET', `/compare/export.csv?question=${encodeURIComponent(JSON.stringify(question))}`);
    const lines = csv.body.replace('\ufeff', '').trim().split('\r\n');
    expect(lines[0]).toContain(
      'Level,Name,Spend (GBP),"Spend, share of spend covered","Spend (GBP), compared with","Spend, change",Impressions',
    );
    expect(lines[1]).toMatch(/^total,Total,3600,1,not measured,not measured,240000,1,/);
    for (const line of lines.slice(1)) expect(line).toMatch(/Decided,2026-10-01,2026-10-30,2026-08-27,2026-09-25,the orders,sale date,$/);
    expect(lines.some((line: string) => line.startsWith("campaign,'  =loser"))).toBe(true);
  });

  it('traces a figure to its file', async () => {
    const question = questionFor(setting.client, { period: PERIOD });
    const { body } = await send(server.address, 'POST', '/compare/trace', { question, row: 'total', metric: 'cpc' });
    expect(body).toMatchObject({
      formula: 'spend / clicks',
      filled: '£3,600 / 6,000',
      inputs: [{ sources: [{ feed: 'Campaigns', rows: 60, files: [{ name: 'Campaigns.csv' }] }] }, {}],
    });
    expect(await send(server.address, 'POST', '/compare/trace', { question, row: 'nobody', metric: 'cpc' })).toMatchObject({ status: 404 });
  });

  it('draws members over time', async () => {
    const question = questionFor(setting.client, { period: PERIOD });
    const { body } = await send(server.address, 'POST', '/compare/series', { question, metric: 'spend', members: ['total'] });
    expect(body.buckets).toHaveLength(30);
    expect(body.lines[0].figures.values).toEqual(Array.from({ length: 30 }, () => 120));
  });
});
