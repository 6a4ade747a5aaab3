import type { Step } from '@lens/core';
import { compare, follow, importAs, clientForEach, send, spendBy, suiteServer, upload } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

describe('files shaped on the way in', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Shaped');

  const look = async (hash: string, steps: readonly Step[] | null): Promise<Loose> =>
    (await send(server.address, 'POST', `/clients/${setting.client}/previews`, { hash, steps })).body;

  /** Brings a file in shaped by these steps, mapped as guessed after them; null for those of its feed. */
  async function bring(content: string, steps: readonly Step[] | null): Promise<Loose> {
    const { mapping } = await look(await upload(server.address, 'Shaped.csv', content), steps);
    return importAs(server.address, setting, 'Shaped', content, () => mapping);
  }

  const spend = (to = '2026-10-02') => spendBy(server.address, setting.client, '2026-10-01', to);

  const WIDE: Step[] = [
    { do: 'keep', column: 'Status', test: 'is not', value: 'test' },
    { do: 'hide', columns: ['Status'] },
    { do: 'columns to rows', stay: ['Campaign'], name: 'Day', value: 'Spend' },
  ];

  it('turns a column for each day into rows, and keeps what the steps say', async () => {
    const job = await bring('Campaign,Status,2026-10-01,2026-10-02\nTea,on,1.50,2\nGifts,on,3,4\nTrial,test,99,99\nTotal,,4.50,6', WIDE);
    expect(job).toMatchObject({ state: 'done', report: { rows: 4, badRows: 0, leftOut: [{ step: 0, rows: 1 }], fileTotals: [] } });
    expect(await spend()).toEqual({ Tea: 3.5, Gifts: 7 });
    const { body } = await send(server.address, 'GET', `/imports/${job.importId}`);
    expect(body.steps[0]).toBe('Keep rows where “Status” is not “test”');
    expect(body.columns).toContainEqual({ header: 'Spend', means: 'spend' });
  });

  it('shapes the next file of the feed the same, though its days are other columns', async () => {
    await bring('Campaign,Status,2026-10-01,2026-10-02\nTea,on,1,2', WIDE);
    const file = await upload(server.address, 'two.csv', 'Campaign,Status,2026-10-03\nTea,on,5');
    const preview = await look(file, null);
    expect(preview.feed).toMatchObject({ name: 'Shaped' });
    expect(preview.changed).toBeNull();
    expect(preview.mapping.steps).toEqual(WIDE);
    expect(preview.rows).toEqual([['Tea', '2026-10-03', '5']]);
    await bring('Campaign,Status,2026-10-03\nTea,on,5', null);
    expect(await spend('2026-10-03')).toEqual({ Tea: 8 });
  });

  it('puts rows that hold one measure each together, and adds what stands twice', async () => {
    const steps: Step[] = [{ do: 'rows to columns', name: 'Metric', value: 'Amount', names: ['Cost', 'Clicks'] }];
    const lines = [
      '2026-10-01,Tea,Cost,10',
      '2026-10-01,Gifts,Cost,4',
      '2026-10-01,Tea,Clicks,20',
      '2026-10-01,Tea,cost,1',
      '2026-10-01,Tea,Reach,9',
    ];
    const job = await bring(`Day,Campaign,Metric,Amount\n${lines.join('\n')}`, steps);
    expect(job.report).toMatchObject({ rows: 2, merged: 1, badRows: 1 });
    expect(job.report.problems).toEqual([{ line: 6, column: 'Step 1', message: expect.stringContaining('Reach') }]);
    const { body } = await compare(server.address, setting.client, { period: { from: '2026-10-01', to: '2026-10-01' } });
    const names = body.rows.map((row: Loose) => row.name);
    // The line that was left out does not tell what it would have added to: all of it is at least what the others say.
    const least = (metric: string, name: string): unknown =>
      body.columns[body.metrics.indexOf(metric)].now.bounds.find(([row]: Loose) => row === names.indexOf(name))?.slice(1);
    expect([least('spend', 'Tea'), least('spend', 'Gifts'), least('clicks', 'Tea')]).toEqual([
      [11, null],
      [4, null],
      [20, null],
    ]);
    // No line tells the clicks of Gifts: not measured, which is not 0.
    const clicks = body.columns[body.metrics.indexOf('clicks')].now;
    expect([clicks.values[names.indexOf('Gifts')], least('clicks', 'Gifts')]).toEqual([null, undefined]);
  });

  it('says which step cannot be done, and stores nothing', async () => {
    const reply = await bring('Day,Campaign,Cost\n2026-10-01,Tea,1', [{ do: 'rename', column: 'Nome', to: 'Campaign name' }]);
    expect(reply).toMatchObject({ status: 400 });
    expect(reply.body.detail).toContain('Step 1, Call “Nome” “Campaign name”: There is no column “Nome” at this step.');
    expect(await spend()).toEqual({});
  });

  it('ends a pattern that would never end', async () => {
    const file = await upload(server.address, 'slow.csv', `Day,Campaign,Cost\n2026-10-01,${'a'.repeat(40)}!,1`);
    const hopeless: Step[] = [{ do: 'split', column: 'Campaign', at: '^(a+)+$', isPattern: true, into: ['x'] }];
    const check = await send(server.address, 'POST', `/clients/${setting.client}/checks`, {
      file,
      fileName: 'slow.csv',
      layout: (await look(file, null)).layout,
      account: setting.account,
      feed: { name: 'Slow' },
      mapping: {
        ...(await look(file, null)).mapping,
        steps: hopeless,
        columns: [
          { role: 'day' },
          { role: 'level', level: 'campaign', part: 'name' },
          { role: 'measure', measure: 'spend' },
          { role: 'ignore' },
        ],
      },
      covers: null,
    });
    await send(server.address, 'DELETE', `/jobs/${check.body.id}`);
    expect(await follow(server.address, check.body.id)).toMatchObject({ state: 'cancelled' });
    expect(await spend()).toEqual({});
  });
});
