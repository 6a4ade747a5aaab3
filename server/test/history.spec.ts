import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ADS_BY_CHANNEL } from '@lens/core';
import { checkFile, compare, follow, importFile, clientForEach, send, suiteServer, upload } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const file = (tea: number, gifts: number): string => `Day,Campaign,Cost\n2026-10-20,Tea,${tea}\n2026-10-20,Gifts,${gifts}`;
const PERIOD = { from: '2026-10-20', to: '2026-10-20' };

describe('the history of imports', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'History');
  const today = (day: string) => send(server.address, 'PUT', '/clock', { today: day });
  const imports = async (): Promise<Loose[]> => (await send(server.address, 'GET', `/clients/${setting.client}/feeds`)).body[0].imports;
  const spend = async (knownOn: string | null): Promise<number | null> => {
    const { body } = await compare(server.address, setting.client, { period: PERIOD, knownOn });
    return body.columns[body.metrics.indexOf('spend')].now.values[0] ?? null;
  };

  it('answers as known on a past day, whatever came in since', async () => {
    await today('2026-10-21');
    await importFile(server.address, setting, 'Costs', file(10, 5));
    await today('2026-10-25');
    const second = await importFile(server.address, setting, 'Costs', file(12, 5));
    await importFile(server.address, setting, 'Orders', 'Order,Ordered at,Goods net,Tag campaign\nO1,2026-10-20 10:00,50,Tea');
    await today('2026-10-31');
    expect(await spend(null)).toBe(17);
    expect(await spend('2026-10-25')).toBe(17);
    expect(await spend('2026-10-24')).toBe(15);
    expect(await spend('2026-10-20')).toBeNull();
    const purchases = async (knownOn: string | null) => {
      const { body } = await compare(server.address, setting.client, { period: PERIOD, knownOn });
      return body.columns[body.metrics.indexOf('purchases')].now.values[0];
    };
    expect([await purchases(null), await purchases('2026-10-24')]).toEqual([1, null]);
    // The past does not stick: the present is asked again.
    expect(await spend(null)).toBe(17);
    await send(server.address, 'POST', `/imports/${second.importId}/take-back`);
    expect(await spend(null)).toBe(15);
  });

  it('traces a figure as known on a past day to the file it had then', async () => {
    await today('2026-10-21');
    await importFile(server.address, setting, 'Costs', file(10, 5));
    await today('2026-10-25');
    await importFile(server.address, setting, 'Costs', file(12, 5));
    const asked = (knownOn: string | null) => ({
      clients: [setting.client],
      period: PERIOD,
      comparison: null,
      countedBy: 'orders',
      basis: 'sale',
      knownOn,
      metricSet: 'shop',
      rows: ADS_BY_CHANNEL,
      where: [],
      named: '',
      sort: { by: 'spend', direction: 'descending' },
    });
    const { body } = await send(server.address, 'POST', '/compare/trace', { question: asked('2026-10-22'), row: 'total', metric: 'spend' });
    expect(body.figure).toEqual({ kind: 'value', value: 15 });
    expect(body.inputs[0].sources[0].files.map(({ importedAt }: Loose) => importedAt.slice(0, 10))).toEqual(['2026-10-21']);
  });

  it('compares any two versions of the same days, with the campaigns that changed', async () => {
    const [first] = [
      await importFile(server.address, setting, 'Costs', file(10, 5)),
      await importFile(server.address, setting, 'Costs', file(12, 5)),
    ];
    const third = await importFile(server.address, setting, 'Costs', file(12, 9));
    const detail = async (query = '') => (await send(server.address, 'GET', `/imports/${third.importId}${query}`)).body;
    expect(await detail()).toMatchObject({ against: null, members: [{ name: 'Gifts', before: 5, after: 9 }] });
    expect(await detail(`?against=${first.importId}`)).toMatchObject({
      against: first.importId,
      terms: [{ term: 'spend', before: 15, after: 21 }],
      members: [
        { name: 'Gifts', before: 5, after: 9 },
        { name: 'Tea', before: 10, after: 12 },
      ],
    });
    expect((await send(server.address, 'GET', `/imports/${third.importId}?against=999999`)).status).toBe(404);
  });

  it('holds journeys as well, touch by touch', async () => {
    const touches = [
      'Visitor,At,Kind,Source,Weight,Outcome at',
      'anna,2026-10-20T10:00:00Z,view,wren,1,',
      'anna,2026-10-21T10:00:00Z,click,tern,1,2026-10-21T11:00:00Z',
    ];
    const first = await importFile(server.address, setting, 'Journeys', touches.join('\n'));
    expect(first.report).toMatchObject({ rows: 2, days: { from: '2026-10-20', to: '2026-10-21' } });
    const second = await importFile(
      server.address,
      setting,
      'Journeys',
      [...touches, 'bert,2026-10-21T09:00:00Z,click,direct,100,'].join('\n'),
    );
    const { body } = await send(server.address, 'GET', `/imports/${second.importId}`);
    expect(body.terms).toEqual([
      { term: 'touches', unit: 'count', before: 2, after: 3 },
      { term: 'touches, by their weight', unit: 'count', before: 2, after: 102 },
    ]);
    await send(server.address, 'POST', `/imports/${second.importId}/take-back`);
    const [feed] = (await send(server.address, 'GET', `/clients/${setting.client}/feeds`)).body;
    expect(feed).toMatchObject({ kind: 'journeys', rows: 2 });
  });

  it('names who brought it in, and gives the file back as it was', async () => {
    const job = await checkFile(server.address, setting, 'Costs', file(10, 5));
    await send(server.address, 'POST', `/jobs/${job.id}/import`, { absent: null, person: '  Robin Reed ' });
    const { importId } = await follow(server.address, job.id);
    expect((await imports())[0]).toMatchObject({ person: 'Robin Reed', fileKept: true, fileHash: expect.stringMatching(/^[0-9a-f]{64}$/) });
    const reply = await fetch(`${server.address}/api/imports/${importId}/file`);
    expect(reply.headers.get('content-disposition')).toContain('attachment');
    expect(await reply.text()).toBe(file(10, 5));
  });

  it('keeps only the fingerprint of a file where that is wanted, unless another import has it', async () => {
    const kept = (hash: string) => existsSync(join(server.folder, 'files', `${hash}.gz`));
    const bring = async (feed: string, keepFile: boolean): Promise<Loose> => {
      const job = await checkFile(server.address, setting, feed, file(11, 6));
      await send(server.address, 'POST', `/jobs/${job.id}/import`, { absent: null, keepFile });
      return follow(server.address, job.id);
    };
    const { importId } = await bring('Costs', false);
    const [line] = await imports();
    expect(line.fileKept).toBe(false);
    // The file goes when the process that imported it has ended.
    while (kept(line.fileHash)) await imports();
    expect((await fetch(`${server.address}/api/imports/${importId}/file`)).status).toBe(404);
    expect(await spend(null)).toBe(17);
    // Sent once more it is there again, and a second import that does not need it leaves it to the first.
    await bring('Costs', true);
    expect(kept(line.fileHash)).toBe(true);
    await bring('Other', false);
    expect(kept(line.fileHash)).toBe(true);
    expect(await upload(server.address, 'again.csv', file(11, 6))).toBe(line.fileHash);
  });
});
