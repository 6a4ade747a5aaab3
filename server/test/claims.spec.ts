import { CHECKS } from '@lens/core';
import { checkFile, clientForEach, importFile, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const at = (day: number, hour = 10): string => `2026-10-${String(day).padStart(2, '0')}T${String(hour).padStart(2, '0')}:00:00Z`;
const range = (from: number, to: number): number[] => Array.from({ length: to - from }, (_, nth) => from + nth);
/** A hundred orders of 20 on the ninth, and one of the second. */
const ORDERS = ['Order,Ordered at,Goods net', ...range(0, 100).map((nth) => `O-${nth},${at(9)},20`), `O-early,${at(2)},20`].join('\n');
const HEADERS = 'Order,Clicked at,Claimed at,Claimed value,Campaign ID';
const claim = (order: string, value = '25'): string => `${order},${at(7)},${at(9)},${value},C1`;
/** 60 claims, of which 50 are found: one is written twice, eight are of no order and one has no number. */
const X = [
  HEADERS,
  ...range(0, 50).map((nth) => claim(`O-${nth}`)),
  claim('O-0'),
  ...range(0, 8).map((nth) => claim(`gone-${nth}`)),
  claim('', ''),
  claim('O-early'),
].join('\n');
const Y = [HEADERS, ...range(30, 85).map((nth) => claim(`O-${nth}`)), ...range(0, 15).map((nth) => claim(`lost-${nth}`))].join('\n');

describe('claims against orders over HTTP', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Claimed');
  const ask = async (more: object = {}): Promise<Loose> => {
    const body = { action: 'purchase', period: { from: '2026-10-09', to: '2026-10-10' }, show: 'all', named: '', ...more };
    return (await send(server.address, 'POST', `/clients/${setting.client}/claims`, body)).body;
  };
  const another = async (): Promise<string> => {
    const channel = await send(server.address, 'POST', '/channels', { name: `Social of ${setting.client}`, kind: 'social' });
    const account = { channel: channel.body.id, name: 'Second', currency: 'EUR', timeZone: 'Europe/London' };
    return (await send(server.address, 'POST', `/clients/${setting.client}/accounts`, account)).body.id;
  };

  it('are found, in both, unclaimed and over-claimed, each with its money, one by one', async () => {
    await importFile(server.address, setting, 'Orders', ORDERS);
    const first = await importFile(server.address, setting, 'X', X);
    expect(first.report).toMatchObject({ rows: 61, merged: 0, badRows: 0, totals: [{ term: 'value', figure: { value: 25 * 60 } }] });
    const second = { ...setting, account: await another() };
    await importFile(server.address, second, 'Y', Y);
    const reply = await ask();
    expect(reply).toMatchObject({ isListed: true, days: 2, covered: 1, over: 130 / 85 });
    expect([reply.outcomes.count, reply.found.count, reply.unclaimed.count]).toEqual([100, 85, 15]);
    expect(reply.channels.map(({ claims, found, over }: Loose) => [claims.count, found.count, over])).toEqual([
      [60, 50, 1.2],
      [70, 55, 70 / 55],
    ]);
    expect(reply.channels[0]).toMatchObject({
      claims: { value: 25 * 59, unvalued: 1 },
      found: { value: 1000 },
      again: { count: 1, value: 25 },
      missing: { count: 8, value: 200 },
      unnumbered: { count: 1, value: 0, unvalued: 1 },
      alone: { count: 30 },
      reach: 2,
    });
    expect(reply.pairs).toEqual([{ a: 0, b: 1, both: { count: 20, value: 400, unvalued: 0 }, ofA: 0.4, ofB: 20 / 55 }]);
    // Nobody has said what a euro is worth in pounds.
    expect(reply.channels[1].claims).toMatchObject({ value: 0, unvalued: 70 });
    expect(reply.shows).toEqual({
      all: 124,
      'claimed by several': 20,
      'claimed again': 1,
      'no such outcome': 23,
      'without a number': 1,
      unclaimed: 15,
    });
    const again = await ask({ show: 'claimed again' });
    expect(again.told).toMatchObject([
      { outcome: { id: 'O-0', day: '2026-10-09', value: 20 }, claims: [{ value: 25, campaign: 'C1' }, { channel: 0 }] },
    ]);
    expect(again.told[0].claims[0].clickMoment).toBe(Date.parse(at(7)) / 1000);
    expect((await ask({ named: 'GONE' })).toldOf).toBe(8);
    // The same file once more changes nothing, and what is taken back is gone.
    expect((await checkFile(server.address, setting, 'X', X)).report).toMatchObject({ rows: 61, replaces: 61 });
    await send(server.address, 'POST', `/imports/${first.importId}/take-back`, {});
    expect((await ask()).channels.map(({ claims }: Loose) => claims.count)).toEqual([70]);
  });

  it('are held by what reports say where no list came in, by the day that they tell', async () => {
    const report = ['Day,Campaign ID,Campaign,Spend,Purchases,Purchase value', '2026-10-09,C1,One,50,6,180'].join('\n');
    await importFile(server.address, setting, 'Costs', report, null, { from: '2026-10-09', to: '2026-10-10' });
    const tagged = ['Order,Ordered at,Goods net,Tag campaign,Clicked at', ...range(0, 5).map((nth) => `O-${nth},${at(10)},20,C1,${at(9)}`)];
    await importFile(server.address, setting, 'Orders', tagged.join('\n'), null, { from: '2026-10-09', to: '2026-10-10' });
    const reply = await ask();
    expect(reply.channels).toEqual([]);
    expect(reply.reported).toMatchObject([
      {
        basis: 'click',
        claims: { value: 6 },
        claimedValue: { value: 180 },
        orders: { value: 5 },
        value: { value: 100 },
        over: { value: 1.2 },
      },
    ]);
    expect(reply).toMatchObject({ unclaimed: { count: 5 }, over: null });
  });

  it('are looked into by the audit, with a target or without, and it says what it lacks', async () => {
    const audit = async (): Promise<Loose> =>
      (await send(server.address, 'POST', '/audit', { client: setting.client, period: { from: '2026-10-01', to: '2026-10-20' } })).body;
    const lacksOf = ({ checks }: Loose): string => checks.find(({ check }: Loose) => check === 'claims').lacks;
    const empty = await audit();
    expect(empty.checks.map(({ check }: Loose) => check)).toEqual(CHECKS);
    expect(empty.checks[0].lacks).toContain('no target');
    expect(lacksOf(empty)).toContain('own orders');
    await importFile(server.address, setting, 'Orders', ORDERS);
    expect(lacksOf(await audit())).toContain('one by one');
    const twice = [HEADERS, ...range(0, 50).flatMap((nth) => [claim(`O-${nth}`), claim(`O-${nth}`)])].join('\n');
    await importFile(server.address, setting, 'Twice', twice);
    const reply = await audit();
    expect(reply.checks.find(({ check }: Loose) => check === 'claims')).toEqual({
      ...{ check: 'claims', looked: 'the claims of 1 channel', found: 1, lacks: '' },
    });
    expect(reply.findings.filter(({ check }: Loose) => check === 'claims')).toMatchObject([
      { trouble: 'again', about: { name: expect.stringContaining('Search of Claimed') }, money: 1250, since: null },
    ]);
  });

  it('say which line cannot be read, and what is missing', async () => {
    const broken = [HEADERS, `O-1,,,25,C1`, `O-2,${at(7)},,much,C1`, `O-3,${at(7)},,25,C1`].join('\n');
    const { report } = await checkFile(server.address, setting, 'Claims', broken);
    expect(report).toMatchObject({ rows: 1, badRows: 2 });
    expect(report.problems.map(({ line, message }: Loose) => [line, message])).toEqual([
      [2, 'The claim says neither when the click was nor when the outcome came'],
      [3, '“much” is not a number'],
    ]);
    expect(await ask()).toMatchObject({ isListed: false, covered: 0, channels: [] });
    expect((await ask({ action: 'dinner' })).errors).toMatchObject([{ path: 'action' }]);
  });
});
