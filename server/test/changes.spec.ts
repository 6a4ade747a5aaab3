import { clientForEach, compare, importFile, questionFor, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const HISTORY = [
  'Changed at,Campaign ID,Campaign,Field,Old value,New value,By',
  '2026-10-05T09:00:00Z,C1,gifts,daily budget,60,74,Ana',
  '2026-10-05T23:30:00Z,C1,gifts,status,enabled,paused,rule 4',
  '2026-10-07T10:00:00Z,C2,--,bid,0.40,0.50,Ben',
].join('\n');

describe('the changes of a client', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Changes');
  const list = async (from = '2026-10-01', to = '2026-10-31'): Promise<Loose> =>
    (await send(server.address, 'POST', `/clients/${setting.client}/changes`, { period: { from, to } })).body;

  it('come in as a file, the newest first, on the days of the client', async () => {
    expect(await importFile(server.address, setting, 'History', HISTORY)).toMatchObject({ state: 'done', report: { rows: 3, totals: [] } });
    const { changes, count } = await list();
    expect(count).toBe(3);
    expect(changes.map(({ day, name, field }: Loose) => [day, name, field])).toEqual([
      ['2026-10-07', 'C2', 'bid'],
      // Half past eleven in UTC is the day after in London's summer.
      ['2026-10-06', 'gifts', 'status'],
      ['2026-10-05', 'gifts', 'daily budget'],
    ]);
    expect(changes[2]).toMatchObject({ level: 'campaign', oldValue: '60', newValue: '74', by: 'Ana', note: null, feedName: 'History' });
    expect(await list('2026-10-06', '2026-10-06')).toMatchObject({ count: 1 });
  });

  it('are called as their members are called where the history gives no name', async () => {
    await importFile(server.address, setting, 'Ads', 'Day,Campaign ID,Campaign,Cost\n2026-10-07,C2,tins,5');
    await importFile(server.address, setting, 'History', HISTORY);
    expect((await list()).changes[0]).toMatchObject({ name: 'tins', field: 'bid' });
  });

  it('stand beside results, with the status of each, in the table and in what is taken along', async () => {
    const days = ['2026-10-05,C1,gifts,enabled,50,5', '2026-10-06,C1,gifts,paused,74,0', '2026-10-05,C2,tins,enabled,30,6'];
    await importFile(server.address, setting, 'Settings', ['Day,Campaign ID,Campaign,Status,Daily budget,Cost', ...days].join('\n'));
    await importFile(server.address, setting, 'History', HISTORY);
    const asked = { period: { from: '2026-10-05', to: '2026-10-06' }, rows: ['campaign status', 'campaign'], metricSet: 'auction' };
    const { body } = await compare(server.address, setting.client, asked);
    const settings = Object.fromEntries(body.rows.map(({ name, settings: own }: Loose) => [name, own]));
    expect(settings['gifts']).toMatchObject({ status: 'paused', since: '2026-10-06', change: { day: '2026-10-06', field: 'status' } });
    expect(settings['tins']).toMatchObject({ status: 'running', since: null, change: { field: 'bid', newValue: '0.50' } });
    expect(settings['Total']).toMatchObject({ status: 'several', since: null, change: { name: 'tins' } });
    expect(settings['paused']).toMatchObject({ status: 'paused' });
    const spent = body.columns[body.metrics.indexOf('budget-spent')].now.values;
    // Of 50 on the day it ran; on the next it was paused.
    expect(spent[body.rows.findIndex(({ name }: Loose) => name === 'gifts')]).toBe(0.1);
    expect((await send(server.address, 'GET', `/clients/${setting.client}`)).body.dimensions).toContain('campaign status');
    const question = encodeURIComponent(JSON.stringify(questionFor(setting.client, asked)));
    const csv = await (await fetch(`${server.address}/api/compare/export.csv?limits=words&question=${question}`)).text();
    expect(csv).toContain('Status,Status since,Last change');
    const json = await (await fetch(`${server.address}/api/compare/export.json?limits=words&question=${question}`)).json();
    expect(json.rows.find(({ name }: Loose) => name === 'gifts').settings).toMatchObject({
      status: 'paused',
      since: '2026-10-06',
      change: { day: '2026-10-06' },
    });
    expect(csv).toContain('paused,2026-10-06,2026-10-06: status enabled → paused');
  });

  it('are one where two feeds of an account tell it, replaced by their days, and gone when taken back', async () => {
    await importFile(server.address, setting, 'History', HISTORY);
    const again = await importFile(server.address, setting, 'Copy', HISTORY);
    expect((await list()).count).toBe(3);
    expect((await send(server.address, 'POST', `/imports/${again.importId}/take-back`)).status).toBe(200);
    expect((await list()).count).toBe(3);
    const corrected = HISTORY.replace('Ben', 'Bea').split('\n');
    await importFile(server.address, setting, 'History', [corrected[0], corrected[3]].join('\n'));
    const { changes, count } = await list();
    expect([count, changes[0].by]).toEqual([3, 'Bea']);
  });

  it('leave amounts alone, and a line that does not say what was changed is named', async () => {
    const bad = `${HISTORY}\n2026-10-08T10:00:00Z,C1,gifts,,1,2,Ana`;
    const done = await importFile(server.address, setting, 'History', bad);
    expect(done.report).toMatchObject({ rows: 3, badRows: 1, problems: [{ line: 5, column: 'Field' }] });
    const feeds = await send(server.address, 'GET', `/clients/${setting.client}/feeds`);
    expect(feeds.body).toMatchObject([{ name: 'History', kind: 'changes', rows: 3 }]);
    expect(
      await send(server.address, 'POST', `/clients/${setting.client}/changes`, { period: { from: '1926-01-01', to: '1926-02-01' } }),
    ).toMatchObject({
      status: 400,
    });
  });
});
