import { NO_OWN_WORDS } from '@lens/core';
import ExcelJS from 'exceljs';
import { mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { deflateRawSync, gzipSync } from 'node:zlib';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { storedPath } from '../src/intake/file-store';
import { previewFile } from '../src/intake/preview';
import { readTable } from '../src/intake/read/table';
import { UnreadableFile } from '../src/intake/read/unreadable-file';
import { storeUpload } from '../src/intake/unpack';
import { freshFolder, removeFolder } from './harness';

describe('archives and spreadsheets', () => {
  const folder = freshFolder();
  beforeAll(() => mkdirSync(join(folder, 'files'), { recursive: true }));
  afterAll(() => removeFolder(folder));

  const store = async (content: string | Buffer, name = 'file.zip') => storeUpload(folder, name, Readable.from([Buffer.from(content)]));
  const zipped = (entries: Record<string, Buffer | string>, compress = true): Promise<Buffer> => {
    const zip = new yazl.ZipFile();
    for (const [name, content] of Object.entries(entries)) zip.addBuffer(Buffer.from(content), name, { compress });
    zip.end();
    return Readable.from(zip.outputStream)
      .toArray()
      .then((chunks) => Buffer.concat(chunks as Buffer[]));
  };
  const unzipped = async (content: Buffer): Promise<Record<string, Buffer>> => {
    const zip = await yauzl.fromBufferPromise(content, { lazyEntries: true });
    const entries: Record<string, Buffer> = {};
    for await (const entry of zip.eachEntry() as AsyncIterable<yauzl.Entry>) {
      if (entry.fileName.endsWith('/')) continue;
      const stream = await zip.openReadStreamPromise(entry);
      entries[entry.fileName] = Buffer.concat((await stream.toArray()) as Buffer[]);
    }
    return entries;
  };
  const workbook = async (): Promise<Buffer> => {
    const book = new ExcelJS.Workbook();
    book.addWorksheet('Rows').addRows([
      ['Day', 'Campaign', 'Cost'],
      ['2026-10-01', 'Tea', 100],
    ]);
    return Buffer.from(await book.xlsx.writeBuffer());
  };
  const rowsOf = async (content: Buffer): Promise<unknown[]> => {
    const { files } = await store(content, 'book.xlsx');
    const path = storedPath(folder, files[0]!.hash);
    const { layout } = await previewFile(path, [], { layout: null, steps: null, words: NO_OWN_WORDS });
    const read: unknown[] = [];
    for await (const { cells } of readTable(path, layout)) read.push(cells);
    return read;
  };
  const TABLE = 'Day,Campaign,Cost\n2026-10-01,Tea,3.5\n';
  const READ = [
    ['Day', 'Campaign', 'Cost'],
    ['2026-10-01', 'Tea', 100],
  ];
  const left = () => readdirSync(join(folder, 'files')).filter((file) => !file.endsWith('.gz'));

  it('keeps every text of a spreadsheet, in whatever order its parts stand, and leaves no copies', async () => {
    const parts = Object.entries(await unzipped(await workbook()));
    const isTexts = ([name]: [string, Buffer]): boolean => name === 'xl/sharedStrings.xml';
    for (const order of [[...parts].reverse(), [...parts.filter((part) => !isTexts(part)), ...parts.filter(isTexts)]])
      expect(await rowsOf(await zipped(Object.fromEntries(order)))).toEqual(READ);
    expect(left()).toEqual([]);
  });

  it('refuses a spreadsheet in which a number was changed behind its checksum', async () => {
    const parts = await unzipped(await workbook());
    const whole = await zipped(parts, false);
    expect(await rowsOf(whole)).toEqual(READ);
    const changed = Buffer.from(whole.toString('latin1').replace('<v>100</v>', '<v>900</v>'), 'latin1');
    await expect(rowsOf(changed)).rejects.toThrow(/“sheet1.xml” in the archive is damaged/);
    expect(left()).toEqual([]);
  });

  it('says what is wrong with sheets that are no markup, cut off, or blown up by entities', async () => {
    const parts = await unzipped(await workbook());
    const sheet = 'xl/worksheets/sheet1.xml';
    const markup = parts[sheet]!.toString();
    const entities = `<!DOCTYPE x [<!ENTITY a "${'9'.repeat(9999)}">]>${markup.replace('100', '&a;')}`;
    for (const broken of ['no markup <<<', markup.slice(0, markup.length / 2), entities]) {
      const content = await zipped({ ...parts, [sheet]: broken });
      await expect(rowsOf(content)).rejects.toThrow(UnreadableFile);
    }
    expect(left()).toEqual([]);
  });

  it('names the file that is locked, oddly packed, or damaged', async () => {
    const zip = await zipped({ 'ads.csv': TABLE });
    const central = zip.indexOf('PK\u0001\u0002', 0, 'latin1');
    const put = (content: Buffer, places: readonly number[], value: number): Buffer => {
      const copy = Buffer.from(content);
      for (const at of places) copy.writeUInt16LE(value, at);
      return copy;
    };
    await expect(store(put(zip, [6, central + 8], 1))).rejects.toThrow(/“ads.csv” in the archive is locked with a password/);
    await expect(store(put(zip, [8, central + 10], 12))).rejects.toThrow(/“ads.csv” in the archive is packed in a way/);
    const packed = deflateRawSync(Buffer.from(TABLE));
    const at = zip.indexOf(packed.subarray(0, 8));
    await expect(store(put(zip, [at, at + 2], 0xffff))).rejects.toThrow(/“ads.csv” in the archive is damaged/);
    await expect(store(zip.subarray(0, zip.length - 30))).rejects.toThrow(/cannot be opened/);
    expect(left()).toEqual([]);
  });

  it('cuts names that nobody reads to their end', async () => {
    const { files } = await store(await zipped({ [`${'n'.repeat(2000)}.csv`]: TABLE }));
    expect(files[0]?.name).toMatch(/^n{296}\.csv$/);
  });

  it('unpacks a gzipped file, which is then the same file', async () => {
    const [plain, packed] = [await store(TABLE), await store(gzipSync(TABLE), 'ads.csv.gz')];
    expect(packed.files).toEqual([{ ...plain.files[0], name: 'ads.csv' }]);
    await expect(store(gzipSync(TABLE).subarray(0, 30), 'cut.csv.gz')).rejects.toThrow(/not complete/);
  });

  it('takes the tables out of an archive under their own names, wherever they claim to lie', async () => {
    const { files, leftOut } = await store(
      await zipped({ 'deep/er/ads.csv': TABLE, 'notes.docx': 'x', '.hidden.csv': TABLE, 'empty.csv': '' }),
      'all.zip',
    );
    expect(files.map(({ name }) => name)).toEqual(['ads.csv']);
    expect(leftOut.map(({ name }) => name).sort()).toEqual(['.hidden.csv', 'empty.csv', 'notes.docx']);
    // yazl refuses to write such a name, so it is put in afterwards: same length, so the archive stays whole.
    const escaping = Buffer.from(
      (await zipped({ 'aa/bb/evil.csv': TABLE })).toString('latin1').replaceAll('aa/bb/evil.csv', '../../evil.csv'),
      'latin1',
    );
    await expect(store(escaping, 'escape.zip')).rejects.toThrow(UnreadableFile);
    await expect(store(await zipped({ 'readme.doc': 'x' }), 'none.zip')).rejects.toThrow(/no table/);
  });

  it('refuses what unpacks to far more than it holds', async () => {
    const bomb = await zipped({ 'zeros.csv': Buffer.alloc(30_000_000) });
    expect(bomb.length).toBeLessThan(100_000);
    await expect(store(bomb, 'bomb.zip')).rejects.toThrow(/unpacks to far more/);
  });
});
