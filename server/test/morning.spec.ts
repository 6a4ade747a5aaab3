import { formatDay, parseDay } from '@lens/core';
import { clientForEach, importFile, send, suiteServer } from './harness';

describe('the morning of a client', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Mornings');
  const LAST = parseDay('2026-10-30') ?? NaN;
  const COUNTING = { countedBy: 'orders', basis: 'sale', knownOn: null };
  /** Ten weeks of two campaigns; what one of them spends and how often it is clicked on the last day can be other. */
  const report = (last: { cost?: number; clicks?: number } = {}): string =>
    [
      'Day,Campaign,Cost,Clicks',
      ...Array.from({ length: 70 }, (_, at) => {
        const [day, isLast] = [formatDay(LAST - 69 + at), at === 69];
        const steady = { cost: 100 + (at % 3), clicks: 200 + (at % 5) };
        const { cost, clicks } = isLast ? { ...steady, ...last } : steady;
        return `${day},Tea,${cost},${clicks}\n${day},Cups,${20 + (at % 2)},${40 - (at % 3)}`;
      }),
    ].join('\n');
  const morning = (body: object) => send(server.address, 'POST', `/clients/${setting.client}/morning`, { ...COUNTING, ...body });

  it('says nothing of an ordinary day, and what was unlike the days like it otherwise', async () => {
    await importFile(server.address, setting, 'Ads', report());
    const day = formatDay(LAST);
    expect((await morning({ day })).body).toEqual({ day, facts: [] });
    await importFile(server.address, setting, 'Ads', report({ cost: 190, clicks: 60 }));
    const { facts } = (await morning({ day })).body;
    expect(facts.map(({ metric, channel, value }: Record<string, unknown>) => [metric, channel, value])).toEqual([
      ['clicks', null, 100],
      ['spend', null, 211],
    ]);
    expect(facts[0]).toMatchObject({ kind: 'day', day, isOfSome: false, changes: 0 });
    expect((await morning({ day: formatDay(LAST - 1) })).body.facts).toEqual([]);
  });

  it('holds results against the spend of the channels that tell them', async () => {
    const { body: channel } = await send(server.address, 'POST', '/channels', { name: 'Silent Display', kind: 'display' });
    const { body: account } = await send(server.address, 'POST', `/clients/${setting.client}/accounts`, {
      ...{ channel: channel.id, name: 'Second', currency: 'GBP', timeZone: 'Europe/London' },
    });
    const lines = (of: (at: number) => string): string[] => Array.from({ length: 70 }, (_, at) => `${formatDay(LAST - 69 + at)},${of(at)}`);
    const told = lines((at) => `Tea,100,200,${at >= 63 ? 28 : 40}`);
    await importFile(server.address, setting, 'Ads', ['Day,Campaign,Cost,Clicks,Purchases', ...told].join('\n'));
    const silent = lines(() => 'Cups,1000,500');
    await importFile(server.address, { ...setting, account: account.id }, 'Silent', ['Day,Campaign,Cost,Clicks', ...silent].join('\n'));
    const { facts } = (await morning({ day: formatDay(LAST), countedBy: 'claims', basis: 'click' })).body;
    const week = facts.find(({ kind }: { kind: string }) => kind === 'week');
    expect(week).toMatchObject({ metric: 'purchases', isOfSome: true, results: { now: 196, before: 280 } });
    expect([week.cost.now, week.cost.before]).toEqual([expect.closeTo(700 / 196, 9), expect.closeTo(700 / 280, 9)]);
  });

  it('is that of the last finished day where none is named, and knows only what was known', async () => {
    const { body } = await morning({ day: null });
    expect(body.facts).toEqual([]);
    const known = formatDay(LAST - 10);
    expect((await morning({ day: null, knownOn: known })).body.day).toBe(formatDay(LAST - 11));
    expect((await morning({ day: 'soon' })).status).toBe(400);
  });
});
