import { compare, clientForEach, importFile, questionFor, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const at = (day: number): string => `2026-10-${String(day).padStart(2, '0')}T10:00:00Z`;
const PERIOD = { from: '2026-10-01', to: '2026-10-31' };
/** 40 people who met Tea, then Gifts, and bought; 20 of a sample of ten who met Tea alone and did not. */
const LOG = [
  'Visitor,At,Kind,Source,Campaign ID,Weight,Value,Order',
  ...Array.from({ length: 40 }, (_, nth) => [
    `buyer${nth},${at(5)},view,tern,T1,1,,`,
    `buyer${nth},${at(8)},click,tern,G1,1,,`,
    `buyer${nth},${at(9)},purchase,,,,20,O-${nth}`,
  ]).flat(),
  ...Array.from({ length: 20 }, (_, nth) => `visitor${nth},${at(6)},click,tern,T1,10,,`),
].join('\n');
const COSTS = ['Day,Campaign ID,Campaign,Spend,Clicks', '2026-10-05,T1,Tea,80,200', '2026-10-08,G1,Gifts,40,100'].join('\n');
/** Before two of them nobody met anything, and one came before the log begins. */
const ORDERS = [
  'Order,Ordered at,Goods net,Tag campaign,Clicked at',
  ...Array.from({ length: 42 }, (_, nth) => `O-${nth},${at(9)},25,G1,${at(8)}`),
  `O-99,${at(2)},25,G1,${at(1)}`,
].join('\n');

describe('credited as a way to count', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Credited');
  const fill = async (): Promise<void> => {
    await importFile(server.address, setting, 'Costs', COSTS, null, PERIOD);
    await importFile(server.address, setting, 'Journeys', LOG);
    await importFile(server.address, setting, 'Orders', ORDERS);
  };
  const ask = async (countedBy: string, part: object = {}) =>
    (
      await compare(server.address, setting.client, {
        countedBy,
        period: { from: '2026-10-05', to: '2026-10-09' },
        rows: ['campaign'],
        ...part,
      })
    ).body;
  const keyOf = (table: Loose, name: string): string => table.rows.find((row: Loose) => row.name === name).key;
  const figure = (table: Loose, name: string, metric: string): number | null => {
    const { values, gaps } = table.columns[table.metrics.indexOf(metric)].now;
    const row = table.rows.findIndex((each: Loose) => each.name === name);
    return gaps.find(([gapped]: Loose) => gapped === row)?.[1] ?? values[row];
  };
  const inAll = ['Tea', 'Gifts', 'Not matched to a campaign', 'Total'];

  it('is answered by Compare, whose total is the orders, by either day', async () => {
    await fill();
    const purchases = async (countedBy: string, part: object = {}) => {
      const table = await ask(countedBy, part);
      return inAll.flatMap((name) => (table.rows.some((row: Loose) => row.name === name) ? [figure(table, name, 'purchases')] : []));
    };
    expect(await purchases('orders')).toEqual([0, 42, 42]);
    expect(await purchases('credited-first-30')).toEqual([40, 0, 2, 42]);
    expect(await purchases('credited-equal-30')).toEqual([20, 20, 2, 42]);
    expect(await purchases('credited-equal-30-clicks')).toEqual([0, 40, 2, 42]);
    expect(await purchases('credited-first-2')).toEqual([0, 40, 2, 42]);
    expect(
      (await purchases('credited-equal-30', { basis: 'click', period: { from: '2026-10-05', to: '2026-10-05' } })).slice(0, 1),
    ).toEqual([20]);
    const table = await ask('credited-ends-30');
    expect([figure(table, 'Tea', 'value'), figure(table, 'Tea', 'roas'), figure(table, 'Gifts', 'cpa')]).toEqual([500, 6.25, 2]);
    expect((await ask('credited-equal-30', { basis: 'click' })).withoutClickDay).toEqual([{ action: 'purchase', count: 2, value: 50 }]);
    // Of days before the log nobody knows what came before an order: it is one at least.
    const before = await ask('credited-first-30', { period: { from: '2026-10-02', to: '2026-10-02' } });
    expect(before.columns[before.metrics.indexOf('purchases')].now.bounds).toContainEqual([0, 1, null]);
    // A day before it came in nothing of the log was known.
    expect(figure(await ask('credited-first-30', { knownOn: '2026-10-30' }), 'Total', 'purchases')).toBe('not measured');
  });

  it('follows a figure back to the touches that it is a part of, and to the list that counts', async () => {
    await fill();
    const question = questionFor(setting.client, { countedBy: 'credited-equal-30', period: PERIOD, rows: ['campaign'] });
    const table = (await send(server.address, 'POST', '/compare', question)).body;
    const traced = async (name: string): Promise<Loose> =>
      (await send(server.address, 'POST', '/compare/trace', { question, row: keyOf(table, name), metric: 'purchases' })).body;
    const tea = await traced('Tea');
    expect(tea.formula).toBe('count of purchase as credited by equal shares over 30 days by sale date');
    expect(tea.inputs[0]).toMatchObject({
      credited: { action: 'purchase', as: 'credited-equal-30' },
      sources: [{ feed: 'Journeys', rows: 40, amount: { value: 20 }, files: [{ name: 'Journeys.csv' }] }],
    });
    expect((await traced('Not matched to a campaign')).inputs[0].sources).toMatchObject([
      { feed: 'Orders', rows: 3, files: [{ name: 'Orders.csv' }] },
    ]);
  });

  it('holds for formulas and for promises, and is refused where it says nothing', async () => {
    await fill();
    const text = 'count of purchase as credited by first touch / count of purchase';
    const metric = { id: 'draft', label: 'Started', text, unit: null, better: 'higher', definition: '' };
    const question = questionFor(setting.client, { period: { from: '2026-10-05', to: '2026-10-09' } });
    const tried = await send(server.address, 'POST', `/clients/${setting.client}/library/try`, { question, metric });
    expect(tried.body.inputs.map(({ term, figure: { value } }: Loose) => [term, value])).toEqual([
      ['count of purchase as credited by first touch over 30 days by sale date', 42],
      ['count of purchase as ordered by sale date', 42],
    ]);
    const target = { metric: 'cpa', value: 3, countedBy: 'credited-first-30', basis: 'sale', orders: 'matched', ...PERIOD };
    const { body: client } = await send(server.address, 'GET', `/clients/${setting.client}`);
    const saved = await send(server.address, 'PUT', `/clients/${setting.client}/promises`, { ...client.promises, targets: [target] });
    expect(saved.status).toBe(200);
    const rows = (await ask('orders')).rows.map(({ name, held }: Loose) => [name, held && Math.round(held.met * 100)]);
    expect(rows).toEqual(expect.arrayContaining([['Tea', 150]]));
    const { body: audit } = await send(server.address, 'POST', '/audit', { client: setting.client, period: PERIOD });
    expect(audit.target).toMatchObject({ countedBy: 'credited-first-30' });
    const { status, body } = await compare(server.address, setting.client, { countedBy: 'credited-equal-900' });
    expect([status, body.errors[0].path]).toEqual([400, 'countedBy']);
    expect(body.errors[0].message).toContain('credited-equal-30');
  });
});
