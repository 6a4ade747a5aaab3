import { clientForEach, importAs, importFile, makeClient, send, type Setting, suiteServer, totalCell } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const ORDERS = [
  'Order ID,Order time,Order value,Campaign tag',
  '1,2026-10-10 12:00,100,Tea',
  '2,2026-10-11 12:00,50,Tea',
  '3,2026-10-11 13:00,10,',
].join('\n');

const IN_FULL = [
  'Order ID,Order time,Order value,Tax,Shipping,Refunded,Customer,Campaign tag',
  '1,2026-10-10 12:00,100,20,0,0,first,Tea',
  '2,2026-10-11 12:00,50,10,3.50,50,returning,Tea',
  '3,2026-10-11 13:00,10,2,3.50,0,first,',
];

describe('what orders tell beside their value', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Orders');
  const DAYS = { from: '2026-10-10', to: '2026-10-11' };
  const bring = (lines: readonly string[]) =>
    importAs(server.address, setting, 'Orders', lines.join('\n'), (mapping: Loose) => ({ ...mapping, kind: 'orders', action: 'purchase' }));
  const total = (metric: string) => totalCell(server.address, setting, DAYS, metric, 'orders');

  it('comes in with the file, is in its sums, and goes with the take-back', async () => {
    const { report } = await bring(IN_FULL);
    expect(report.totals).toEqual([
      { term: 'value', figure: { kind: 'value', value: 160 }, unit: 'money' },
      { term: 'tax', figure: { kind: 'value', value: 32 }, unit: 'money' },
      { term: 'shipping', figure: { kind: 'value', value: 7 }, unit: 'money' },
      { term: 'refunds', figure: { kind: 'value', value: 50 }, unit: 'money' },
      { term: 'new customers', figure: { kind: 'value', value: 2 }, unit: 'count' },
    ]);
    expect(await total('order-gross-value')).toMatchObject({ value: 199 });
    expect(await total('order-refund-rate')).toMatchObject({ value: 50 / 160 });
    expect(await total('order-new-customers')).toMatchObject({ value: 2 });
    // The next file says that more was paid back: the order is the same one.
    await bring(IN_FULL.with(1, '1,2026-10-10 12:00,100,20,0,25,first,Tea'));
    expect(await total('order-refunds')).toMatchObject({ value: 75 });
    const { body: feeds } = await send(server.address, 'GET', `/clients/${setting.client}/feeds`);
    const newest: number = feeds[0].imports[0].id;
    const { body: detail } = await send(server.address, 'GET', `/imports/${newest}`);
    expect(detail.terms).toContainEqual({ term: 'purchase.refunds.orders.sale', unit: 'money', before: 50, after: 75 });
    expect((await send(server.address, 'POST', `/imports/${newest}/take-back`, {})).status).toBe(200);
    expect(await total('order-refunds')).toMatchObject({ value: 50 });
  });

  it('is not measured while no file tells it, and at least what is told beside files that do not', async () => {
    const bare = IN_FULL.map((line) => line.split(',').toSpliced(3, 4).join(','));
    await bring(bare);
    expect(await total('order-refunds')).toMatchObject({ gap: 'not measured' });
    await bring(['Order ID,Order time,Order value,Refunded,Campaign tag', '9,2026-10-12 12:00,5,5,Tea']);
    expect(await totalCell(server.address, setting, { from: '2026-10-12', to: '2026-10-12' }, 'order-refunds', 'orders')).toMatchObject({
      value: 5,
    });
    expect(await total('order-refunds')).toMatchObject({ value: null, low: 0, high: null });
  });

  it('adds up where rows are counts without an id', async () => {
    const counts = (mapping: Loose): Loose => ({
      ...mapping,
      kind: 'orders',
      action: 'purchase',
      columns: [{ role: 'sale time' }, { role: 'order count' }, { role: 'order value' }, { role: 'measure', measure: 'refunds' }],
    });
    const lines = ['Day,Conversions,Revenue,Refunded', '2026-10-10,4,80,5', '2026-10-10,2,20,', '2026-10-10,1,9,2.50'];
    await importAs(server.address, setting, 'Counts', lines.join('\n'), counts);
    expect(await total('order-refunds')).toMatchObject({ value: 7.5 });
  });

  it('counts an empty cell as none only where a step says so', async () => {
    const lines = [IN_FULL[0] ?? '', '1,2026-10-10 12:00,100,20,0,,first,Tea', '2,2026-10-11 12:00,50,10,0,5,first,Tea'];
    await bring(lines);
    expect(await total('order-refunds')).toMatchObject({ value: null, low: 5 });
    const steps = [{ do: 'replace', column: 'Refunded', find: '^$', with: '0', isPattern: true }];
    await importAs(server.address, setting, 'Orders', lines.join('\n'), (mapping: Loose) => ({
      ...mapping,
      kind: 'orders',
      action: 'purchase',
      steps,
    }));
    expect(await total('order-refunds')).toMatchObject({ value: 5 });
  });

  it('may be a word of the client’s own', async () => {
    const word = { name: 'Gift wrap', label: 'Gift wrap', unit: 'money', adding: 'adds', better: 'higher', definition: '', headers: [] };
    const { body } = await send(server.address, 'POST', `/clients/${setting.client}/words`, { kind: 'measure', word });
    await bring(['Order ID,Order time,Order value,Gift wrap', '1,2026-10-10 12:00,100,4', '2,2026-10-11 12:00,50,0']);
    const asked = { metrics: [`${body.id} of purchase`, `${body.id} of purchase each`] };
    const [sum, each] = await Promise.all(asked.metrics.map((metric) => totalCell(server.address, setting, DAYS, metric, 'own')));
    expect([sum, each]).toMatchObject([{ value: 4 }, { value: 2 }]);
    // In use, it cannot vanish.
    expect((await send(server.address, 'DELETE', `/clients/${setting.client}/words/${body.id}`)).status).toBe(409);
  });
});

describe('orders in another currency than the client’s', () => {
  const server = suiteServer();
  let setting: Setting;
  let abroad: Setting;
  beforeAll(async () => {
    setting = await makeClient(server.address);
    const days = ['2026-10-10', '2026-10-11'].map((day) => `${day},Tea,30,30`);
    await importFile(server.address, setting, 'Campaigns', ['Day,Campaign,Cost,Clicks', ...days].join('\n'));
    const channel = await send(server.address, 'POST', '/channels', { name: 'Shop abroad', kind: 'marketplace' });
    const account = await send(server.address, 'POST', `/clients/${setting.client}/accounts`, {
      channel: channel.body.id,
      name: 'Shop',
      currency: 'USD',
      timeZone: 'Europe/London',
    });
    abroad = { client: setting.client, account: account.body.id };
    await importAs(server.address, abroad, 'Orders', ORDERS, (mapping: Loose) => ({ ...mapping, kind: 'orders', action: 'purchase' }));
  });

  const rates = (...list: { from: string; to: string; rate: number }[]) =>
    send(server.address, 'PUT', `/clients/${setting.client}/promises`, {
      targets: [],
      margins: [],
      budgets: [],
      rates: list.map((each) => ({ ...each, currency: 'USD' })),
    });
  const value = (from: string, to: string) => totalCell(server.address, setting, { from, to }, 'value');

  it('are exchanged by the rate of the day of the sale', async () => {
    await rates({ from: '2026-10-01', to: '2026-10-10', rate: 0.8 }, { from: '2026-10-11', to: '2026-10-31', rate: 0.5 });
    expect(await value('2026-10-10', '2026-10-11')).toMatchObject({ value: 110 });
  });

  it('are at least what has a rate, and the rest is named with its money', async () => {
    await rates({ from: '2026-10-01', to: '2026-10-10', rate: 0.8 });
    expect(await value('2026-10-10', '2026-10-10')).toMatchObject({ value: 80 });
    expect(await value('2026-10-10', '2026-10-11')).toMatchObject({ value: null, low: 80, high: null });
    const { body } = await send(server.address, 'GET', `/clients/${setting.client}/health?from=2026-10-01&to=2026-10-20`);
    expect(body.notes).toContainEqual(
      expect.objectContaining({ kind: 'no rate', money: 60, days: { from: '2026-10-11', to: '2026-10-11' } }),
    );
  });
});
