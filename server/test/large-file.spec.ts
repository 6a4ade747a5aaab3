import { checkFile, importFile, clientForEach, send, suiteServer } from './harness';

const ROWS = 60_000;
const HEADER = 'Day,Campaign,Ad,Cost,Clicks';
/** Names with commas, quotes and line breaks; costs that do not compress. */
const LINES = Array.from({ length: ROWS }, (_, row) => {
  const cost = ((row * 7919) % 100_003) / 100;
  return `2026-10-${String(1 + (row % 30)).padStart(2, '0')},"Tea, loose","the ""big""\nad ${Math.floor(row / 30)}",${cost},${(row * 31) % 97}`;
});

/** Large enough to be parsed ahead in a thread of its own. */
describe('a large file', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Large');
  const feeds = async () => (await send(server.address, 'GET', `/clients/${setting.client}/feeds`)).body;

  it('is read to its last row, quotes, commas and line breaks in cells and all', async () => {
    const job = await importFile(server.address, setting, 'Ads', [HEADER, ...LINES].join('\n'));
    const clicks = LINES.reduce((sum, _, row) => sum + ((row * 31) % 97), 0);
    expect(job).toMatchObject({ state: 'done', report: { rows: ROWS, badRows: 0, members: ROWS / 30 } });
    expect(job.report.totals).toContainEqual({ term: 'clicks', unit: 'count', figure: { kind: 'value', value: clicks } });
  });

  it('tells the line of a cell that cannot be read', async () => {
    const broken = LINES.with(50_000, '2026-10-01,Tea,x,many,1');
    const job = await checkFile(server.address, setting, 'Ads', [HEADER, ...broken].join('\n'));
    // Each line before has a break in its name, so counts twice; the header is one.
    expect(job.report.problems).toEqual([{ line: 2 + 2 * 50_000, column: 'Cost', message: '“many” is not a number' }]);
  });

  it('offers the good lines where a quote is not closed, naming the bad one', async () => {
    const job = await checkFile(
      server.address,
      setting,
      'Ads',
      [HEADER, ...LINES, '2026-10-01,Tea,"x,1,1', '2026-10-01,Tea,y,1,1'].join('\n'),
    );
    expect(job.report).toMatchObject({
      rows: ROWS + 1,
      badRows: 1,
      problems: [{ line: 2 + 2 * ROWS, column: '', message: 'A quotation mark is not closed' }],
    });
  });

  it('stops where decimals prove to be written otherwise, and stores nothing', async () => {
    const other = await checkFile(server.address, setting, 'Ads', [HEADER, ...LINES, '2026-10-01,Tea,x,"12,50",1'].join('\n'));
    expect(other).toMatchObject({ state: 'failed', error: expect.stringContaining('another decimal sign') });
    expect(await feeds()).toEqual([]);
  });
});
