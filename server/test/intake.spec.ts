import { checkFile, compare, importFile, makeClient, send, type Setting, spendBy, suiteServer, totalCell, upload } from './harness';

const DAYS = ['2026-10-01', '2026-10-02', '2026-10-03'];
const file = (rows: readonly (readonly [string, string, number])[]): string =>
  ['Day,Campaign,Cost,Clicks', ...rows.map(([day, name, cost]) => `${day},${name},${cost},10`)].join('\n');
const everyDay = (name: string, cost: number) => DAYS.map((day) => [day, name, cost] as const);

describe('intake over HTTP', () => {
  const server = suiteServer();
  let setting: Setting;
  let next = 0;

  beforeEach(async () => {
    setting = await makeClient(server.address, `Client ${(next += 1)}`);
  });

  const spend = (level?: string) => spendBy(server.address, setting.client, '2026-10-01', '2026-10-03', level);

  it('imports what it has checked', async () => {
    const job = await importFile(server.address, setting, 'Campaigns', file([...everyDay('Tea', 10), ...everyDay('Gifts', 5)]));
    expect(job).toMatchObject({ state: 'done', report: { rows: 6, badRows: 0, days: { from: '2026-10-01', to: '2026-10-03' } } });
    expect(await spend()).toEqual({ Tea: 30, Gifts: 15 });
  });

  it('replaces the same days and never doubles them', async () => {
    const content = file(everyDay('Tea', 10));
    await importFile(server.address, setting, 'Campaigns', content);
    await importFile(server.address, setting, 'Campaigns', content);
    expect(await spend()).toEqual({ Tea: 30 });
    await importFile(server.address, setting, 'Campaigns', file([['2026-10-02', 'Tea', 99]]));
    expect(await spend()).toEqual({ Tea: 119 });
  });

  it('says what an import changed on its days, and how it read its file', async () => {
    await importFile(server.address, setting, 'Campaigns', file(everyDay('Tea', 10)));
    const second = await importFile(server.address, setting, 'Campaigns', file([['2026-10-02', 'Tea', 99]]));
    const detail = async () => (await send(server.address, 'GET', `/imports/${second.importId}`)).body;
    expect(await detail()).toEqual({
      columns: [
        { header: 'Day', means: 'day' },
        { header: 'Campaign', means: 'campaign name' },
        { header: 'Cost', means: 'spend' },
        { header: 'Clicks', means: 'clicks' },
      ],
      steps: [],
      against: null,
      rowsBefore: 1,
      rowsAfter: 1,
      terms: [
        { term: 'spend', unit: 'money', before: 10, after: 99 },
        { term: 'clicks', unit: 'count', before: 10, after: 10 },
      ],
      members: [{ name: 'Tea', before: 10, after: 99 }],
    });
    // A later import changes what is there now, not what this one did.
    await importFile(server.address, setting, 'Campaigns', file([['2026-10-02', 'Tea', 7]]));
    expect((await detail()).terms[0]).toMatchObject({ before: 10, after: 99 });
    expect((await send(server.address, 'GET', '/imports/999999')).status).toBe(404);
  });

  it('asks about members that had money and are absent, and does as told', async () => {
    await importFile(server.address, setting, 'Campaigns', file([...everyDay('Tea', 10), ...everyDay('Gifts', 5)]));
    const part = file(everyDay('Tea', 11));
    const unanswered = await importFile(server.address, setting, 'Campaigns', part);
    expect(unanswered).toMatchObject({ status: 409, errors: [{ path: 'absent' }] });
    expect(await spend()).toEqual({ Tea: 30, Gifts: 15 });
    const kept = await importFile(server.address, setting, 'Campaigns', part, 'keep');
    expect(kept.report.absent).toEqual([{ level: 'campaign', name: 'Gifts', spend: 15, rows: 3 }]);
    expect(await spend()).toEqual({ Tea: 33, Gifts: 15 });
    await importFile(server.address, setting, 'Campaigns', file(everyDay('Tea', 12)), 'gone');
    expect(await spend()).toEqual({ Tea: 36 });
  });

  it('takes imports back in any order: cells show the newest that stands', async () => {
    const ids: number[] = [];
    for (const cost of [10, 20, 10, 40])
      ids.push((await importFile(server.address, setting, 'Campaigns', file(everyDay('Tea', cost)))).importId);
    const back = (at: number) => send(server.address, 'POST', `/imports/${ids[at]}/take-back`);
    await back(1);
    expect(await spend()).toEqual({ Tea: 120 });
    await back(3);
    expect(await spend()).toEqual({ Tea: 30 });
    await back(0);
    expect(await spend()).toEqual({ Tea: 30 });
    await back(2);
    expect(await spend()).toEqual({});
    expect((await back(2)).status).toBe(409);
  });

  it('hands rows an import only confirmed to it when the earlier one is taken back', async () => {
    const first = await importFile(server.address, setting, 'Campaigns', file(everyDay('Tea', 10)));
    await importFile(server.address, setting, 'Campaigns', file([['2026-10-01', 'Tea', 10]]));
    await send(server.address, 'POST', `/imports/${first.importId}/take-back`);
    const { body } = await compare(server.address, setting.client, { period: { from: '2026-10-01', to: '2026-10-03' } });
    expect(body.columns[0].now.bounds[0]).toEqual([0, 10, null]);
    expect(body.columns[0].now.values[0]).toBeNull();
  });

  it('lists lines it cannot read with line, column and reason, and leaves them out', async () => {
    const job = await importFile(
      server.address,
      setting,
      'Campaigns',
      `${file(everyDay('Tea', 10))}\n2026-10-03,Tea,many,1\nnever,Tea,1,1\nshort`,
    );
    expect(job.report).toMatchObject({
      rows: 3,
      badRows: 3,
      problems: [
        { line: 5, column: 'Cost', message: '“many” is not a number' },
        { line: 6, column: 'Day', message: '“never” is not a date (year first)' },
        { line: 7, column: '', message: 'The line has 1 cells, the header 4' },
      ],
    });
    // What they said is missing, so what is known is not all.
    expect(await spend()).toEqual({ Tea: null });
    expect(await totalCell(server.address, setting, { from: '2026-10-01', to: '2026-10-03' }, 'spend')).toMatchObject({
      low: 30,
      high: null,
    });
  });

  it('reads semicolons, tabs, decimal commas, day-first dates and a byte-order mark', async () => {
    await importFile(server.address, setting, 'Semicolons', '\uFEFFDatum;Kampagne;Kosten\n13/10/2026;Tee;1.234,50\n');
    expect(await spendBy(server.address, setting.client, '2026-10-13', '2026-10-13')).toEqual({ Tee: 1234.5 });
    await importFile(
      server.address,
      await makeClient(server.address, 'Tabs'),
      'Tabs',
      'Day\tCampaign\tCost\n2026-10-13\tTea, black\t3.5\n',
    );
    expect(await spendBy(server.address, 'tabs', '2026-10-13', '2026-10-13')).toEqual({ 'Tea, black': 3.5 });
  });

  it('adds lines that share a day and member, and says so', async () => {
    const job = await importFile(server.address, setting, 'Campaigns', file([...everyDay('Tea', 10), ['2026-10-01', 'Tea', 7]]));
    expect(job.report).toMatchObject({ rows: 3, merged: 1 });
    expect(await spend()).toEqual({ Tea: 37 });
  });

  it('says what is wrong with a file that is no table, storing nothing', async () => {
    expect(await checkFile(server.address, setting, 'Empty', '')).toMatchObject({ status: 422, detail: 'The file is empty.' });
    expect(await checkFile(server.address, setting, 'Words', 'just words\nand more')).toMatchObject({
      status: 422,
      detail: expect.stringContaining('Only one column'),
    });
    expect(await checkFile(server.address, setting, 'Document', '%PDF-1.7 and so on')).toMatchObject({
      status: 422,
      detail: expect.stringContaining('a document (PDF)'),
    });
    const hash = await upload(server.address, 'latin.csv', Buffer.from('Day,Campaign,Cost\n2026-10-01,Café,1\n', 'latin1'));
    const look = (layout: object | null) => send(server.address, 'POST', `/clients/${setting.client}/previews`, { hash, layout });
    const { body } = await look(null);
    expect(body).toMatchObject({ layout: { encoding: 'windows-1252' }, rows: [['2026-10-01', 'Café', '1']] });
    expect(await look({ ...body.layout, encoding: 'utf-8' })).toMatchObject({
      status: 422,
      body: { detail: expect.stringContaining('not UTF-8 text near line 2') },
    });
    expect((await send(server.address, 'GET', `/clients/${setting.client}/feeds`)).body).toEqual([]);
  });

  it('stops where a later line proves the decimal sign wrong, storing nothing', async () => {
    const job = await checkFile(server.address, setting, 'Mixed', `Day,Campaign,Cost\n2026-10-01,Tea,1.50\n2026-10-02,Tea,"1.234,50"\n`);
    expect(job).toMatchObject({ state: 'failed', error: expect.stringMatching(/^Line 3, Cost: .*decimal sign/) });
    expect((await send(server.address, 'GET', `/clients/${setting.client}/feeds`)).body).toEqual([]);
  });

  it('shows how the columns of the next file differ, and takes over what is the same', async () => {
    await importFile(server.address, setting, 'Campaigns', file(everyDay('Tea', 10)));
    const hash = await upload(server.address, 'next.csv', 'Day,Campaign,Cost,Impressions\n2026-10-04,Tea,3,70\n');
    const { body } = await send(server.address, 'POST', `/clients/${setting.client}/previews`, { hash });
    expect(body).toMatchObject({
      feed: { name: 'Campaigns', account: setting.account },
      changed: { gone: ['Clicks'], added: ['Impressions'] },
      mapping: { columns: [{}, {}, { measure: 'spend' }, { measure: 'impressions' }] },
    });
  });

  it('takes no other account’s feed for a file of the same columns', async () => {
    await importFile(server.address, setting, 'Campaigns', file(everyDay('Tea', 10)));
    const look = async (name: string) => {
      const hash = await upload(server.address, 'next.csv', file([['2026-10-04', name, 3]]));
      return (await send(server.address, 'POST', `/clients/${setting.client}/previews`, { hash })).body.feed;
    };
    expect(await look('Tea')).toMatchObject({ name: 'Campaigns' });
    expect(await look('Coffee')).toBeNull();
  });

  it('compares a file’s own total and ratios with its rows', async () => {
    const rows = 'Day,Campaign,Cost,Clicks,CPC\n2026-10-01,Tea,10,20,0.50\n2026-10-02,Tea,10,10,0.99\n';
    const right = await checkFile(server.address, setting, 'Right', `${rows}Total,,20.00,30,\n`);
    expect(right.report).toMatchObject({
      rows: 2,
      badRows: 0,
      fileTotals: [
        { term: 'spend', said: 20, read: { kind: 'value', value: 20 }, agrees: true },
        { term: 'clicks', agrees: true },
      ],
      ratios: [{ ratio: 'cpc', agrees: 1, differs: 1 }],
    });
    const wrong = await checkFile(server.address, setting, 'Wrong', `${rows}Total,,25.00,30,\n`);
    expect(wrong.report.fileTotals[0]).toEqual({ line: 4, term: 'spend', said: 25, read: { kind: 'value', value: 20 }, agrees: false });
  });

  it('refuses rows that would belong to an ad and to a keyword, instead of losing their money', async () => {
    const lines = ['2026-10-01,Tea,g,a1,k1,10', '2026-10-01,Tea,g,a1,,5', '2026-10-01,Tea,g,,k1,3'];
    const job = await checkFile(server.address, setting, 'Both', ['Day,Campaign,Ad group,Ad,Keyword,Cost', ...lines].join('\n'));
    expect(job.report).toMatchObject({ rows: 2, badRows: 1, problems: [{ line: 2, column: 'Keyword' }] });
  });

  it('refuses a mapping that cannot be used, and rows of another grain in a feed', async () => {
    const hash = await upload(server.address, 'x.csv', file(everyDay('Tea', 1)));
    const mapping = {
      kind: 'report',
      action: 'purchase',
      dateOrder: 'year first',
      decimal: '.',
      columns: Array.from({ length: 4 }, () => ({ role: 'ignore' })),
    };
    const check = await send(server.address, 'POST', `/clients/${setting.client}/checks`, {
      file: hash,
      fileName: 'x.csv',
      layout: { format: 'separated', encoding: 'utf-8', delimiter: ',', sheet: '', titleLines: 0 },
      account: setting.account,
      feed: { name: 'x' },
      mapping,
      covers: null,
    });
    expect(check).toMatchObject({ status: 400, body: { title: 'The mapping cannot be used' } });
    await importFile(server.address, setting, 'Campaigns', file(everyDay('Tea', 1)));
    const other = await checkFile(server.address, setting, 'Campaigns', 'Day,Campaign,Ad,Cost\n2026-10-01,Tea,Pot,1\n');
    expect(other).toMatchObject({ status: 400, detail: expect.stringContaining('feed of its own') });
  });

  it('does not store a check that is cancelled', async () => {
    const job = await checkFile(server.address, setting, 'Campaigns', file(everyDay('Tea', 10)));
    await send(server.address, 'DELETE', `/jobs/${job.id}`);
    expect(await send(server.address, 'POST', `/jobs/${job.id}/import`, { absent: null })).toMatchObject({ status: 409 });
    expect((await send(server.address, 'GET', `/clients/${setting.client}/feeds`)).body).toEqual([]);
  });

  it('matches orders by their tags, counts each id once and keeps the rest as not matched', async () => {
    await importFile(
      server.address,
      setting,
      'Campaigns',
      'Day,Campaign ID,Campaign,Cost\n2026-10-01,C1,Tea,10\n2026-10-02,C1,Tea,10\n2026-10-03,C1,Tea,10\n',
    );
    const till =
      'Order,Ordered at,Clicked at,Goods net,Tag campaign\nA,2026-10-02T10:00:00+01:00,2026-10-01T10:00:00+01:00,40.00,C1\nB,2026-10-03T10:00:00+01:00,,25.00,nowhere\nB,2026-10-03T10:00:00+01:00,,25.00,nowhere\n';
    const job = await importFile(server.address, setting, 'Orders', till, null, { from: '2026-10-01', to: '2026-10-03' });
    expect(job.report).toMatchObject({ rows: 2, merged: 1 });
    const { body } = await compare(server.address, setting.client, { period: { from: '2026-10-01', to: '2026-10-03' } });
    const value = body.columns[body.metrics.indexOf('value')].now.values;
    expect(Object.fromEntries(body.rows.map((row: { name: string }, at: number) => [row.name, value[at]]))).toMatchObject({
      Total: 65,
      Tea: 40,
      'Not matched to a campaign': 25,
    });
    expect((await send(server.address, 'GET', `/clients/${setting.client}/feeds`)).body[1]).toMatchObject({
      kind: 'orders',
      rows: 2,
      notMatched: 1,
    });
  });

  it('covers the days it is told to, and refuses to cover less than it holds', async () => {
    const wide = await importFile(server.address, setting, 'Campaigns', file(everyDay('Tea', 10)), null, {
      from: '2026-09-28',
      to: '2026-10-05',
    });
    expect(wide.report.days).toEqual({ from: '2026-09-28', to: '2026-10-05' });
    expect(await spendBy(server.address, setting.client, '2026-09-28', '2026-10-05')).toEqual({ Tea: 30 });
    const narrow = await checkFile(server.address, setting, 'Campaigns', file(everyDay('Tea', 10)), {
      from: '2026-10-02',
      to: '2026-10-03',
    });
    expect(narrow).toMatchObject({ state: 'failed', error: expect.stringContaining('2026-10-01 to 2026-10-03') });
  });
});
