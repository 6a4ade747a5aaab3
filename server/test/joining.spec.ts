import { compare, importAs, importFile, makeClient, send, type Setting, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const DAY = '2026-10-20';
const PERIOD = { from: DAY, to: DAY };
const COSTS = ['Day,Campaign,Cost,Clicks', `${DAY},JL_new_gifts,30,30`, `${DAY},JL_known_gifts,10,10`, `${DAY},JL_known_tea,5,50`].join(
  '\n',
);
const CALLS = ['Day,Code,Conversions,Revenue', `${DAY},gifts,4,80`, `${DAY},tea,1,15`, `${DAY},nobody,2,9`].join('\n');

/** A call log: each row a count under a code that stands in campaign names. */
const calls = (mapping: Loose): Loose => ({
  ...mapping,
  kind: 'orders',
  countedBy: 'site',
  columns: [{ role: 'sale time' }, { role: 'tag', level: 'link' }, { role: 'order count' }, { role: 'order value' }],
});

describe('joining outcomes with costs', () => {
  const server = suiteServer();
  let setting: Setting;
  let feed: number;
  let next = 0;
  const path = (what: string) => `/clients/${setting.client}/${what}`;
  beforeEach(async () => {
    setting = await makeClient(server.address, `Joined ${(next += 1)}`);
    await importFile(server.address, setting, 'Campaigns', COSTS);
    const parts = [null, 'stage', 'theme'].map((part) => ({ part, words: [], optional: false }));
    await send(server.address, 'PUT', path('naming'), { conventions: [{ level: 'campaign', separator: '_', parts }], rules: [] });
    await importAs(server.address, setting, 'Calls', CALLS, calls);
    feed = (await send(server.address, 'GET', path('joinings'))).body.lists[0].feed;
  });

  const byTheme = (several: string) => ({ keys: [{ tag: 'link', level: 'campaign', by: 'part', part: 'theme' }], several });
  const counted = async (countedBy: string): Promise<Record<string, unknown>> => {
    const { body } = await compare(server.address, setting.client, { period: PERIOD, countedBy });
    const at = (metric: string) => body.columns[body.metrics.indexOf(metric)].now.values;
    return Object.fromEntries(body.rows.map(({ name }: Loose, row: number) => [name, [at('purchases')[row], at('value')[row]]]));
  };

  it('leaves counts that carry no usual tag unmatched, and visible', async () => {
    expect(await counted('site')).toMatchObject({ Total: [7, 104], 'Not matched to a campaign': [7, 104] });
    // What the site counts is no order.
    expect(await counted('orders')).toMatchObject({ Total: [null, null] });
  });

  it('shows what a key would match, with sums before and after, before anything is stored', async () => {
    const { body } = await send(server.address, 'POST', path('joinings/try'), { feed, joining: byTheme('refuse'), period: PERIOD });
    expect(body).toMatchObject({
      before: { rows: 3, count: 7, value: 104 },
      matched: [{ rows: 1, count: 1, value: 15 }],
      several: { rows: 1, count: 4, value: 80 },
      none: { rows: 1, count: 2, value: 9 },
      reached: { campaigns: 3, of: 3, spend: 45, ofSpend: 45 },
    });
    expect(body.loose.map(({ tags, fits }: Loose) => [tags.link, fits])).toEqual([
      ['gifts', 2],
      ['nobody', 0],
    ]);
    expect(await counted('site')).toMatchObject({ 'Not matched to a campaign': [7, 104] });
  });

  it('tells of keywords only where a key leads to them: before, that is not measured and not 0', async () => {
    const rows = [`${DAY},JL_known_tea,Leaf,tea,5,50`, `${DAY},JL_known_tea,Leaf,green tea,1,9`];
    await importFile(server.address, setting, 'Keywords', ['Day,Campaign,Ad group,Keyword,Cost,Clicks', ...rows].join('\n'));
    const ofKeywords = async (): Promise<Record<string, unknown>> => {
      const { body } = await compare(server.address, setting.client, {
        period: PERIOD,
        countedBy: 'site',
        rows: ['channel', 'campaign', 'group', 'keyword'],
      });
      const { values, gaps } = body.columns[body.metrics.indexOf('purchases')].now;
      const gapOf = (row: number): unknown => gaps.find(([at]: Loose) => at === row)?.[1];
      return Object.fromEntries(
        body.rows.flatMap(({ name, level }: Loose, row: number) => (level === 'keyword' ? [[name, values[row] ?? gapOf(row)]] : [])),
      );
    };
    expect(await ofKeywords()).toMatchObject({ tea: 'not measured', 'green tea': 'not measured' });
    const joining = { keys: [{ tag: 'link', level: 'keyword', by: 'name', part: null }], several: 'refuse' };
    expect(await send(server.address, 'PUT', path('joinings'), { feed, joining })).toMatchObject({ status: 200 });
    expect(await ofKeywords()).toMatchObject({ tea: 1, 'green tea': 0 });
  });

  it('refuses what fits several members unless told by what to split it; the total never changes', async () => {
    await send(server.address, 'PUT', path('joinings'), { feed, joining: byTheme('refuse') });
    expect(await counted('site')).toMatchObject({ JL_known_tea: [1, 15], 'Not matched to a campaign': [6, 89], Total: [7, 104] });
    await send(server.address, 'PUT', path('joinings'), { feed, joining: byTheme('clicks') });
    expect(await counted('site')).toMatchObject({
      JL_new_gifts: [3, 60],
      JL_known_gifts: [1, 20],
      JL_known_tea: [1, 15],
      'Not matched to a campaign': [2, 9],
      Total: [7, 104],
    });
  });

  it('refuses a key that cannot work, and keeps the one there was', async () => {
    const joining = { keys: [{ tag: 'link', level: 'campaign', by: 'part', part: 'maker' }], several: 'refuse' };
    const reply = await send(server.address, 'PUT', path('joinings'), { feed, joining });
    expect(reply).toMatchObject({ status: 400 });
    expect(reply.body.detail).toContain('Describe it under Names');
    expect((await send(server.address, 'GET', path('joinings'))).body.lists[0]).toMatchObject({ isUsual: true });
    expect((await send(server.address, 'PUT', path('joinings'), { feed: 999, joining: byTheme('refuse') })).status).toBe(404);
  });

  it('tells with the check of a file what will reach members, and adds counts that stand twice', async () => {
    const again = await importAs(server.address, setting, 'Calls', `${CALLS}\n${DAY},tea,2,5`, calls);
    expect(again.report).toMatchObject({ merged: 1, joined: { before: { rows: 3, count: 9 }, none: { rows: 3, count: 9 } } });
    expect(await counted('site')).toMatchObject({ Total: [9, 109] });
  });
});
