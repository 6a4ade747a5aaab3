import Database from 'better-sqlite3';
import { EVERY_DAY } from '@lens/core';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ClientData } from '../src/query/client-data';
import { segmentsPath } from '../src/store/segments';
import {
  clientForEach,
  compare,
  importFile,
  type Running,
  send,
  startServer,
  freshFolder,
  makeClient,
  removeFolder,
  suiteServer,
} from './harness';

/** A report of some days, each campaign with spend that says which file it is of. */
const file = (days: readonly string[], campaigns: readonly string[], spend: number): string =>
  [
    'Day,Campaign,Device,Cost,Clicks',
    ...days.flatMap((day) =>
      campaigns.map((name, at) => `${day},${name},${at % 2 === 0 ? 'phone' : 'computer'},${spend + at}.25,${at === 1 ? '--' : at}`),
    ),
  ].join('\n');
const daysOf = (month: number, from: number, to: number): string[] =>
  Array.from({ length: to - from + 1 }, (_, at) => `2026-${String(month).padStart(2, '0')}-${String(from + at).padStart(2, '0')}`);

/** Rows of a folder as they stand in the record: "feed day member split import spend clicks". */
function recorded(folder: string): string[] {
  const db = new Database(join(folder, 'facts.sqlite'), { readonly: true });
  const rows = db.prepare('SELECT feed_id, day, member_id, split_id, since, a0, a1 FROM feed_row WHERE until IS NULL').raw().all() as (
    number | null
  )[][];
  db.close();
  return rows.map((row) => row.map((each) => each ?? NaN).join(' ')).sort();
}

/** The same as questions read them. */
function read(folder: string, client: string, room = 2 ** 30): string[] {
  const data = new ClientData(folder, room);
  const rows: string[] = [];
  for (const { feedId, rows: own } of data.load(client).tables.feeds)
    own.scan(EVERY_DAY, ['spend', 'clicks'], (chunk) => {
      const importIds = chunk.importIds();
      for (let row = 0; row < chunk.length; row++)
        rows.push(
          [
            feedId,
            chunk.day[row],
            own.members[chunk.member[row]!],
            own.splits[chunk.split[row]!],
            importIds[row],
            chunk.amounts[0]![row],
            chunk.amounts[1]![row],
          ].join(' '),
        );
    });
  return rows.sort();
}

describe('column segments', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Segments');
  const client = () => ({ client: setting.client, account: setting.account });
  const ofClient = (rows: readonly string[], feeds: readonly number[]) => rows.filter((row) => feeds.includes(Number(row.split(' ')[0])));
  const expectCurrent = async (): Promise<void> => {
    const { body } = await send(server.address, 'GET', `/clients/${setting.client}/feeds`);
    const feeds = body.map(({ id }: { id: number }) => id);
    const expected = ofClient(recorded(server.folder), feeds);
    expect(expected.length).toBeGreaterThan(0);
    expect(read(server.folder, setting.client)).toEqual(expected);
  };

  it('hold the rows of the record after every import, take-back and return', async () => {
    await importFile(server.address, client(), 'Ads', file(daysOf(8, 20, 31), ['One', 'Two'], 10));
    await expectCurrent();
    // One that reaches into the next month, replacing some days of the first.
    const second = await importFile(
      server.address,
      client(),
      'Ads',
      file([...daysOf(8, 29, 31), ...daysOf(9, 1, 5)], ['One', 'Two', 'Three'], 20),
    );
    await expectCurrent();
    const third = await importFile(server.address, client(), 'Ads', file(daysOf(9, 4, 6), ['Two'], 30), 'keep');
    await expectCurrent();
    await importFile(server.address, client(), 'Other', file(daysOf(9, 1, 2), ['Four'], 40));
    await expectCurrent();
    await send(server.address, 'POST', `/imports/${second.importId}/take-back`);
    await expectCurrent();
    await send(server.address, 'POST', `/imports/${third.importId}/take-back`);
    await expectCurrent();
    await send(server.address, 'POST', `/imports/${third.importId}/restore`);
    await expectCurrent();
    // With room for hardly any of them the others are fetched again.
    expect(read(server.folder, setting.client, 1)).toEqual(read(server.folder, setting.client));
  });

  it('are made again where their bytes are damaged, are gone, or are of another program', async () => {
    await importFile(
      server.address,
      client(),
      'Ads',
      file(
        [5, 6, 7, 8, 9].flatMap((month) => daysOf(month, 1, 30)),
        ['One', 'Two'],
        10,
      ),
    );
    const ask = async () =>
      (await compare(server.address, setting.client, { period: { from: '2026-05-01', to: '2026-09-30' }, rows: ['campaign', 'device'] }))
        .body;
    const told = await ask();
    const segments = new Database(segmentsPath(server.folder), { timeout: 5000 });
    const damages = [
      'UPDATE segment SET body = zeroblob(length(body))',
      'UPDATE segment SET head = zeroblob(9)',
      'DELETE FROM segment',
      "UPDATE segment SET stamp = 'old'",
    ];
    const ids = segments.prepare('SELECT rowid FROM segment').pluck().all();
    expect(ids.length).toBeGreaterThanOrEqual(damages.length);
    ids.forEach((id, at) => segments.prepare(`${damages[at % damages.length]} WHERE rowid = ?`).run(id));
    await server.restart();
    expect(await ask()).toEqual(told);
    await expectCurrent();
    segments.pragma('user_version = 999');
    segments.close();
    await server.restart();
    expect(await ask()).toEqual(told);
    await server.restart('SIGKILL');
    writeFileSync(segmentsPath(server.folder), 'no database at all');
    await server.restart();
    expect(await ask()).toEqual(told);
  });
});

describe('a server that is killed while it writes segments', () => {
  const folder = freshFolder();
  let server: Running;
  beforeAll(async () => {
    server = await startServer(folder);
  });
  afterAll(async () => {
    await server.stop();
    removeFolder(folder);
  });

  it('answers the same afterwards', async () => {
    const setting = await makeClient(server.address, 'Killed');
    const months = Array.from({ length: 9 }, (_, at) => daysOf(at + 1, 1, 28)).flat();
    const names = Array.from({ length: 40 }, (_, at) => `Campaign ${at}`);
    await importFile(server.address, setting, 'Ads', file(months, names, 5));
    const question = { period: { from: '2026-01-01', to: '2026-09-28' }, rows: ['campaign', 'month'] };
    const answered = new AbortController();
    const asked = compare(server.address, setting.client, question)
      .catch(() => null)
      .finally(() => answered.abort());
    const written = new Database(segmentsPath(folder), { readonly: true, timeout: 5000 });
    const count = written.prepare('SELECT count(*) FROM segment').pluck();
    while ((count.get() as number) < 2 && !answered.signal.aborted) await new Promise((resolve) => setImmediate(resolve));
    await server.stop('SIGKILL');
    await asked;
    expect(count.get()).toBeGreaterThan(1);
    written.close();
    expect(recorded(folder)).toHaveLength(months.length * names.length);
    expect(read(folder, setting.client)).toEqual(recorded(folder));
    server = await startServer(folder);
    const { status, body } = await compare(server.address, setting.client, question);
    expect(status).toBe(200);
    expect(body.columns[0].now.values[0]).toBeCloseTo(months.length * names.reduce((sum, _, at) => sum + 5.25 + at, 0), 4);
  });
});
