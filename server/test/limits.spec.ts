import { importFile, clientForEach, suiteServer, totalCell } from './harness';

const HEADER = 'Day,Campaign,Cost,Clicks';

describe('amounts known only within limits', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Limits');
  const bring = (...lines: string[]) => importFile(server.address, setting, 'Ads', [HEADER, ...lines].join('\n'));
  const clicks = (to: string) => totalCell(server.address, setting, { from: '2026-10-01', to }, 'clicks');

  it('come in as bounds and agree with a total that lies between', async () => {
    const job = await bring('2026-10-01,Tea,10,< 10', '2026-10-02,Tea,10,30', 'Total,,20,34');
    expect(job.report).toMatchObject({
      rows: 2,
      limits: 1,
      totals: [{ term: 'spend' }, { term: 'clicks', figure: { kind: 'bounds', low: 30, high: 40 } }],
      fileTotals: [{ agrees: true }, { term: 'clicks', said: 34, agrees: true }],
    });
    expect(await clicks('2026-10-02')).toEqual({ value: null, low: 30, high: 40, gap: null });
  });

  it('add up where two lines are of one row, and are told as merged', async () => {
    const job = await bring('2026-10-01,Tea,10,< 10', '2026-10-01,Tea,5,7', '2026-10-01,Tea,5,> 90');
    expect(job.report).toMatchObject({ rows: 1, merged: 2 });
    expect(await clicks('2026-10-01')).toMatchObject({ low: 97, high: null });
  });

  it('give way to the number once it is known, and stand as they were where nothing has changed', async () => {
    await bring('2026-10-01,Tea,10,< 10', '2026-10-02,Tea,10,30');
    const again = await bring('2026-10-01,Tea,10,< 10', '2026-10-02,Tea,10,30', '2026-10-03,Tea,1,1');
    expect(again.report).toMatchObject({ replaces: 2 });
    expect(await clicks('2026-10-03')).toMatchObject({ low: 31, high: 41 });
    await bring('2026-10-01,Tea,10,4', '2026-10-02,Tea,10,30', '2026-10-03,Tea,1,1');
    expect(await clicks('2026-10-03')).toMatchObject({ value: 35 });
  });

  it('hold for people in two lines of one row: at least the more, at most all', async () => {
    const people = ['Day,Campaign,Cost,Reach', '2026-10-01,Tea,10,30', '2026-10-01,Tea,5,12', 'Total,,15,36'].join('\n');
    const job = await importFile(server.address, setting, 'Reach', people);
    // What does not add up has no total, and a total line of it is compared with nothing.
    expect(job.report).toMatchObject({ rows: 1, merged: 1, totals: [{ term: 'spend' }], fileTotals: [{ term: 'spend', agrees: true }] });
    const period = { from: '2026-10-01', to: '2026-10-01' };
    expect(await totalCell(server.address, setting, period, 'people-reached', 'reach')).toMatchObject({ low: 30, high: 42 });
  });
});
