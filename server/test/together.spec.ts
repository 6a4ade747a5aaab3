import { compare, importFile, makeClient, questionFor, send, suiteServer, type Setting } from './harness';

describe('several clients in one table', () => {
  const server = suiteServer();
  let home: Setting;
  let abroad: Setting;
  beforeAll(async () => {
    home = await makeClient(server.address, 'Home');
    const { body } = await send(server.address, 'POST', '/clients', {
      name: 'Abroad',
      currency: 'EUR',
      timeZone: 'Europe/Berlin',
      locale: 'de-DE',
      metricSet: 'shop',
    });
    const { body: channels } = await send(server.address, 'GET', '/channels');
    const { body: account } = await send(server.address, 'POST', `/clients/${body.id}/accounts`, {
      channel: channels[0].id,
      name: 'Drüben',
      currency: 'EUR',
      timeZone: 'Europe/Berlin',
    });
    abroad = { client: body.id, account: account.id };
    await importFile(server.address, home, 'Costs', 'Day,Campaign,Cost,Clicks\n2026-10-05,Tea,10,4\n2026-10-06,Tea,30,6');
    await importFile(server.address, abroad, 'Kosten', 'Day,Campaign,Cost,Clicks\n2026-10-05,Tee,20,5\n2026-10-06,Kanne,40,1');
    await rates(home.client, [
      { currency: 'EUR', from: '2026-10-01', to: '2026-10-05', rate: 0.9 },
      { currency: 'EUR', from: '2026-10-06', to: '2026-10-31', rate: 0.8 },
    ]);
  });
  const rates = (client: string, list: object[]) =>
    send(server.address, 'PUT', `/clients/${client}/promises`, { targets: [], budgets: [], margins: [], rates: list });
  const both = () => [home.client, abroad.client];
  const ask = async (part: object) =>
    (
      await compare(server.address, home.client, {
        clients: both(),
        period: { from: '2026-10-05', to: '2026-10-06' },
        rows: ['client', 'campaign'],
        ...part,
      })
    ).body;
  const spend = async (part: object): Promise<Record<string, number>> => {
    const body = await ask(part);
    const { values } = body.columns[body.metrics.indexOf('spend')].now;
    return Object.fromEntries(body.rows.map(({ name }: { name: string }, at: number) => [name, values[at]]));
  };

  it('is told in the currency of the first, or in another, by the rates of its days', async () => {
    expect(await spend({})).toEqual({ Total: 90, Home: 40, Tea: 40, Abroad: 50, Tee: 18, Kanne: 32 });
    // A pound is worth what its rate in euros says the other way round.
    const inEuros = await spend({ currency: 'EUR' });
    expect(inEuros['Abroad']).toBe(60);
    expect(inEuros['Home']).toBeCloseTo(10 / 0.9 + 30 / 0.8, 5);
    const turned = await spend({ clients: [abroad.client, home.client] });
    expect(turned['Abroad']).toBe(60);
    const body = await ask({ currency: 'USD' });
    expect(body.columns[0].now.gaps).toEqual(expect.arrayContaining([[0, 'no rate']]));
  });

  it('answers anew when a rate or the rows of one of them change', async () => {
    const { dataVersion } = await ask({});
    expect((await ask({})).dataVersion).toBe(dataVersion);
    await rates(home.client, [{ currency: 'EUR', from: '2026-10-01', to: '2026-10-31', rate: 0.5 }]);
    expect(await spend({})).toMatchObject({ Abroad: 30, Total: 70 });
    await importFile(server.address, abroad, 'Mehr', 'Day,Campaign,Cost,Clicks\n2026-10-05,Neu,2,5');
    const changed = await ask({});
    expect(changed.dataVersion).not.toBe(dataVersion);
  });

  it('is traced to the files of each and exported under the names of all', async () => {
    const question = questionFor(home.client, { clients: both(), period: { from: '2026-10-05', to: '2026-10-06' }, rows: ['client'] });
    const { body: trace } = await send(server.address, 'POST', '/compare/trace', {
      question,
      row: `client:${abroad.client}`,
      metric: 'spend',
    });
    expect(trace.inputs[0].sources.map(({ account }: { account: string }) => account)).toEqual(expect.arrayContaining(['Drüben']));
    const csv = await send(server.address, 'GET', `/compare/export.csv?question=${encodeURIComponent(JSON.stringify(question))}`);
    expect(csv.body).toContain('Home and Abroad');
    expect(csv.body).toContain('Spend (GBP)');
    const { body: series } = await send(server.address, 'POST', '/compare/series', {
      question,
      metric: 'clicks',
      members: [`client:${abroad.client}`],
    });
    expect(series.lines[0].figures.values).toHaveLength(2);
    expect(series.settled).toBe(2);
  });

  it('says which client or currency of it there is not', async () => {
    const refused = async (part: object) => send(server.address, 'POST', '/compare', questionFor(home.client, part));
    expect(await refused({ clients: [home.client, 'nobody'] })).toMatchObject({
      status: 404,
      body: { detail: expect.stringContaining('nobody') },
    });
    expect(await refused({ clients: [] })).toMatchObject({ status: 400, body: { errors: [{ path: 'clients' }] } });
    expect(await refused({ clients: [home.client, home.client] })).toMatchObject({
      status: 400,
      body: { errors: [{ path: 'clients', message: 'Name each client once' }] },
    });
    expect(await refused({ currency: 'pounds' })).toMatchObject({ status: 400, body: { errors: [{ path: 'currency' }] } });
    const far = await refused({ clients: both(), period: { from: '1999-01-01', to: '1999-01-02' } });
    expect(far).toMatchObject({ status: 400, body: { detail: expect.stringContaining('Home and Abroad have data from') } });
  });
});
