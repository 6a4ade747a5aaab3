import { NO_OWN_WORDS } from '@lens/core';
import ExcelJS from 'exceljs';
import fc from 'fast-check';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { FileTooLarge, storedPath } from '../src/intake/file-store';
import { previewFile } from '../src/intake/preview';
import { sheetNames } from '../src/intake/read/sheet';
import { readTable } from '../src/intake/read/table';
import { UnreadableFile } from '../src/intake/read/unreadable-file';
import { storeUpload } from '../src/intake/unpack';
import { freshFolder, removeFolder } from './harness';

const GUESSED = { layout: null, steps: null, words: NO_OWN_WORDS };

describe('reading tables', () => {
  const folder = freshFolder();
  beforeAll(() => mkdirSync(join(folder, 'files'), { recursive: true }));
  afterAll(() => removeFolder(folder));

  const store = async (content: string | Buffer, name = 'file.csv') => storeUpload(folder, name, Readable.from([Buffer.from(content)]));
  const look = async (content: string | Buffer) => {
    const { files } = await store(content);
    return previewFile(storedPath(folder, files[0]!.hash), [], GUESSED);
  };
  /** Every line of a file under its guessed layout, header first. */
  const lines = async (content: string | Buffer): Promise<unknown[]> => {
    const { files } = await store(content);
    const path = storedPath(folder, files[0]!.hash);
    const { layout } = await previewFile(path, [], GUESSED);
    const read: unknown[] = [];
    for await (const { cells } of readTable(path, layout)) read.push(cells);
    return read;
  };
  const workbook = async (fill: (book: ExcelJS.Workbook) => void): Promise<Buffer> => {
    const book = new ExcelJS.Workbook();
    fill(book);
    return Buffer.from(await book.xlsx.writeBuffer());
  };
  const TABLE = 'Day,Campaign,Cost\n2026-10-01,Tea,3.5\n';
  const READ = [
    ['Day', 'Campaign', 'Cost'],
    ['2026-10-01', 'Tea', '3.5'],
  ];

  it.each([
    ['UTF-8 with a mark', Buffer.from(`\uFEFF${TABLE}`)],
    ['UTF-16, little end first, with a mark', Buffer.from(`\uFEFF${TABLE}`, 'utf16le')],
    ['UTF-16, little end first, without one', Buffer.from(TABLE, 'utf16le')],
    ['UTF-16, big end first', Buffer.from(`\uFEFF${TABLE}`, 'utf16le').swap16()],
    ['tabs', TABLE.replaceAll(',', '\t')],
    ['strokes', TABLE.replaceAll(',', '|')],
    ['blank lines', TABLE.replaceAll('\n', '\r\n\r\n')],
    ['lines of empty cells', `${TABLE},,\n`],
  ])('reads %s', async (_, content) => expect(await lines(content)).toEqual(READ));

  it('keeps line breaks and separators inside quotes', async () => {
    expect(await lines('Day,Name,Cost\n2026-10-01,"Tea,\nblack ""best""",1\n')).toEqual([
      ['Day', 'Name', 'Cost'],
      ['2026-10-01', 'Tea,\nblack "best"', '1'],
    ]);
  });

  it.each(['\n', '\r\n', '\r'])('reads long files whose quoted cells hold line breaks, and knows every line (%j)', async (end) => {
    // Two lines of text a row, so that blocks end everywhere in a row.
    const rows = Array.from({ length: 12_000 }, (_, at) => ({
      line: 2 * at + 3,
      cells: ['2026-10-01', `Tea "${at}"\n${'x'.repeat(at % 97)}`, String(at)],
    }));
    const written = rows.map(({ cells: [day, name, cost] }) => `${day},"${name?.replaceAll('"', '""')}",${cost}`);
    const { files } = await store(['Day,Name,Cost', ...written].join(end));
    const path = storedPath(folder, files[0]!.hash);
    const layout = { format: 'separated', encoding: 'utf-8', delimiter: ',', sheet: '', titleLines: 0 } as const;
    const read: unknown[] = [];
    for await (const each of readTable(path, layout)) read.push(each);
    expect(read.slice(1)).toEqual(rows);
  });

  describe('a line whose quotes are wrong', () => {
    const good = (count: number) => Array.from({ length: count }, (_, at) => `2026-10-01,"Tea ${at}",${at}`);
    const problemsOf = async (content: readonly string[]) => {
      const { files } = await store(content.join('\n'));
      const layout = { format: 'separated', encoding: 'utf-8', delimiter: ',', sheet: '', titleLines: 0 } as const;
      const problems: unknown[] = [];
      let rows = 0;
      for await (const { line, cells, problem } of readTable(storedPath(folder, files[0]!.hash), layout)) {
        if (problem) problems.push([line, problem]);
        else if (cells.length === 3) rows += 1;
      }
      return { rows, problems };
    };

    it.each([
      ['is not closed', '2026-10-01,"Tea,1', 'A quotation mark is not closed'],
      ['is closed too early', '2026-10-01,"Tea" leaves,1', 'A quotation mark stands where none can be'],
      ['stands in the middle', '2026-10-01,Te"a,1', 'A quotation mark is not closed'],
    ])('is named, and every other line of a long file is read: one %s', async (_, bad, problem) => {
      const file = ['Day,Name,Cost', ...good(30_000), bad, ...good(20), bad, ...good(30_000)];
      expect(await problemsOf(file)).toEqual({
        rows: 60_021,
        problems: [
          [30_002, problem],
          [30_023, problem],
        ],
      });
    });

    it('does not swallow what stands between two of them far apart', async () => {
      const plain = Array.from({ length: 200 }, (_, at) => `2026-10-01,Tea,${at}`);
      expect(await problemsOf(['Day,Name,Cost', '2026-10-01,"Tea,1', ...plain, '2026-10-01,Tea",1', ...plain])).toEqual({
        rows: 401,
        problems: [
          [2, 'A quotation mark is not closed'],
          [203, 'A quotation mark is not closed'],
        ],
      });
    });

    it('is named at the end of the file, and where nothing with quotes comes behind it', async () => {
      expect((await problemsOf(['Day,Name,Cost', '2026-10-01,"Tea,1'])).problems).toHaveLength(1);
      const plain = Array.from({ length: 120_000 }, () => '2026-10-01,Tea,1');
      expect(await problemsOf(['Day,Name,Cost', '2026-10-01,"Tea,1', ...plain])).toEqual({
        rows: 120_001,
        problems: [[2, 'A quotation mark is not closed']],
      });
    });
  });

  it('finds the header under titles, and shows what it left out', async () => {
    const { layout, title, headers } = await look(`Ads by day\n"1 Oct – 31 Oct"\n\n${TABLE}`);
    expect({ titleLines: layout.titleLines, title, headers }).toEqual({
      titleLines: 2,
      title: ['Ads by day', '1 Oct – 31 Oct'],
      headers: ['Day', 'Campaign', 'Cost'],
    });
  });

  it.each([
    ['a list of objects', '[{"Day":"2026-10-01","Campaign":"Tea","Cost":3.5},{"Day":"2026-10-02","Campaign":null,"Cost":1}]'],
    ['JSON lines', '{"Day":"2026-10-01","Campaign":"Tea","Cost":3.5}\n{"Day":"2026-10-02","Campaign":null,"Cost":1}\n'],
    [
      'a list inside an object',
      '{"report":"x","range":{"from":"a"},"rows":[{"Day":"2026-10-01","Campaign":"Tea","Cost":3.5},{"Day":"2026-10-02","Cost":1}],"next":null}',
    ],
  ])('reads %s', async (_, content) =>
    expect(await lines(content)).toEqual([
      ['Day', 'Campaign', 'Cost'],
      ['2026-10-01', 'Tea', 3.5],
      ['2026-10-02', '', 1],
    ]),
  );

  it('names nested members of JSON with a point', async () => {
    expect(await lines('[{"day":"2026-10-01","cost":{"amount":3,"currency":"EUR"},"tags":["a","b"],"ok":true}]')).toEqual([
      ['day', 'cost.amount', 'cost.currency', 'ok'],
      ['2026-10-01', 3, 'EUR', 'yes'],
    ]);
    await expect(lines('[{"day":"2026-10-01",}]')).rejects.toThrow(UnreadableFile);
    await expect(lines('[1, 2, 3]')).rejects.toThrow(/No list of objects/);
  });

  it('reads the chosen sheet of a spreadsheet: real dates, numbers, what formulas last showed', async () => {
    const content = await workbook((book) => {
      book.addWorksheet('Notes').addRows([
        ['About', 'this'],
        ['nothing', 'here'],
      ]);
      const sheet = book.addWorksheet('Rows');
      sheet.addRow(['Day', 'Campaign', 'Cost']);
      sheet.addRow([new Date('2026-10-01T00:00:00Z'), { richText: [{ text: 'T' }, { text: 'ea' }] }, { formula: '1+2', result: 3 }]);
      sheet.addRow(['02/10/2026', '=HYPERLINK("x")', '1.234,50']);
    });
    const { files } = await store(content, 'book.xlsx');
    const path = storedPath(folder, files[0]!.hash);
    const preview = await previewFile(path, [], GUESSED);
    expect(preview.sheets).toEqual(['Notes', 'Rows']);
    const read: unknown[] = [];
    for await (const { cells } of readTable(path, { ...preview.layout, sheet: 'Rows' })) read.push(cells);
    expect(read).toEqual([
      ['Day', 'Campaign', 'Cost'],
      ['2026-10-01', 'Tea', 3],
      ['02/10/2026', '=HYPERLINK("x")', '1.234,50'],
    ]);
  });

  it('passes over sheets, of many spreadsheets at once', async () => {
    const content = await workbook((book) => ['Notes', 'Rows', 'More'].forEach((name) => book.addWorksheet(name).addRow(['Day', name])));
    const { files } = await store(content, 'book.xlsx');
    for (let round = 0; round < 12; round++) {
      const found = await Promise.all(Array.from({ length: 8 }, () => sheetNames(storedPath(folder, files[0]!.hash))));
      expect(found).toEqual(Array.from({ length: 8 }, () => ['Notes', 'Rows', 'More']));
    }
  });

  it('refuses tables too wide and cells too long, saying where', async () => {
    await expect(lines(`${Array.from({ length: 600 }, (_, at) => `c${at}`).join(',')}\n`)).rejects.toThrow(/Line 1 has 600 columns/);
    await expect(lines(`Day,Name\n2026-10-01,${'x'.repeat(40_000)}\n`)).rejects.toThrow(/Line 2, column 2 is longer/);
  });

  it('gives a table or a reason for any bytes', async () => {
    const starts = ['', 'PK\u0003\u0004', '\u001f\u008b', '[{', '{"a":', 'Day,Cost\n', '\u00ff\u00fe', '\u00d0\u00cf\u0011\u00e0'];
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...starts), fc.uint8Array({ maxLength: 400 }), async (start, bytes) => {
        try {
          await lines(Buffer.concat([Buffer.from(start, 'latin1'), bytes]));
        } catch (error) {
          expect(error instanceof UnreadableFile || error instanceof FileTooLarge ? 'a reason' : error).toBe('a reason');
        }
      }),
      { seed: 11, numRuns: 150 },
    );
  });
});
