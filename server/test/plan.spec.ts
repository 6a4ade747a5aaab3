import { importFile, makeClient, send, type Setting, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const LAST = Date.UTC(2026, 9, 30) / 86_400_000;
const days = Array.from({ length: 84 }, (_, at) => new Date((LAST - 83 + at) * 86_400_000).toISOString().slice(0, 10));
const ALWAYS = { from: '2026-01-01', to: '2026-12-31' };
const NOVEMBER = { from: '2026-11-01', to: '2026-11-30' };
const ASKED = { days: NOVEMBER, goal: 'profit', total: null, promised: null };

/** Two campaigns with equal money that lose a fifth of their impressions to it. */
const report = (of = days): string =>
  [
    'Day,Campaign ID,Campaign,Impressions,Impressions lost to budget,Clicks,Cost,Daily budget,Status',
    ...of.flatMap((day) => [`${day},W-1,winner,4000,1000,100,60,60,enabled`, `${day},L-2,loser,4000,1000,100,60,60,enabled`]),
  ].join('\n');
const orders = (): string =>
  [
    'Order ID,Ordered at,Clicked at,Net value,utm_campaign',
    ...days.flatMap((day, at) => [
      ...Array.from({ length: 6 }, (_, nth) => `w${at}-${nth},${day} 12:00,${day} 11:00,40,winner`),
      `l${at},${day} 12:00,${day} 11:00,40,loser`,
    ]),
  ].join('\n');

describe('a plan of budgets', () => {
  const server = suiteServer();
  let setting: Setting;
  const plan = (asked: object = {}) => send(server.address, 'POST', `/clients/${setting.client}/plan`, { ...ASKED, ...asked });
  const accept = (body: object) => send(server.address, 'POST', `/clients/${setting.client}/plan/moves`, body);
  const named = (body: Loose, name: string) => body.budgets.find((each: Loose) => each.name === name);
  const moves = async () => (await send(server.address, 'GET', `/clients/${setting.client}/moves`)).body.moves;

  beforeAll(async () => {
    await send(server.address, 'PUT', '/clock', { today: '2026-10-31' });
    setting = await makeClient(server.address, 'Planned');
    expect((await importFile(server.address, setting, 'Campaigns', report())).report).toMatchObject({ rows: 168, badRows: 0 });
    expect(await importFile(server.address, setting, 'Orders', orders())).toMatchObject({ state: 'done' });
  });

  it('needs a target to know what an outcome is worth', async () => {
    expect(await plan()).toMatchObject({ status: 200, body: { target: null, budgets: [], rest: null } });
    await send(server.address, 'PUT', `/clients/${setting.client}/promises`, {
      targets: [{ metric: 'roas', value: 1.5, countedBy: 'orders', basis: 'sale', ...ALWAYS }],
      margins: [{ share: 0.5, ...ALWAYS }],
      budgets: [{ amount: 6000, from: '2026-11-01', to: '2026-11-30' }],
    });
  });

  it('gives more to what earns on its last money, and less to what does not', async () => {
    const { status, body } = await plan();
    expect(status).toBe(200);
    // 6 orders of 20 earned for 60: the last money brings 0.7 of 2; of one order 0.7 of a third.
    expect(named(body, 'winner').lastMoney.now).toBeCloseTo(1.4, 6);
    expect(named(body, 'winner')).toMatchObject({ limit: 'a step up', budget: { from: 60, to: 72 }, currency: 'GBP' });
    expect(named(body, 'loser')).toMatchObject({ limit: 'a step down', budget: { from: 60, to: 48 } });
    expect(body).toMatchObject({ isEarned: true, outcome: 'purchase', rest: 6000, shorts: [], now: { spend: 120, outcomes: 7 } });
    expect(body.reached.now).toBeCloseTo((7 * 40) / 120, 6);
    expect(body.gain.middle).toBeCloseTo(6 * 20 * (1.2 ** 0.7 - 1) - 12 + 20 * (0.8 ** 0.7 - 1) + 12, 4);
    expect(named(body, 'winner').more.outcomes).toBeCloseTo(6 * 1.2 ** 0.7, 6);
  });

  it('splits a total over the days to come, holds what is said, and names what cannot be', async () => {
    const key = named((await plan()).body, 'loser').key;
    const { body } = await plan({ total: 30 * 130, fixed: [{ key, spend: 60 }] });
    expect(named(body, 'loser')).toMatchObject({ limit: 'said', effect: null });
    expect(named(body, 'winner').planned.spend).toBeCloseTo(70, 4);
    expect((await plan({ total: 30 * 500 })).body.shorts).toEqual([{ kind: 'too much money', most: expect.closeTo(144, 4) }]);
    const { body: promised } = await plan({ promised: 9 });
    expect(promised.shorts).toEqual([{ kind: 'promise not reached', reached: expect.closeTo(promised.reached.planned, 9) }]);
  });

  it('is of days to come, and says what is wrong with what is asked', async () => {
    expect(await plan({ days: { from: '2026-10-01', to: '2026-10-30' } })).toMatchObject({
      status: 400,
      body: { errors: [{ path: 'days' }] },
    });
    expect(await plan({ days: { from: '2026-11-01', to: '2027-11-30' } })).toMatchObject({
      status: 400,
      body: { errors: [{ path: 'days' }] },
    });
    expect(await plan({ total: -1 })).toMatchObject({ status: 400, body: { errors: [{ path: 'total' }] } });
    expect(await plan({ fixed: [{ key: 'k', spend: 0 }] })).toMatchObject({ status: 400, body: { errors: [{ path: 'fixed.0.spend' }] } });
    expect(await plan({ step: 3 })).toMatchObject({ status: 400, body: { errors: [{ path: 'step' }] } });
    expect((await send(server.address, 'POST', '/clients/nobody/plan', ASKED)).status).toBe(404);
  });

  it('is accepted as moves that a sheet carries out, all or none, and not twice', async () => {
    const { body } = await plan();
    const keys = body.budgets.map(({ key }: Loose) => key);
    const asked = { plan: ASKED, keys, dataVersion: body.dataVersion };
    expect(await accept({ ...asked, keys: [...keys, 'channel:0/campaign:999'] })).toMatchObject({ status: 409 });
    expect(await accept({ ...asked, dataVersion: 1 })).toMatchObject({
      status: 409,
      body: { title: 'The data has changed' },
    });
    expect(await moves()).toEqual([]);
    expect(await accept(asked)).toMatchObject({ status: 200, body: { accepted: { moves: 2 } } });
    expect(await moves()).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          entity: expect.objectContaining({ name: 'winner', externalId: 'W-1', level: 'campaign' }),
          change: { field: 'daily budget', from: 60, to: 72 },
          proposedBy: { kind: 'plan', days: NOVEMBER },
          decision: 'accepted',
          evidence: [expect.stringContaining('here £1.40 earned of the last £1.00 now'), expect.stringContaining('336 counted on 56 days')],
        }),
      ]),
    );
    const { body: sheet } = await send(server.address, 'GET', `/clients/${setting.client}/change-sheet.csv`);
    expect(sheet).toContain('W-1,winner,daily budget,,60.00,72.00');
    // Until somebody has carried them out they are left.
    const again = await plan();
    expect(again.body.budgets.map(({ limit, effect }: Loose) => [limit, effect])).toEqual([
      ['waits', null],
      ['waits', null],
    ]);
    expect(await accept({ ...asked, dataVersion: again.body.dataVersion })).toMatchObject({
      status: 409,
      body: { title: 'Nothing to change' },
    });
    // A report with the new budget says that one of them is done: it is no part of the sheet any more.
    const carried = report(['2026-10-31']).replaceAll('W-1,winner,4000,1000,100,60,60', 'W-1,winner,4000,1000,100,72,72');
    expect(await importFile(server.address, setting, 'Campaigns', carried)).toMatchObject({ state: 'done' });
    await send(server.address, 'PUT', '/clock', { today: '2026-11-01' });
    const { body: standing } = await send(server.address, 'GET', `/clients/${setting.client}/moves`);
    expect(Object.fromEntries(standing.moves.map((move: Loose) => [move.entity.name, move.standing]))).toEqual({
      winner: { state: 'done', since: '2026-10-31' },
      loser: { state: 'waits', since: null },
    });
    expect(standing.accepted.moves).toBe(1);
    const { body: rest } = await send(server.address, 'GET', `/clients/${setting.client}/change-sheet.csv`);
    expect(rest).toContain('L-2,loser');
    expect(rest).not.toContain('W-1,winner');
    await send(server.address, 'POST', `/clients/${setting.client}/moves/undecide`, { moves: (await moves()).map(({ id }: Loose) => id) });
    expect(named((await plan({ days: { from: '2026-11-02', to: '2026-11-30' } })).body, 'loser').limit).toBe('a step down');
  });
});
