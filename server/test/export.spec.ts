import exceljs from 'exceljs';
import { importFile, makeClient, questionFor, type Setting, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

describe('a table taken along', () => {
  const server = suiteServer();
  let setting: Setting;
  beforeAll(async () => {
    setting = await makeClient(server.address, 'Export');
    await importFile(
      server.address,
      setting,
      'Costs',
      'Day,Campaign,Cost,Clicks\n2026-10-05,=Tea,10.5,4\n2026-10-06,=Tea,30,6\n2026-10-06,Pots,5,--',
    );
  });
  const fetched = async (format: string, part: object = {}, limits = 'words') => {
    const question = questionFor(setting.client, { period: { from: '2026-10-05', to: '2026-10-06' }, rows: ['campaign'], ...part });
    return fetch(
      `${server.address}/api/compare/export.${format}?limits=${limits}&question=${encodeURIComponent(JSON.stringify(question))}`,
    );
  };
  const workbook = async (...asked: Parameters<typeof fetched>) => {
    const reply = await fetched(...asked);
    expect(reply.headers.get('content-disposition')).toContain('export-compare.xlsx');
    const book = new exceljs.Workbook();
    await book.xlsx.load(await reply.arrayBuffer());
    const rows = (name: string) => (book.getWorksheet(name)?.getSheetValues() ?? []).slice(1).map((row) => (row as unknown[]).slice(1));
    return { sheet: book.getWorksheet('Table'), rows };
  };

  it('is a workbook of numbers with their formats, the total first, and a sheet that says what was asked', async () => {
    const { sheet, rows } = await workbook('xlsx', { where: [{ dimension: 'campaign', any: [{ test: 'is filled', value: '' }] }] });
    const [head, total, ...others] = rows('Table');
    const at = (name: string): number => head?.indexOf(name) ?? -1;
    expect(total?.slice(0, 3)).toEqual(['total', 'Total', 45.5]);
    expect(others.map((row) => row[1])).toEqual(['=Tea', 'Pots']);
    // What a name begins with is no formula.
    expect(sheet?.getCell(3, 2).formula).toBeUndefined();
    expect(sheet?.getCell(2, at('Spend (GBP)') + 1).numFmt).toBe('#,##0.00');
    expect(sheet?.getCell(2, at('CTR') + 1).numFmt).toBe('0.00%');
    expect(others.map((row) => row[at('Clicks')])).toEqual([10, 'not measured']);
    expect(total?.[at('Clicks')]).toBe('more than 10');
    const about = new Map(rows('Question').map(([name, text]) => [name, text]));
    expect(about.get('Client')).toBe('Export');
    expect(about.get('Days')).toBe('Mon, 5 Oct 2026 to Tue, 6 Oct 2026');
    expect(about.get('Where')).toBe('campaign is filled');
    expect(about.get('Of the spend')).toBe('£45.50 kept, £0.00 left out, £0.00 not told, of £45.50');
    expect(about.get('CPC')).toBe('spend / clicks');
  });

  it('tells limits and gaps in columns of their own where that is asked for', async () => {
    const { rows } = await workbook('xlsx', {}, 'columns');
    const [head, total, , pots] = rows('Table');
    const cell = (row: unknown[] | undefined, name: string): unknown => row?.[head?.indexOf(name) ?? -1] ?? null;
    expect(['Clicks', 'Clicks, at least', 'Clicks, at most', 'Clicks, why not'].map((name) => cell(total, name))).toEqual([
      null,
      10,
      null,
      null,
    ]);
    expect(['Clicks', 'Clicks, at least', 'Clicks, why not'].map((name) => cell(pots, name))).toEqual([null, null, 'not measured']);
    const csv = await (await fetched('csv', {}, 'columns')).text();
    expect(csv).toContain('"Clicks, at least","Clicks, at most","Clicks, why not"');
    expect(await (await fetched('csv')).text()).toContain('more than 10');
  });

  it('is JSON with figures as they are, and the question as the API takes it', async () => {
    const reply = await fetched('json', { comparison: { from: '2026-09-28', to: '2026-09-29' } });
    const { question, rows, about, currency } = (await reply.json()) as Record<string, Loose>;
    expect(question).toMatchObject({ clients: [setting.client], period: { from: '2026-10-05', to: '2026-10-06' } });
    expect(currency).toBe('GBP');
    expect(about).toMatchObject({ 'Split by': 'campaign' });
    expect(rows?.[0]).toMatchObject({
      key: 'total',
      figures: { spend: { now: { kind: 'value', value: 45.5 } }, clicks: { now: { kind: 'bounds', low: 10, high: null } } },
    });
  });

  it('refuses a format there is not, and limits told in neither way', async () => {
    expect((await fetched('pdf')).status).toBe(400);
    expect((await fetched('csv', {}, 'nowhere')).status).toBe(400);
  });
});
