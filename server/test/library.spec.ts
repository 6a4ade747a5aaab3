import { clientForEach, compare, importAs, importFile, makeClient, questionFor, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const ADS = [
  'Day,Campaign,Cost,Clicks,Impressions',
  '2026-10-10,Tea,40,100,2000',
  '2026-10-11,Tea,60,100,2000',
  '2026-10-11,Jam,20,50,1000',
].join('\n');
const ORDERS = [
  'Order ID,Click time,Order time,Order value,Campaign tag',
  '1,2026-10-09 10:00,2026-10-10 12:00,100,Tea',
  '2,2026-10-10 12:00,2026-10-11 12:00,200,Tea',
  '3,2026-10-11 13:00,2026-10-11 13:30,60,Jam',
].join('\n');

describe('metrics and sets of one’s own', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Library');
  const path = (more = '') => `/clients/${setting.client}/library${more}`;
  const metric = (label: string, text: string, more: object = {}) => ({
    ...{ label, text, unit: null, better: 'higher', definition: '', seen: 0, by: 'Ana', note: '', isOfAgency: false },
    ...more,
  });
  const add = async (label: string, text: string, more: object = {}): Promise<Loose> =>
    send(server.address, 'POST', path('/metrics'), metric(label, text, more));
  const addSet = (label: string, metrics: readonly string[], more: object = {}): Promise<Loose> =>
    send(server.address, 'POST', path('/sets'), {
      label,
      outcome: null,
      metrics,
      seen: 0,
      by: 'Ana',
      note: '',
      isOfAgency: false,
      ...more,
    });
  const DAYS = { from: '2026-10-10', to: '2026-10-11' };
  const bring = async (): Promise<void> => {
    await importFile(server.address, setting, 'Ads', ADS);
    await importAs(server.address, setting, 'Orders', ORDERS, (mapping: Loose) => ({ ...mapping, kind: 'orders', action: 'purchase' }));
    await send(server.address, 'PUT', `/clients/${setting.client}/promises`, {
      targets: [{ metric: 'roas', value: 2.5, countedBy: 'orders', basis: 'sale', from: '2026-01-01', to: '2026-12-31' }],
      // The price rose in between.
      margins: [
        { share: 0.46, from: '2026-01-01', to: '2026-10-10' },
        { share: 0.41, from: '2026-10-11', to: '2026-12-31' },
      ],
      budgets: [],
      rates: [],
    });
  };
  /** The same promises with numbers of the client’s own. */
  const numbered = (numbers: readonly object[]): Promise<Loose> =>
    send(server.address, 'PUT', `/clients/${setting.client}/promises`, { targets: [], margins: [], budgets: [], numbers });
  /** Figures of the total, by metric of a set. */
  const totals = async (set: string, part: object = {}): Promise<Loose[]> => {
    const question = questionFor(setting.client, { metricSet: set, period: DAYS, countedBy: 'orders', rows: ['campaign'], ...part });
    const { body } = await send(server.address, 'POST', '/compare', question);
    const at = body.rows.findIndex((row: Loose) => row.kind === 'total');
    return body.columns.map(({ now }: Loose) => now.values[at]);
  };

  it('calculate with numbers of the client’s own, day by day, which do not go while they are needed', async () => {
    await bring();
    const price = [
      { name: 'Shelf price', unit: 'money', value: 3, from: '2026-01-01', to: '2026-10-10' },
      { name: 'shelf price', unit: 'money', value: 4, from: '2026-10-11', to: '2026-12-31' },
    ];
    expect((await numbered(price)).body.numbers).toHaveLength(2);
    const { body: client } = await send(server.address, 'GET', `/clients/${setting.client}`);
    expect(client.library.numbers).toMatchObject([{ name: 'Shelf price', unit: 'money' }]);
    const [sold, alone] = [await add('Sold', 'clicks × shelf price'), await add('Price', '"shelf price" - 1')];
    const set = await addSet('Prices', [sold.body.id, alone.body.id]);
    // 100 clicks at 3, and 150 at 4.
    expect(await totals(set.body.id)).toEqual([900, null]);
    const gone = await numbered([]);
    expect([gone.status, gone.body.detail]).toEqual([
      400,
      'The metric “Sold” is made of a number that would be gone. Change the metric first. The metric “Price” is made of a number that would be gone. Change the metric first.',
    ]);
    expect((await send(server.address, 'GET', `/clients/${setting.client}`)).body.promises.numbers).toHaveLength(2);
    const taken = await numbered([...price, { ...price[0], name: 'Clicks' }]);
    expect(taken.body.detail).toBe('“Clicks” means something in formulas already. Choose another name.');
    const twice = await numbered([...price, { ...price[0], unit: 'share' }]);
    expect(twice.body.detail).toContain('is told in two units');
  });

  it('are worked out as by hand, by the day of the sale beside the day of the click', async () => {
    await bring();
    const formulas = [
      'value of purchase by sale date / count of purchase by sale date',
      'spend / count of purchase by sale date',
      'value of purchase by sale date / spend',
      'value of purchase by sale date * margin - spend',
      'value of purchase by click date * margin - spend',
      'value of purchase by sale date / spend - target roas',
      'when clicks > 250 then clicks otherwise too little data',
      'rounded (spend / clicks, 1)',
      'largest of (spend, value of purchase by click date)',
    ];
    const ids: string[] = [];
    for (const [at, text] of formulas.entries()) ids.push((await add(`Own ${at}`, text)).body.id);
    const { body: set } = await addSet('By sale and click', ids);
    // The order clicked on 9 October came on the 10th, when the margin was 46 %: by click date it is not of these days.
    const byHand = [360 / 3, 120 / 3, 360 / 120, 0.46 * 100 + 0.41 * 260 - 120, 0.46 * 200 + 0.41 * 60 - 120, 3 - 2.5, null, 0.5, 260];
    expect(await totals(set.id)).toEqual(byHand.map((each) => (each === null ? null : expect.closeTo(each, 9))));
  });

  it('read what was before, and the total', async () => {
    await bring();
    const change = await add('Clicks, change', 'clicks / previous (clicks) - 1');
    const share = await add('Share of spend', 'share of total (spend)');
    const parent = await add('Share in its channel', 'share of parent (spend)');
    const { body: set } = await addSet('Shares', [change.body.id, share.body.id, parent.body.id]);
    const question = questionFor(setting.client, {
      ...{ metricSet: set.id, countedBy: 'orders', rows: ['channel', 'campaign'] },
      ...{ period: { from: '2026-10-11', to: '2026-10-11' }, comparison: { from: '2026-10-10', to: '2026-10-10' } },
    });
    const { body } = await send(server.address, 'POST', '/compare', question);
    const row = (name: string) => {
      const at = body.rows.findIndex((each: Loose) => each.name === name);
      return body.columns.map(({ now }: Loose) => now.values[at]);
    };
    expect(row('Tea')).toEqual([0, 0.75, 0.75]);
    expect(row('Jam')).toEqual([null, 0.25, 0.25]);
    expect(row('Total')).toEqual([0.5, 1, 1]);
    const { body: trace } = await send(server.address, 'POST', '/compare/trace', { question, row: 'total', metric: change.body.id });
    expect(trace).toMatchObject({ formula: 'clicks / previous (clicks) − 1', filled: '150 / 100 − 1' });
    expect(trace.inputs.map(({ term, figure }: Loose) => [term, figure.value])).toEqual([
      ['clicks', 150],
      ['previous (clicks)', 100],
    ]);
  });

  it('are tried while they are written: in all, by channel, over time, with their parts', async () => {
    await bring();
    const draft = { id: 'draft', label: 'Draft', text: 'value of purchase / spend', unit: null, better: 'higher', definition: '' };
    const question = questionFor(setting.client, { period: DAYS, countedBy: 'orders' });
    const tried = await send(server.address, 'POST', path('/try'), { question, metric: draft });
    expect(tried.body).toMatchObject({
      figure: { kind: 'value', value: 3 },
      unit: 'ratio',
      filled: '£360.00 / £120.00',
      inputs: [{ term: 'value of purchase as ordered by sale date' }, { term: 'spend' }],
      channels: [{ name: expect.stringContaining('Search of'), figure: { value: 3 } }],
    });
    expect(tried.body.line.values).toEqual([2.5, 260 / 80]);
    const narrowed = { ...draft, text: 'CPC + spend where campaign is "Tea" / clicks' };
    expect((await send(server.address, 'POST', path('/try'), { question, metric: narrowed })).body).toMatchObject({
      figure: { value: 120 / 250 + 100 / 250 },
      filled: '£120.00 / 250 + £100.00 / 250',
      inputs: [{ narrowed: null }, {}, { narrowed: { fields: ['campaign'], kept: { all: 120, kept: 100, leftOut: 20, cannotTell: 0 } } }],
    });
    const wrong = await send(server.address, 'POST', path('/try'), { question, metric: { ...draft, text: 'spend + clicks' } });
    expect(wrong).toMatchObject({ status: 400, body: { errors: [{ path: 'text' }] } });
    expect((await send(server.address, 'GET', path())).body.metrics.filter((each: Loose) => each.client !== null)).toEqual([]);
  });

  it('stand on the way from seen to sold', async () => {
    await bring();
    const question = questionFor(setting.client, { period: DAYS, countedBy: 'orders' });
    const { body } = await send(server.address, 'POST', `/clients/${setting.client}/funnel`, { question });
    expect(body.stations.map(({ label, count, step }: Loose) => [label, count.value, step?.rate.value])).toEqual([
      ['Impressions', 5000, undefined],
      ['Clicks', 250, 0.05],
      ['Purchases', 3, 3 / 250],
    ]);
  });

  it('are refused where they cannot be read or their name is taken', async () => {
    expect(await add('X', 'clikcs / 2')).toMatchObject({
      status: 400,
      body: { errors: [{ path: 'text', message: expect.stringContaining('clicks') }] },
    });
    expect(await add('cpc', 'spend / 2')).toMatchObject({ status: 400, body: { errors: [{ path: 'label' }] } });
    expect(await add('Spend', 'spend / 2')).toMatchObject({ status: 400, body: { errors: [{ path: 'label' }] } });
    await add('Mine', 'spend / 2');
    expect(await add('mine', 'spend / 3')).toMatchObject({ status: 400, body: { errors: [{ path: 'label' }] } });
    expect(await addSet('Set', ['nothing'])).toMatchObject({ status: 400, body: { errors: [{ path: 'metrics' }] } });
    const many: string[] = [];
    for (let day = 1; day <= 31; day++) many.push((await add(`Within ${day}`, `count of purchase within ${day} days`)).body.id);
    expect(await addSet('Many', many)).toMatchObject({
      status: 400,
      body: { detail: expect.stringMatching(/need 32 sums at once, and a table takes 31/) },
    });
    expect(await addSet('Shop funnel', ['spend'])).toMatchObject({ status: 400, body: { errors: [{ path: 'label' }] } });
    expect((await send(server.address, 'PUT', path('/metrics/nothing'), metric('A', 'spend'))).status).toBe(404);
  });

  it('cannot be made of themselves, by whatever way', async () => {
    const { body: first } = await add('First', 'spend / 2');
    await add('Second', 'First * 2');
    const circle = await send(server.address, 'PUT', path(`/metrics/${first.id}`), metric('First', 'Second + spend', { seen: 1 }));
    expect(circle).toMatchObject({ status: 400, body: { detail: expect.stringContaining('in a circle: Second → First → Second.') } });
  });

  it('keep their versions; who comes second is told, and nothing is lost', async () => {
    const { body: own } = await add('Half', 'spend / 2');
    const change = (text: string, seen: number, by: string) =>
      send(server.address, 'PUT', path(`/metrics/${own.id}`), metric('Half', text, { seen, by, note: 'after the call' }));
    expect((await change('spend * 0.5', 1, 'Bo')).status).toBe(200);
    expect(await change('spend', 1, 'Cy')).toMatchObject({ status: 409, body: { detail: expect.stringContaining('Bo has changed it') } });
    const { body } = await send(server.address, 'GET', path(`/metrics/${own.id}/versions`));
    expect(body.versions.map(({ version, by, note, body: { text } }: Loose) => [version, by, note, text])).toEqual([
      [2, 'Bo', 'after the call', 'spend * 0.5'],
      [1, 'Ana', '', 'spend / 2'],
    ]);
  });

  it('cannot vanish while something uses them', async () => {
    const { body: half } = await add('Half', 'spend / 2');
    const { body: quarter } = await add('Quarter', 'half / 2');
    const { body: set } = await addSet('Parts', [half.id]);
    const remove = (kind: string, id: string, seen = 1) =>
      send(server.address, 'POST', path(`/${kind}/${id}/removal`), { seen, by: 'Ana' });
    expect(await remove('metrics', half.id)).toMatchObject({
      status: 409,
      body: { detail: expect.stringMatching(/the metric “Quarter” and the set “Parts”/) },
    });
    expect((await remove('sets', set.id)).body.sets).toEqual([]);
    await remove('metrics', quarter.id);
    expect((await remove('metrics', half.id)).body.metrics.filter((each: Loose) => each.client !== null)).toEqual([]);
    expect((await send(server.address, 'GET', path(`/metrics/${half.id}/versions`))).body.versions[0].body).toBeNull();
    expect((await remove('metrics', half.id, 2)).status).toBe(404);

    // For 30 days it is in a list, and putting a version over the one that took it away brings it back.
    const { body: left } = await send(server.address, 'GET', path(''));
    expect(left.removed.metrics.map((each: Loose) => each.label)).toEqual(expect.arrayContaining(['Half', 'Quarter']));
    expect(left.removed.sets).toMatchObject([{ label: 'Parts', version: 2 }]);
    const put = (kind: string, id: string, body: unknown) => send(server.address, 'PUT', path(`/${kind}/${id}`), body);
    expect((await put('metrics', half.id, metric('Half', 'spend / 2', { seen: 1 }))).status).toBe(409);
    expect((await put('metrics', half.id, metric('Half', 'spend / 2', { seen: 2 }))).status).toBe(200);
    const { label, outcome, metrics } = left.removed.sets[0];
    const change = { seen: 2, by: 'Ana', note: '', isOfAgency: false };
    expect((await put('sets', set.id, { label, outcome, metrics, looks: {}, ...change })).status).toBe(200);
    const { body: back } = await send(server.address, 'GET', path(''));
    expect([back.metrics.map((each: Loose) => each.label), back.sets.map((each: Loose) => each.label)]).toEqual([
      expect.arrayContaining(['Half']),
      ['Parts'],
    ]);
    expect(back.removed.sets).toEqual([]);
    expect((await put('metrics', 'own-metric-none', metric('Half', 'spend / 2', { seen: 0 }))).status).toBe(404);
  });

  it('of the agency are there for every client; a client’s own of the same name goes before', async () => {
    const { body: agency } = await add('Shared cost', 'spend / 4', { isOfAgency: true });
    const other = await makeClient(server.address, 'Library, another');
    const { body: theirs } = await send(server.address, 'GET', `/clients/${other.client}/library`);
    expect(theirs.metrics).toContainEqual(expect.objectContaining({ id: agency.id, client: null, version: 1, by: 'Ana' }));
    await bring();
    const { body: set } = await addSet('Costs', [agency.id], { isOfAgency: true });
    expect(await totals(set.id)).toEqual([30]);
    await add('shared COST', 'spend / 2');
    expect(await totals(set.id)).toEqual([60]);
    // Another client’s set shows it: it can neither vanish nor become this client’s own.
    const { body: theirSet } = await send(server.address, 'POST', `/clients/${other.client}/library/sets`, {
      label: 'Theirs',
      outcome: null,
      metrics: [agency.id],
      seen: 0,
      by: '',
      note: '',
      isOfAgency: false,
    });
    await send(server.address, 'POST', path(`/sets/${set.id}/removal`), { seen: 1, by: '' });
    const inUse = { status: 409, body: { detail: expect.stringContaining('the set “Theirs” of Library, another') } };
    expect(await send(server.address, 'POST', path(`/metrics/${agency.id}/removal`), { seen: 1, by: '' })).toMatchObject(inUse);
    expect(await send(server.address, 'PUT', path(`/metrics/${agency.id}`), metric('Shared cost', 'spend / 4', { seen: 1 }))).toMatchObject(
      inUse,
    );
    expect((await compare(server.address, other.client, { metricSet: theirSet.id, period: DAYS })).body.metrics).toEqual([agency.id]);
  });
});
