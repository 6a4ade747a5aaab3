import { importFile, makeClient, send, type Setting, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const dayText = (at: number): string => new Date(Date.UTC(2026, 8, 1) + at * 86_400_000).toISOString().slice(0, 10);
const FIFTY = Array.from({ length: 50 }, (_, at) => at);
/** Six placements; the last brings nothing, the first five a purchase a day until `idleFrom`. */
const report = (days: readonly number[], idleFrom = Infinity): string =>
  [
    'Day,Campaign ID,Campaign,Placement,Impressions,Clicks,Cost,Purchases,Purchase value',
    ...days.flatMap((at) =>
      [1, 2, 3, 4, 5, 6].map((placement) => {
        const bought = placement === 6 || at >= idleFrom ? 0 : 1;
        return `${dayText(at)},W-1,camp W-1,place ${placement},1000,20,10,${bought},${bought * 40}`;
      }),
    ),
  ].join('\n');
const EDIT = { seen: 0, by: 'Ana', note: '', isOfAgency: false };
const IDLE = {
  ...{ label: 'Placements that bring nothing', of: 'placement', days: 10, where: [], then: 'exclude', every: 2 },
  all: [
    { metric: 'spend', test: 'above', than: 2, scale: 'may cost' },
    { metric: 'purchases', test: 'at most', than: 0, scale: 'amount' },
  ],
};

describe('standing rules', () => {
  const server = suiteServer();
  let setting: Setting;
  const ask = (method: 'GET' | 'POST' | 'PUT', path = '', body?: object): Promise<Loose> =>
    send(server.address, method, `/clients/${setting.client}/standing-rules${path}`, body);
  const today = (at: number): Promise<Loose> => send(server.address, 'PUT', '/clock', { today: dayText(at) });
  const only = async (): Promise<Loose> => (await ask('GET')).body.rules[0];
  const moves = async (): Promise<Loose[]> => (await send(server.address, 'GET', `/clients/${setting.client}/moves`)).body.moves;

  beforeAll(async () => {
    setting = await makeClient(server.address, 'Ruled');
    await today(50);
    await importFile(server.address, setting, 'Placements', report(FIFTY));
    await send(server.address, 'PUT', `/clients/${setting.client}/promises`, {
      targets: [{ metric: 'roas', value: 2, countedBy: 'claims', basis: 'click', from: '2026-01-01', to: '2026-12-31' }],
      ...{ margins: [], budgets: [] },
    });
  });

  it('say what is wrong with what they ask', async () => {
    const wrong = await ask('POST', '/rehearsal', { ...IDLE, label: '', days: 0, all: [] });
    expect(wrong.body.errors.map(({ message }: Loose) => message)).toEqual(['Give it a name', 'At least 1 day', 'Say when']);
    expect((await ask('POST', '/rehearsal', { ...IDLE, then: 'pause' })).body.detail).toContain(
      'This cannot be done with what it looks at',
    );
    expect((await ask('PUT', '/own-rule-gone', { ...IDLE, ...EDIT, state: 'draft' })).status).toBe(404);
  });

  it('are rehearsed before anything is stored: what they would have proposed when, and what came after', async () => {
    const { status, body } = await ask('POST', '/rehearsal', IDLE);
    expect(status).toBe(200);
    expect(body).toMatchObject({
      verdict: 'helped',
      most: 1,
      young: 0,
      looked: 6,
      outcome: 'purchase',
      from: dayText(10),
      to: dayText(50),
    });
    expect(body.text).toBe(
      'When a placement over 10 days has spend above 2 times what one result may cost and purchases at most 0: propose shutting it out of its campaign. Looked at every 2 days.',
    );
    expect(body.proposed).toMatchObject([
      { name: 'place 6', campaignName: 'camp W-1', on: dayText(10), after: { spend: 400, outcomes: 0 } },
    ]);
    expect(body.proposed[0].saw.replace(/\s/g, ' ')).toBe('1 – 10 Sept 2026: spend £100.00 and purchases 0.');
    expect((await ask('GET')).body.rules).toEqual([]);
  });

  it('that propose nearly everything are asked about twice', async () => {
    const all = { ...IDLE, all: [{ metric: 'spend', test: 'above', than: 1, scale: 'amount' }], ...EDIT, state: 'on' };
    expect(await ask('POST', '', all)).toMatchObject({
      status: 409,
      body: { title: 'Nearly everything', detail: expect.stringContaining('hold for 6 of 6 placements') as string },
    });
    expect((await ask('GET')).body.rules).toEqual([]);
  });

  it('that are on look at once; what they propose is accepted by whom, with what was seen, and not proposed as new again', async () => {
    expect((await ask('POST', '', { ...IDLE, ...EDIT, state: 'draft' })).body.rules).toMatchObject([
      { state: 'draft', run: null, log: [] },
    ]);
    const { id, version } = await only();
    const { body } = await ask('PUT', `/${id}`, { ...IDLE, ...EDIT, seen: version, state: 'on' });
    expect(body.rules[0].run).toMatchObject({
      ...{ day: dayText(50), looked: 6, left: [], stopped: '' },
      moves: [{ entity: { externalId: 'W-1' }, change: { field: 'part', what: 'place 6', to: 'excluded' }, decided: null }],
    });
    expect(body.rules[0].log).toEqual([{ day: dayText(50), looked: 6, proposed: 1, stopped: '' }]);
    const [{ subject }] = body.rules[0].run.moves;
    const waiting = async (): Promise<number> =>
      (await send(server.address, 'GET', `/clients/${setting.client}/glance`)).body.waiting.byRules;
    expect(await waiting()).toBe(1);
    const decide = (decision: object): Promise<Loose> =>
      ask('POST', `/${id}/decisions`, { subjects: [subject], reason: '', by: 'Ben', ...decision });
    expect((await decide({ decision: 'dismissed' })).body.detail).toContain('Say why the move is dismissed');
    expect((await decide({ decision: 'accepted', subjects: ['gone'] })).status).toBe(409);
    expect((await decide({ decision: 'accepted' })).status).toBe(200);
    expect(await waiting()).toBe(0);
    expect(await moves()).toMatchObject([
      {
        by: 'Ben',
        proposedBy: { kind: 'rule', rule: id, label: IDLE.label },
        change: { what: 'place 6' },
        standing: { state: 'not told' },
      },
    ]);
    expect((await moves())[0].evidence[0]).toContain('spend £100.00 and purchases 0.');
    await server.restart();
    expect((await only()).run.moves).toMatchObject([{ decided: { decision: 'accepted' } }]);
  });

  it('look again after as many days as they say, and not before', async () => {
    await importFile(server.address, setting, 'Placements', report([50]));
    await today(51);
    expect((await ask('POST', '/look')).body.rules[0].log).toHaveLength(1);
    await importFile(server.address, setting, 'Placements', report([51]));
    await today(52);
    expect((await ask('POST', '/look')).body.rules[0].log.map(({ day }: Loose) => day)).toEqual([dayText(52), dayText(50)]);
  });

  it('that come to propose far more than in the weeks before stop themselves until they are stored again', async () => {
    const days = Array.from({ length: 12 }, (_, at) => 52 + at);
    await importFile(server.address, setting, 'Placements', report(days, 52));
    await today(64);
    const { body } = await ask('POST', '/look');
    expect(body.rules[0].run).toMatchObject({
      moves: [],
      stopped: expect.stringContaining('for 5 at once, and in the weeks before for at most 1'),
    });
    await today(70);
    expect((await ask('POST', '/look')).body.rules[0].log).toHaveLength(3);
    await today(64);
    const { id, version } = await only();
    const again = await ask('PUT', `/${id}`, { ...IDLE, ...EDIT, seen: version, state: 'on', sure: true });
    expect(again.body.rules[0].run.moves).toHaveLength(6);
    expect((await ask('PUT', `/${id}`, { ...IDLE, ...EDIT, seen: version, state: 'draft' })).status).toBe(409);
  });

  it('are taken away, and brought back', async () => {
    const { id, version }: { id: string; version: number } = await only();
    const { body } = await ask('POST', `/${id}/removal`, { seen: version, by: 'Ana' });
    expect([body.rules.length, body.removed.length]).toEqual([0, 1]);
    expect((await ask('PUT', `/${id}`, { ...IDLE, ...EDIT, seen: version + 1, state: 'draft' })).body.rules).toMatchObject([{ run: null }]);
  });
});
