import { compare, importFile, makeClient, send, type Setting, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const LAST = Date.UTC(2026, 9, 30) / 86_400_000;
const days = Array.from({ length: 40 }, (_, at) => new Date((LAST - 39 + at) * 86_400_000).toISOString().slice(0, 10));
const ALWAYS = { from: '2026-01-01', to: '2026-12-31' };
/** The third has been paused for the last five days. */
const CAMPAIGNS = ['W-1', 'L-2', 'P-3'];
const RAN_LAST = days[days.length - 6] ?? '';

const report = (of: readonly string[] = days): string =>
  [
    'Day,Campaign ID,Campaign,Impressions,Impressions lost to budget,Clicks,Cost,Daily budget,Status',
    ...of.flatMap((day) =>
      CAMPAIGNS.map((id) => {
        const [state, shown, cost] = id === 'P-3' && day > RAN_LAST ? ['paused', 0, 0] : ['enabled', 4000, 60];
        return `${day},${id},camp ${id},${shown},${shown / 4},${shown / 40},${cost},60,${state}`;
      }),
    ),
  ].join('\n');
const orders = [
  'Order ID,Ordered at,Clicked at,Net value,utm_campaign',
  ...days.flatMap((day, at) => [0, 1, 2].map((nth) => `w${at}-${nth},${day} 12:00,${day} 11:00,40,camp W-1`)),
].join('\n');

describe('changes of several at once', () => {
  const server = suiteServer();
  let setting: Setting;
  let codes: Map<string, number>;
  const members = (...names: string[]) => names.map((name) => ({ level: 'campaign', member: codes.get(`camp ${name}`) ?? -1 }));
  const look = (body: object, path = ''): Promise<Loose> =>
    send(server.address, 'POST', `/clients/${setting.client}/moves/bulk${path}`, body);
  const PAUSE = { kind: 'status', to: 'paused' };
  const moves = async (): Promise<Loose[]> => (await send(server.address, 'GET', `/clients/${setting.client}/moves`)).body.moves;

  beforeAll(async () => {
    await send(server.address, 'PUT', '/clock', { today: '2026-10-31' });
    setting = await makeClient(server.address, 'Several');
    await importFile(server.address, setting, 'Campaigns', report());
    await importFile(server.address, setting, 'Orders', orders);
    const { body } = await compare(server.address, setting.client, { rows: ['campaign'] });
    codes = new Map(body.rows.map((row: Loose) => [row.name, row.code]));
  });

  it('need a target to count by', async () => {
    expect(await look({ members: members('W-1'), change: PAUSE })).toMatchObject({ status: 409, body: { title: 'No target' } });
    await send(server.address, 'PUT', `/clients/${setting.client}/promises`, {
      ...{ targets: [{ metric: 'roas', value: 1.5, countedBy: 'orders', basis: 'sale', ...ALWAYS }] },
      ...{ margins: [{ share: 0.5, ...ALWAYS }], budgets: [] },
    });
  });

  it('are looked at before anything is stored: each with its effect, the sum, and what is left', async () => {
    const { status, body } = await look({ members: members('W-1', 'L-2', 'P-3'), change: PAUSE });
    expect(status).toBe(200);
    expect(body.moves.map((move: Loose) => [move.entity.externalId, move.change.to, move.effect.spend.middle])).toEqual([
      ['W-1', 'paused', -60],
      ['L-2', 'paused', -60],
    ]);
    expect(body.sum.spend.middle).toBe(-120);
    expect(body.sum.outcomes.middle).toBeCloseTo(-3, 1);
    expect(body.left).toMatchObject([{ name: 'camp P-3', why: 'It is paused already.' }]);
    const { body: back } = await look({ members: members('P-3'), change: { kind: 'status', to: 'running' } });
    expect(back.moves).toMatchObject([{ change: { from: 'paused', to: 'running' }, effect: { spend: { middle: 60 } } }]);
    expect(body.moves[0].evidence[0]).toContain('84 orders so far');
    expect(await moves()).toEqual([]);
  });

  it('are accepted together, by whom, wait to be carried out, and are not accepted twice', async () => {
    const change = { kind: 'budget', by: 'share', value: -0.25 };
    const { body: looked } = await look({ members: members('W-1', 'L-2'), change });
    const accepted = await look({ members: members('W-1', 'L-2'), change, dataVersion: looked.dataVersion, by: 'Ana' }, '/accept');
    expect(accepted.status).toBe(200);
    expect((await moves()).map((move) => [move.change.to, move.by, move.proposedBy, move.standing.state])).toEqual([
      [45, 'Ana', { kind: 'by hand' }, 'waits'],
      [45, 'Ana', { kind: 'by hand' }, 'waits'],
    ]);
    expect(await look({ members: members('W-1'), change, dataVersion: looked.dataVersion, by: '' }, '/accept')).toMatchObject({
      status: 409,
      body: { detail: expect.stringContaining('waits to be carried out') as string },
    });
    const undecide = (ids: unknown[]) => send(server.address, 'POST', `/clients/${setting.client}/moves/undecide`, { moves: ids });
    const ids = (await moves()).map(({ id }) => id);
    expect((await undecide([...ids, 'gone'])).status).toBe(404);
    expect(await moves()).toHaveLength(2);
    expect((await undecide(ids)).status).toBe(200);
    expect(await moves()).toEqual([]);
  });

  it('are looked at again where data has come in since', async () => {
    const change = { kind: 'budget', by: 'amount', value: 5 };
    const { body: looked } = await look({ members: members('W-1'), change });
    await importFile(server.address, setting, 'Campaigns', report(['2026-10-30']));
    const late = await look({ members: members('W-1'), change, dataVersion: looked.dataVersion, by: '' }, '/accept');
    expect(late).toMatchObject({ status: 409, body: { title: 'The data has changed' } });
    expect(await moves()).toEqual([]);
  });

  it('say what is wrong with what is asked', async () => {
    expect((await look({ members: [], change: PAUSE })).status).toBe(400);
    const share = await look({ members: members('W-1'), change: { kind: 'budget', by: 'share', value: -1 } });
    expect(JSON.stringify(share)).toContain('pause it instead');
    expect(share.status).toBe(400);
    const unknown = await look({ members: [{ level: 'campaign', member: 999_999 }], change: PAUSE });
    expect(unknown.body.left).toMatchObject([{ why: 'No report tells whether it runs.' }]);
  });
});
