import Database from 'better-sqlite3';
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseDay } from '@lens/core';
import { compare, freshFolder, removeFolder, type Running, send, startServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

/**
 * A small record as the program wrote it before measures, outcomes and dimensions became words of a client (the files
 * of its tables as text, with what it then answered): ads with claims, hours and devices, people, settings, orders,
 * counted leads, a file imported twice, one taken back.
 */
const OLD = join(import.meta.dirname, 'before-words');
const old: Loose = JSON.parse(readFileSync(join(OLD, 'answers.json'), 'utf8'));

const EFFECT = {
  spend: { low: -15, middle: -12, high: -2 },
  outcomes: { low: -0.4, middle: -0.2, high: -0.1 },
  profit: null,
  assumption: 'Spend follows the budget.',
};
/** A move as it was kept when it was a finding with a decision. */
function oldMove(id: string, level: string, proposed: object): string {
  const [isAd, member] = [level === 'ad', level === 'ad' ? 9 : 7];
  const finding = {
    ...{ key: `channel:search/campaign:7${isAd ? '/ad:9' : ''}`, level, name: isAd ? 'Film' : 'Gifts', currency: 'EUR', member },
    ...{ metric: 'cost-per-lead', target: 22.5, actual: isAd ? null : 31.5, range: { low: 25, high: isAd ? null : 40 } },
    move: { ...proposed, effect: EFFECT },
  };
  const said = isAd ? { decision: 'dismissed', reason: 'New film', picture: 'abc' } : { decision: 'accepted', reason: '' };
  const when = { decidedAt: `2026-10-2${isAd ? 1 : 0}T08:00:00.000Z`, decidedOn: `2026-10-2${isAd ? 1 : 0}` };
  return JSON.stringify({ id, finding, channelName: 'Search', accountName: 'Main', externalId: 'L-2', ...said, ...when });
}

/** Another client of that record: what it was promised lay in rows then, the later first. */
const [OCTOBER, NOVEMBER] = ['2026-10-01', '2026-11-01'].map((day) => parseDay(day) ?? 0) as [number, number];
const PROMISED = `
  INSERT INTO client VALUES ('promised', 'Promised', 'EUR', 'UTC', 'en-GB', 'leads');
  INSERT INTO promise (client_id, kind, from_day, to_day, value, metric, counted_by, basis, currency, orders_meant) VALUES
    ('promised', 'target', ${NOVEMBER}, ${NOVEMBER}, 20, 'cost-per-lead', 'claims', 'click', NULL, 'matched'),
    ('promised', 'target', ${OCTOBER}, ${OCTOBER}, 22.5, 'cost-per-lead', 'orders', 'sale', NULL, 'all'),
    ('promised', 'margin', ${OCTOBER}, ${OCTOBER}, 0.46, NULL, NULL, NULL, NULL, NULL),
    ('promised', 'budget', ${OCTOBER}, ${OCTOBER}, 18000, NULL, NULL, NULL, NULL, NULL),
    ('promised', 'rate', ${OCTOBER}, ${OCTOBER}, 1.15, NULL, NULL, NULL, 'GBP', NULL);
  INSERT INTO move VALUES
    ('m1', 'promised', 'campaign|7|daily budget|60.00|48.00', 'accepted', '', '2026-10-20T08:00:00.000Z', 20746, '${oldMove('m1', 'campaign', { field: 'daily budget', oldValue: '60.00', newValue: '48.00' })}'),
    ('m2', 'promised', 'ad|9|status|running|paused', 'dismissed', 'New film', '2026-10-21T08:00:00.000Z', 20747, '${oldMove('m2', 'ad', { field: 'status', oldValue: 'running', newValue: 'paused' })}');
  INSERT INTO client_rules VALUES ('promised', 'sources', '{"rules":[{"test":"is","value":"x","channel":"X","kind":"search"}]}');`;

describe('a record of before there were words', () => {
  const folder = freshFolder();
  let server: Running;
  beforeAll(async () => {
    mkdirSync(folder, { recursive: true });
    for (const name of ['lens', 'facts']) {
      const db = new Database(join(folder, `${name}.sqlite`));
      db.exec(readFileSync(join(OLD, `${name}.sql`), 'utf8'));
      if (name === 'lens') db.exec(PROMISED);
      db.close();
    }
    server = await startServer(folder);
  });
  afterAll(async () => {
    await server.stop();
    removeFolder(folder);
  });

  it('answers as it did then, in every cell', async () => {
    let cells = 0;
    for (const { part, metrics, rows, columns } of old.answers) {
      const { status, body } = await compare(server.address, old.client, part);
      expect(status).toBe(200);
      expect(body.rows.map(({ key }: Loose) => key)).toEqual(rows);
      metrics.forEach((metric: string, at: number) => {
        expect([part, metric, body.columns[body.metrics.indexOf(metric)]?.now]).toEqual([part, metric, columns[at]]);
        cells += (rows as string[]).length;
      });
    }
    expect(cells).toBeGreaterThan(500);
  });

  it('keeps what clients were promised and have said, as the first version of it', async () => {
    const { body } = await send(server.address, 'GET', '/clients/promised');
    const [october, november] = [
      { from: '2026-10-01', to: '2026-10-01' },
      { from: '2026-11-01', to: '2026-11-01' },
    ];
    expect([body.promisesVersion, body.promises]).toEqual([
      1,
      {
        targets: [
          { ...october, value: 22.5, metric: 'cost-per-lead', countedBy: 'orders', basis: 'sale', orders: 'all' },
          { ...november, value: 20, metric: 'cost-per-lead', countedBy: 'claims', basis: 'click', orders: 'matched' },
        ],
        margins: [{ ...october, share: 0.46 }],
        budgets: [{ ...october, amount: 18000 }],
        rates: [{ ...october, currency: 'GBP', rate: 1.15 }],
        numbers: [],
        balances: [],
        hours: [],
        frequencies: [],
      },
    ]);
    const { body: sources } = await send(server.address, 'GET', '/clients/promised/sources');
    expect([sources.version, sources.rules]).toEqual([1, [{ test: 'is', value: 'x', channel: 'X', kind: 'search' }]]);
    expect((await send(server.address, 'GET', `/clients/${old.client}`)).body.promisesVersion).toBe(0);
  });

  it('keeps what was decided, as moves of what they change', async () => {
    const { body } = await send(server.address, 'GET', '/clients/promised/moves');
    const [paused, lowered] = body.moves;
    expect(lowered).toEqual({
      id: 'm1',
      entity: {
        ...{ level: 'campaign', member: 7, key: 'channel:search/campaign:7', name: 'Gifts', channelName: 'Search' },
        ...{ accountName: 'Main', externalId: 'L-2', currency: 'EUR' },
      },
      change: { field: 'daily budget', from: 60, to: 48 },
      effect: EFFECT,
      outcome: 'lead',
      evidence: ['Cost per lead 31.50, target 22.50.', '95 % sure it is between 25.00 and 40.00.'],
      proposedBy: { kind: 'finding', check: 'target', key: 'channel:search/campaign:7' },
      ...{ decision: 'accepted', reason: '', decidedAt: '2026-10-20T08:00:00.000Z', decidedOn: '2026-10-20' },
      // Nobody was asked who it was then, and nothing was sent.
      ...{ by: '', approved: null, sent: null, trouble: '' },
      standing: { state: 'not told', since: null },
    });
    expect(paused).toMatchObject({
      ...{ change: { field: 'status', from: 'running', to: 'paused' }, picture: 'abc', reason: 'New film' },
      evidence: ['Cost per lead: none came yet, target 22.50.', '95 % sure it is between 25.00 and open.'],
    });
    const sheet = await send(server.address, 'GET', '/clients/promised/change-sheet.csv');
    expect(sheet.body).toContain('Search,Main,campaign,L-2,Gifts,daily budget,,60.00,48.00,');
  });

  it('tells of each import what it told', async () => {
    const { body: feeds } = await send(server.address, 'GET', `/clients/${old.client}/feeds`);
    expect(feeds.map(({ name, imports }: Loose) => ({ name, imports: imports.map(({ id }: Loose) => id) }))).toEqual(old.feeds);
    for (const { id, body } of old.details) expect((await send(server.address, 'GET', `/imports/${id}`)).body).toEqual(body);
  });

  it('goes on: its words can be joined by new ones, and its imports be taken back', async () => {
    const word = { label: 'Parcel', headers: [] };
    expect((await send(server.address, 'POST', `/clients/${old.client}/words`, { kind: 'dimension', word })).status).toBe(200);
    const newest = old.feeds.find(({ name }: Loose) => name === 'Orders').imports[0];
    expect((await send(server.address, 'POST', `/imports/${newest}/take-back`, {})).status).toBe(200);
    const { body } = await compare(server.address, old.client, old.answers[0].part);
    expect(body.columns[body.metrics.indexOf('purchases')].now.gaps).not.toEqual([]);
  });
});
