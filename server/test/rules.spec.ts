import { compare, importFile, makeClient, send, type Setting, suiteServer } from './harness';

const CONVENTION = {
  level: 'campaign',
  separator: '_',
  parts: [
    { part: null, words: [], optional: false },
    { part: 'stage', words: ['new', 'known'], optional: false },
    { part: 'place', words: ['uk', 'ie'], optional: true },
  ],
};
const FILE = ['Day,Campaign,Cost', ...['JL_new_uk,10', 'JL_known,5', 'Old stock,2'].map((row) => `2026-10-20,${row}`)].join('\n');

describe('names that tell something', () => {
  const server = suiteServer();
  let setting: Setting;
  beforeAll(async () => {
    setting = await makeClient(server.address, 'Named');
    await importFile(server.address, setting, 'Campaigns', FILE);
  });

  const path = (what: string) => `/clients/${setting.client}/${what}`;
  const spendByStage = async () => {
    const { body } = await compare(server.address, setting.client, {
      period: { from: '2026-10-20', to: '2026-10-20' },
      rows: ['channel', 'stage in the name', 'campaign', 'group', 'ad'],
    });
    const spend = body.columns[body.metrics.indexOf('spend')].now.values;
    return Object.fromEntries(
      body.rows.flatMap(({ depth, name }: { depth: number; name: string }, at: number) => (depth < 2 ? [[name, spend[at]]] : [])),
    );
  };

  it('shows how names would be read before anything is stored', async () => {
    const { body } = await send(server.address, 'POST', path('names'), { conventions: [CONVENTION], rules: [] });
    expect(body.names.map((each: { name: string; state: string; spend: number }) => [each.name, each.state, each.spend])).toEqual([
      ['Old stock', 'broken', 2],
      ['JL_new_uk', 'follows', 10],
      ['JL_known', 'follows', 5],
    ]);
    expect(body.sums).toContainEqual({ level: 'campaign', state: 'broken', names: 1, spend: 2 });
    expect((await send(server.address, 'GET', path('naming'))).body.naming).toEqual({ conventions: [], rules: [] });
  });

  it('breaks down by what names tell as soon as it is saved, by what rules say as well, and keeps the total', async () => {
    await send(server.address, 'PUT', path('naming'), { conventions: [CONVENTION], rules: [] });
    expect((await send(server.address, 'GET', `/clients/${setting.client}`)).body.nameParts).toEqual(['stage', 'place']);
    expect(await spendByStage()).toMatchObject({ Total: 17, new: 10, known: 5, 'Not broken down by stage in the name': 2 });
    const rules = [{ level: 'campaign', test: 'contains', value: 'stock', parts: { stage: 'known' } }];
    await send(server.address, 'PUT', path('naming'), { conventions: [CONVENTION], rules });
    expect(await spendByStage()).toMatchObject({ Total: 17, new: 10, known: 7 });
  });

  it('refuses what cannot be used, and keeps what was there', async () => {
    const twice = { ...CONVENTION, parts: [CONVENTION.parts[1], CONVENTION.parts[1]] };
    const reply = await send(server.address, 'PUT', path('naming'), { conventions: [twice], rules: [] });
    expect(reply).toMatchObject({ status: 400, body: { detail: 'The stage stands twice in campaign names.' } });
    expect((await send(server.address, 'GET', path('naming'))).body.naming.conventions).toEqual([CONVENTION]);
  });
});

describe('spellings of sources', () => {
  const server = suiteServer();
  let setting: Setting;
  const FILE_OF_VISITS = [
    'Day,Source,Visits',
    '2026-10-20,wren-mobile,30',
    '2026-10-20,go.wren.example,10',
    '2026-10-20,(not set),10',
  ].join('\n');
  const period = { from: '2026-10-01', to: '2026-10-31' };
  beforeAll(async () => {
    setting = await makeClient(server.address, 'Sourced');
    await importFile(server.address, setting, 'Visits', FILE_OF_VISITS);
  });
  const path = (what: string) => `/clients/${setting.client}/${what}`;

  it('are sorted by rules, and what falls through is told', async () => {
    const rules = [{ test: 'contains', value: 'wren', channel: 'Search of Sourced', kind: 'search' }];
    const { body } = await send(server.address, 'POST', path('visits'), { rules, period });
    expect(body).toMatchObject({ days: 1, unsorted: { visits: 10 }, channels: [{ channel: 'Search of Sourced', visits: 40 }] });
    await send(server.address, 'PUT', path('sources'), { rules });
    expect((await send(server.address, 'GET', path('sources'))).body).toMatchObject({ rules, proposal: [{ value: 'sourced' }, {}, {}] });
  });

  it('refuses a rule that names no channel', async () => {
    const reply = await send(server.address, 'PUT', path('sources'), { rules: [{ test: 'is', value: 'x', channel: '', kind: 'search' }] });
    expect(reply).toMatchObject({ status: 400, body: { detail: 'Rule 1: Name the channel it means.' } });
  });
});

describe('members in groups', () => {
  const server = suiteServer();
  let setting: Setting;
  beforeAll(async () => {
    setting = await makeClient(server.address, 'Grouped');
    await importFile(server.address, setting, 'Campaigns', FILE);
  });
  const path = (what: string) => `/clients/${setting.client}/${what}`;
  const SEASON = {
    id: 'season as grouped',
    label: 'Season',
    of: 'campaign',
    groups: [{ name: 'Spring', any: [{ test: 'begins with', value: 'jl' }], members: [] as number[] }],
  };
  const bySeason = async () => {
    const asked = { period: { from: '2026-10-20', to: '2026-10-20' }, rows: ['season as grouped', 'campaign'] };
    const { body } = await compare(server.address, setting.client, asked);
    const spend = body.columns[body.metrics.indexOf('spend')].now.values;
    return {
      codes: Object.fromEntries(body.rows.map(({ name, code }: { name: string; code: number }) => [name, code])),
      spend: Object.fromEntries(body.rows.map(({ name }: { name: string }, at: number) => [name, spend[at]])),
    };
  };

  it('are told before anything is stored', async () => {
    const { body } = await send(server.address, 'POST', path('groupings/try'), { id: SEASON.id, groupings: [SEASON] });
    expect(body.groups).toEqual([
      { name: 'Spring', members: 2, spend: { kind: 'bounds', low: 15, high: null }, first: ['JL_new_uk', 'JL_known'] },
      { name: 'in no group', members: 1, spend: { kind: 'bounds', low: 2, high: null }, first: ['Old stock'] },
    ]);
    expect((await send(server.address, 'GET', path('groupings'))).body).toEqual({ groupings: [], version: 0 });
    const refused = await compare(server.address, setting.client, { rows: ['season as grouped'] });
    expect(refused).toMatchObject({ status: 400, body: { detail: 'This client has no dimension “season as grouped”.' } });
  });

  it('are a field at once, by rule and by hand, and another version of the data', async () => {
    await send(server.address, 'PUT', path('groupings'), { groupings: [SEASON] });
    expect((await send(server.address, 'GET', `/clients/${setting.client}`)).body.groupings).toEqual([
      { id: 'season as grouped', label: 'Season', of: 'campaign' },
    ]);
    const first = await bySeason();
    expect(first.spend).toMatchObject({ Total: 17, Spring: 15, 'in no group': 2 });
    const chosen = {
      ...SEASON,
      groups: [...SEASON.groups, { name: 'Old', any: [], members: [first.codes['JL_known'], first.codes['Old stock']] }],
    };
    await send(server.address, 'PUT', path('groupings'), { groupings: [chosen] });
    expect((await bySeason()).spend).toMatchObject({ Total: 17, Spring: 10, Old: 7 });
  });

  it('that go in a circle are refused, and what was there stays', async () => {
    const circle = [
      { ...SEASON, of: 'b as grouped' },
      { ...SEASON, id: 'b as grouped', label: 'B', of: SEASON.id },
    ];
    const reply = await send(server.address, 'PUT', path('groupings'), { groupings: circle });
    expect(reply).toMatchObject({ status: 400, body: { detail: expect.stringContaining('in a circle') } });
    expect((await send(server.address, 'GET', path('groupings'))).body.groupings).toHaveLength(1);
  });
});
