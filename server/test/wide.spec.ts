import { clientForEach, compare, importAs, questionFor, send, suiteServer, totalCell } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const VALUES = 100_000;
const DAYS = { from: '2026-10-01', to: '2026-10-05' };

describe('a dimension with 100,000 values', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Wide');
  let parcel = '';
  const by = (part: object) => compare(server.address, setting.client, { period: DAYS, rows: ['channel', 'campaign', parcel], ...part });

  it('comes in whole, is refused as one table with what to do, and shown in part', async () => {
    const word = { kind: 'dimension', word: { label: 'Parcel', headers: [] } };
    parcel = (await send(server.address, 'POST', `/clients/${setting.client}/words`, word)).body.id;
    const lines = Array.from({ length: VALUES }, (_, at) => `2026-10-0${1 + (at % 5)},Tea,1,2,parcel ${at}`);
    const file = ['Day,Campaign,Spend,Clicks,Parcel', ...lines].join('\n');
    const job = await importAs(server.address, setting, 'Parcels', file, (mapping: Loose) => ({
      ...mapping,
      columns: mapping.columns.with(4, { role: 'dimension', dimension: parcel }),
    }));
    expect(job).toMatchObject({ state: 'done', report: { rows: VALUES, badRows: 0 } });

    const all = await by({});
    expect(all.status).toBe(422);
    expect(all.body.detail).toContain('100,002 members at that level, more than the 25,000 a table shows. Name a part of them');
    const asked = encodeURIComponent(JSON.stringify(questionFor(setting.client, { period: DAYS, rows: ['channel', 'campaign', parcel] })));
    expect((await send(server.address, 'GET', `/compare/export.csv?question=${asked}`)).status).toBe(422);

    const some = await by({ named: 'parcel 999' });
    expect(some.status).toBe(200);
    // 999, 9990–9999 and 99900–99999, below a channel and a campaign; the totals come first.
    expect(some.body.rows.filter(({ level }: Loose) => level === parcel)).toHaveLength(111);
    expect(some.body.columns[some.body.metrics.indexOf('spend')].now.values.slice(0, 2)).toEqual([VALUES, 111]);

    expect(await totalCell(server.address, setting, DAYS, 'spend')).toMatchObject({ value: VALUES });
    expect((await send(server.address, 'GET', '/glances')).status).toBe(200);
  });
});
