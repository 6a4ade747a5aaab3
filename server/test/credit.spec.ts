import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { checkFile, clientForEach, follow, importFile, send, suiteServer, until } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const at = (day: number, hour = 10): string => `2026-10-${String(day).padStart(2, '0')}T${String(hour).padStart(2, '0')}:00:00Z`;
const HEADERS = 'Visitor,At,Kind,Source,Campaign ID,Device,Weight,Value,Order';
/** 40 people who met Tea, then Gifts, and bought; 40 of a sample of ten who met Tea alone and did not. */
const LOG = [
  HEADERS,
  ...Array.from({ length: 40 }, (_, nth) => [
    `buyer${nth},${at(5)},click,tern,T1,phone,1,,`,
    `buyer${nth},${at(8)},click,tern,G1,computer,1,,`,
    `buyer${nth},${at(9)},purchase,,,,,20,O-${nth}`,
    `visitor${nth},${at(6)},click,tern,T1,phone,10,,`,
  ]).flat(),
];
const COSTS = ['Day,Campaign ID,Campaign,Spend', '2026-10-05,T1,Tea,80', '2026-10-08,G1,Gifts,40'].join('\n');
const ORDERS = [
  'Order,Ordered at,Goods net,Tag campaign,Clicked at',
  ...Array.from({ length: 42 }, (_, nth) => `O-${nth},${at(9)},25,G1,${at(8)}`),
].join('\n');

describe('credit over HTTP', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Credit');
  const asked = {
    action: 'purchase',
    period: { from: '2026-10-01', to: '2026-10-31' },
    basis: 'sale',
    lookback: 30,
    views: true,
    direct: false,
    by: ['campaign'],
    halfLife: 7,
  };
  const credit = async (client: string, more: object = {}): Promise<Loose> =>
    (await send(server.address, 'POST', `/clients/${client}/credit`, { ...asked, ...more })).body;
  const figureOf = (reply: Loose, name: string | null, of: string, rule: string | null = null): number | null => {
    const row = reply.rows.findIndex((each: Loose) => (name === null ? each.is === 'untouched' : each.names[0] === name));
    return reply.columns.find((each: Loose) => each.of === of && each.rule === rule).figures.values[row];
  };

  const importLog = async (): Promise<void> => {
    await importFile(server.address, setting, 'Costs', COSTS, null, { from: '2026-10-01', to: '2026-10-31' });
    await importFile(server.address, setting, 'Journeys', LOG.join('\n'));
  };

  it('credits campaigns by a log, whose outcomes are the client’s own orders', async () => {
    await importLog();
    const alone = await credit(setting.client);
    expect([alone.notes.countedBy, alone.journeys.outcomes, alone.journeys.value.value]).toEqual(['log', 40, 800]);
    await importFile(server.address, setting, 'Orders', ORDERS);
    const reply = await credit(setting.client);
    // The list has two that the log knows nothing of, and other values.
    expect([reply.notes.countedBy, reply.journeys.outcomes, reply.journeys.touched, reply.journeys.value.value]).toEqual([
      'orders',
      42,
      40,
      1050,
    ]);
    const of = (name: string | null, column: string, rule: string | null = null) => figureOf(reply, name, column, rule);
    expect([of('Tea', 'outcomes', 'first'), of('Tea', 'outcomes', 'last'), of('Gifts', 'outcomes', 'last')]).toEqual([40, 0, 40]);
    expect([of('Tea', 'cost', 'first'), of('Gifts', 'ROAS', 'last'), of(null, 'outcomes', 'equal')]).toEqual([2, 25, 2]);
    // Every sale met both: without either there is none.
    expect([of('Tea', 'lost'), of('Gifts', 'lost')]).toEqual([40, 40]);
    expect(reply.journeys).toMatchObject({ sold: 42, unsold: 40, unsoldWeight: 400, touches: 120 });
    expect(reply.dimensions).toEqual(expect.arrayContaining(['channel', 'campaign', 'device', 'source']));
    const body = { ...asked, containing: ['tea', 'GIFTS'], once: true };
    const journeys = (await send(server.address, 'POST', `/clients/${setting.client}/journeys`, body)).body;
    expect(journeys).toMatchObject({ outcomes: 42, touched: 40, meanLength: 2, pathCount: 1 });
    expect(journeys.paths[0]).toMatchObject({ outcomes: 40, value: 1000, unsold: 0 });
    expect(journeys.lookbacks.map(({ days, touched }: Loose) => [days, touched])[0]).toEqual([7, 40]);
    expect(journeys.found).toMatchObject({ sold: 40, unsold: 0, value: 1000 });
    expect(journeys.found.journeys[0]).toMatchObject({
      ...{ isSold: true, day: '2026-10-09', value: 25 },
      touches: [
        { day: '2026-10-05', hoursBefore: 96, isView: false, names: expect.arrayContaining(['Tea', 'phone']) },
        { day: '2026-10-08', hoursBefore: 24, names: expect.arrayContaining(['Gifts', 'computer']) },
      ],
    });
    const devices = await credit(setting.client, { by: ['device'] });
    expect(figureOf(devices, 'phone', 'outcomes', 'first')).toBe(40);
  });

  it('tells apart what a filter keeps, and all other touches as one', async () => {
    await importLog();
    const where = [{ dimension: 'device', any: [{ test: 'is', value: 'phone' }] }];
    const reply = await credit(setting.client, { where });
    expect(reply.rows.map(({ is, names }: Loose) => [is, ...names])).toEqual([['member', 'Tea'], ['others'], ['untouched']]);
    const finished = reply.columns.find((each: Loose) => each.of === 'outcomes' && each.rule === 'last').figures.values;
    expect(finished).toEqual([0, 40, 0]);
    // No report here tells the device.
    expect(figureOf(reply, 'Tea', 'spend')).toBeNull();
    const body = { ...asked, where, containing: ['tea'], once: true };
    const journeys = (await send(server.address, 'POST', `/clients/${setting.client}/journeys`, body)).body;
    expect([journeys.members, journeys.lookbackMembers, journeys.found.sold]).toEqual([['Tea', null], ['Tea', null], 40]);
  });

  it('tells whoever asks how much of a long answer is done', async () => {
    const many = Array.from({ length: 12_000 }, (_, nth) => [
      ...Array.from({ length: 4 }, (_touch, at_) => `many${nth},${at(2 + at_)},click,place ${(nth + at_) % 30},,phone,1,,`),
      ...(nth % 3 === 0 ? [`many${nth},${at(8)},purchase,,,,,20,M-${nth}`] : []),
    ]).flat();
    await importFile(server.address, setting, 'Journeys', [HEADERS, ...many].join('\n'));
    const asker = { 'x-asker': 'long' };
    const done = async (headers = asker): Promise<number | null> =>
      (await send(server.address, 'GET', '/done', undefined, headers)).body.share;
    expect(await done()).toBeNull();
    const open = { is: true };
    const body = { ...asked, by: ['source'] };
    const answer = send(server.address, 'POST', `/clients/${setting.client}/credit`, body, asker).finally(() => (open.is = false));
    const told: number[] = [];
    while (open.is) {
      const share = await done();
      if (share !== null) told.push(share);
    }
    expect((await answer).body.journeys.outcomes).toBe(4000);
    expect(told).toEqual(told.toSorted((a, b) => a - b));
    expect(told.filter((share) => share < 1).length).toBeGreaterThan(0);
    expect([await done(), await done({ 'x-asker': 'other' })]).toEqual([null, null]);
  });

  it('by the tags of orders where there is no log, and says that it is', async () => {
    await importFile(server.address, setting, 'Costs', COSTS, null, { from: '2026-10-01', to: '2026-10-31' });
    await importFile(server.address, setting, 'Orders', ORDERS);
    const reply = await credit(setting.client);
    expect(reply.notes).toMatchObject({ isOneTouch: true, countedBy: 'orders' });
    expect(reply.lacks).toEqual({ removal: 'no unsold journeys', shapley: 'no unsold journeys' });
    expect(figureOf(reply, 'Gifts', 'outcomes', 'last')).toBe(42);
    expect((await credit(setting.client, { lookback: 0.5 })).journeys.touched).toBe(0);
  });

  it('keeps hashes of people, of what is kept as well, and takes its own copy in again', async () => {
    const job = await checkFile(server.address, setting, 'Journeys', LOG.join('\n'));
    await send(server.address, 'POST', `/jobs/${job.id}/import`, { absent: null, keepFile: true });
    const { importId } = await follow(server.address, job.id);
    const folder = join(server.folder, 'files');
    const holding = (): string[] => readdirSync(folder).filter((file) => gunzipSync(readFileSync(join(folder, file))).includes('buyer1'));
    await until(
      () => Promise.resolve(holding()),
      (files) => files.length === 0,
    );
    // Nothing else in the data folder has it either.
    expect(spawnSync('grep', ['-rl', 'buyer1', server.folder], { encoding: 'utf8' }).stdout).toBe('');
    const kept = await (await fetch(`${server.address}/api/imports/${importId}/file`)).text();
    expect(kept.split('\n')[0]).toBe(HEADERS);
    const again = await importFile(server.address, setting, 'Journeys', kept);
    expect(again.report.replaces).toBe(160);
    expect((await send(server.address, 'GET', `/imports/${again.importId}`)).body.rowsAfter).toBe(160);
    expect((await credit(setting.client)).notes).toMatchObject({ people: 80, touches: 120, twice: 0 });
  });

  it('tells what is odd in a log, and loses nothing by it', async () => {
    const odd = [
      HEADERS.replace('Weight,', ''),
      ...Array.from(
        { length: 10_000 },
        (_, nth) => `giant,${new Date(Date.parse('2026-10-05T00:00:00Z') + nth * 1000).toISOString()},click,place ${nth % 50},,,,`,
      ),
      `giant,${at(6)},purchase,,,,20,O-1`,
      `other,${at(5)},click,direct,,phone,,`,
      `other,${at(7)},purchase,,,,20,O-1`,
      `late,2027-01-05T10:00:00Z,click,direct,,phone,,`,
    ].join('\n');
    await importFile(server.address, setting, 'Journeys', odd);
    const reply = await credit(setting.client, { by: ['source'], direct: true });
    expect(reply.notes).toMatchObject({
      ...{ people: 3, longest: 10_000, outcomesTwice: 1, future: 1, unweighted: 3, twice: 0 },
      unknownChannel: 10_000,
    });
    expect(reply.journeys).toMatchObject({ outcomes: 1, touched: 1 });
    const notes = (await send(server.address, 'GET', `/clients/${setting.client}/health/logs`)).body;
    expect(notes.map(({ kind, count, feedName }: Loose) => [kind, count, feedName])).toEqual([
      ['touches in the future', 1, 'Journeys'],
      ['outcomes in two journeys', 1, 'Journeys'],
      ['touches without a channel', 10_000, 'Journeys'],
      ['weights missing', 3, 'Journeys'],
      ['touched once', 2, 'Journeys'],
    ]);
    // Nothing of it lies within half a day; a longer look finds it all the same.
    const body = { ...asked, by: ['source'], direct: true, lookback: 0.5, containing: [], once: true };
    const journeys = (await send(server.address, 'POST', `/clients/${setting.client}/journeys`, body)).body;
    expect([journeys.members, journeys.lookbackMembers.length]).toEqual([['direct'], 51]);
    const shares = reply.columns.find((each: Loose) => each.of === 'outcomes' && each.rule === 'equal').figures.values;
    expect(shares.reduce((sum: number, each: number) => sum + each, 0)).toBeCloseTo(1, 9);
  });

  it('refuses what it cannot answer, by where it stands', async () => {
    const refused = async (more: object) => {
      const { status, body } = await send(server.address, 'POST', `/clients/${setting.client}/credit`, { ...asked, ...more });
      return [status, body.errors?.[0]?.path];
    };
    expect(await refused({ action: 'dinner' })).toEqual([400, 'action']);
    expect(await refused({ by: ['moon'] })).toEqual([400, 'by.0']);
    expect(await refused({ by: ['day'] })).toEqual([400, 'by.0']);
    const where = [{ dimension: 'moon', any: [{ test: 'is', value: 'full' }] }];
    expect(await refused({ where })).toEqual([400, 'where.0.dimension']);
    expect(await refused({ lookback: 0 })).toEqual([400, 'lookback']);
    expect((await credit(setting.client)).notes).toMatchObject({ isThere: false });
  });
});
