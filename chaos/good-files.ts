import ExcelJS from 'exceljs';
import { Readable } from 'node:stream';
import { gzipSync } from 'node:zlib';
import yazl from 'yazl';

const HEADER = ['Day', 'Campaign', 'Ad', 'Cost', 'Clicks'] as const;
const ROWS = Array.from({ length: 60 }, (_, at) => ({
  Day: `2026-10-${String(1 + (at % 30)).padStart(2, '0')}`,
  Campaign: `Tea, "loose" ${at % 4}`,
  Ad: `the big\nad ${at % 7}`,
  Cost: (at * 137) / 100,
  Clicks: at * 3,
}));
const quoted = (cell: string | number): string => (typeof cell === 'string' ? `"${cell.replaceAll('"', '""')}"` : String(cell));
const separated = (by: string): string =>
  [HEADER.join(by), ...ROWS.map((row) => HEADER.map((name) => quoted(row[name])).join(by))].join('\n');

async function workbook(): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('Notes').addRow(['An export']);
  book.addWorksheet('Rows').addRows([[...HEADER], ...ROWS.map((row) => HEADER.map((name) => row[name]))]);
  return Buffer.from(await book.xlsx.writeBuffer());
}

async function archive(entries: Readonly<Record<string, string>>): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(entries)) zip.addBuffer(Buffer.from(content), name);
  zip.end();
  return Buffer.concat((await Readable.from(zip.outputStream).toArray()) as Buffer[]);
}

/** The same table in every format there is, whole, by file name. */
export async function goodFiles(): Promise<readonly (readonly [name: string, content: Buffer])[]> {
  return [
    ['ads.csv', Buffer.from(separated(','))],
    ['ads-16.txt', Buffer.from(`\uFEFF${separated('\t')}`, 'utf16le')],
    ['ads-1252.csv', Buffer.from(separated(';').replaceAll('Tea', 'Thé'), 'latin1')],
    ['ads.json', Buffer.from(JSON.stringify({ report: 'ads', rows: ROWS }))],
    ['ads.jsonl', Buffer.from(ROWS.map((row) => JSON.stringify(row)).join('\n'))],
    ['ads.xlsx', await workbook()],
    ['ads.csv.gz', gzipSync(separated(','))],
    ['ads.zip', await archive({ 'ads.csv': separated(','), 'more/ads.json': JSON.stringify(ROWS), 'read me.txt': 'words' })],
  ];
}
