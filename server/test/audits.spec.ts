import Database from 'better-sqlite3';
import { join } from 'node:path';
import { deflateSync, inflateSync } from 'node:zlib';
import { clientForEach, importFile, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const day = (nth: number): string => new Date(Date.UTC(2026, 7, 1 + nth)).toISOString().slice(0, 10);
/** 120 days of two landing pages; no visit of one is seen on four of the last days. */
const PAGES = [
  'Day,Campaign,Landing page,Clicks,Cost,Visits',
  ...Array.from({ length: 91 }, (_, nth) => [
    `${day(nth)},Tea,/sampler,100,40,${nth >= 80 && nth <= 83 ? 0 : 90}`,
    `${day(nth)},Tea,/shop,100,40,95`,
  ]).flat(),
].join('\n');
const TODAY = '2026-10-31';
const PERIOD = { from: '2026-10-03', to: '2026-10-30' };

describe('audits over HTTP', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Audited');
  beforeAll(async () => {
    await send(server.address, 'PUT', '/clock', { today: TODAY });
  });
  const ask = async (): Promise<Loose> => (await send(server.address, 'POST', '/audit', { client: setting.client, period: PERIOD })).body;
  const say = (part: object): Promise<Loose> =>
    send(server.address, 'PUT', `/clients/${setting.client}/findings`, {
      ...{ key: 'pages/tag missing/1/20745', until: null, reason: '', assigned: '', note: '', seen: 0, by: 'Ada' },
      ...part,
    });

  it('say what is off beside the target, and where the rows are', async () => {
    await importFile(server.address, setting, 'Pages', PAGES);
    const audit = await ask();
    expect(audit.answer).toEqual([expect.stringMatching(/visits were counted on \/sampler/)]);
    expect(audit.spend).toBe(28 * 80);
    expect(audit.findings).toMatchObject([
      {
        ...{ check: 'pages', trouble: 'tag missing', group: 'not the advertising', money: 160, days: { from: day(80), to: day(83) } },
        ...{ about: { kind: 'Landing page', name: '/sampler' }, rows: { screen: 'compare', rows: ['landing page path'] } },
      },
    ]);
    expect(audit.checks.find(({ check }: Loose) => check === 'pages')).toMatchObject({ looked: '2 landing pages', found: 1 });
    // What cannot be looked at says what would tell.
    for (const { looked, lacks } of audit.checks.slice(1)) expect(looked === '' ? lacks : looked).not.toBe('');
  });

  it('tell what is noted of the days from the moment it is', async () => {
    await importFile(server.address, setting, 'Pages', PAGES);
    expect((await ask()).findings[0].happened).toEqual([]);
    const note = { days: { from: day(80), to: day(80) }, channel: null, campaign: null, text: 'The shop moved' };
    await send(server.address, 'POST', `/clients/${setting.client}/notes`, { ...note, seen: 0, by: '', note: '', isOfAgency: false });
    expect((await ask()).findings[0].happened).toEqual([expect.stringContaining('The shop moved')]);
  });

  it('keep what people say of a finding, by who saw the newest, and need a reason to set it aside', async () => {
    expect((await say({ assigned: 'Ben' })).body).toMatchObject({ assigned: 'Ben', version: 1, by: 'Ada' });
    expect((await say({ assigned: 'Cleo' })).status).toBe(409);
    expect(await say({ until: '2026-11-07', seen: 1 })).toMatchObject({ status: 400, body: { errors: [{ path: 'reason' }] } });
    await say({ until: '2026-11-07', reason: 'It is being mended', seen: 1 });
    expect((await ask()).states).toMatchObject([{ until: '2026-11-07', reason: 'It is being mended', assigned: '', version: 2 }]);
  });

  it('are made and kept, told of all clients, and compared with a week later', async () => {
    await importFile(server.address, setting, 'Pages', PAGES);
    const made = (await send(server.address, 'POST', `/clients/${setting.client}/audits`)) as Loose;
    expect(made.body.findings).toHaveLength(1);
    await say({ assigned: 'Ben' });
    const { body } = (await send(server.address, 'GET', '/audits')) as Loose;
    const own = body.audits.find(({ client }: Loose) => client === setting.client);
    expect(own).toMatchObject({ madeOn: TODAY, audit: { days: PERIOD, states: [{ assigned: 'Ben' }] } });
    expect((await ask()).before).toBeNull();
    await send(server.address, 'PUT', '/clock', { today: '2026-11-07' });
    try {
      expect((await ask()).before).toEqual({ madeOn: TODAY, off: [made.body.findings[0].key] });
    } finally {
      await send(server.address, 'PUT', '/clock', { today: TODAY });
    }
  });

  it('are answered from what was kept today, until something that they are made of has changed', async () => {
    await importFile(server.address, setting, 'Pages', PAGES);
    await send(server.address, 'POST', `/clients/${setting.client}/audits`);
    // What is kept is told apart by a word that no audit has.
    const db = new Database(join(server.folder, 'lens.sqlite'));
    const { content } = db.prepare('SELECT content FROM kept_audit WHERE client_id = ?').get(setting.client) as { content: Buffer };
    const kept = inflateSync(content).toString().replaceAll('visits were counted', 'VISITS were counted');
    db.prepare('UPDATE kept_audit SET content = ? WHERE client_id = ?').run(deflateSync(kept), setting.client);
    db.close();
    const saysKept = async (): Promise<boolean> => JSON.stringify((await ask()).findings).includes('VISITS');
    expect(await saysKept()).toBe(true);
    await say({ assigned: 'Ben' });
    expect([await saysKept(), (await ask()).states[0].assigned]).toEqual([true, 'Ben']);
    // Other days are none of those that are kept.
    const other = { client: setting.client, period: { ...PERIOD, from: '2026-10-04' } };
    const { body } = (await send(server.address, 'POST', '/audit', other)) as Loose;
    expect(JSON.stringify(body.findings)).not.toContain('VISITS');
    const note = { days: { from: day(80), to: day(80) }, channel: null, campaign: null, text: 'The shop moved' };
    await send(server.address, 'POST', `/clients/${setting.client}/notes`, { ...note, seen: 0, by: '', note: '', isOfAgency: false });
    expect(await saysKept()).toBe(false);
  });

  it('say of a client without anything what they would need, and never nothing', async () => {
    const audit = await ask();
    expect(audit.findings).toEqual([]);
    expect(audit.checks.every(({ looked, lacks }: Loose) => looked !== '' || lacks !== '')).toBe(true);
    expect((await send(server.address, 'POST', '/clients/nobody/audits')).status).toBe(404);
  });
});
