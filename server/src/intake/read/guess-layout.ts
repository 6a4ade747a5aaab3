import { type Delimiter, DELIMITERS, type Encoding, type FileLayout } from '@lens/core';
import { createReadStream } from 'node:fs';
import { createGunzip } from 'node:zlib';
import { sheetNames } from './sheet';
import { UnreadableFile } from './unreadable-file';

const HEAD = 262_144;

export interface Guessed {
  readonly layout: FileLayout;
  readonly sheets: readonly string[];
}

/** Looks at the first bytes of a stored file: what kind it is, how its text is encoded, what separates its cells. */
export async function guessLayout(path: string): Promise<Guessed> {
  const head = await headOf(path);
  if (head.length === 0) throw new UnreadableFile('The file is empty.');
  const plain: FileLayout = { format: 'separated', encoding: 'utf-8', delimiter: ',', sheet: '', titleLines: 0 };
  if (head.subarray(0, 4).equals(ZIP)) {
    const sheets = await sheetNames(path);
    const [sheet] = sheets;
    if (sheet === undefined) throw new UnreadableFile('The spreadsheet has no sheet.');
    return { layout: { ...plain, format: 'sheet', sheet }, sheets };
  }
  const binary = BINARY.find(({ starts }) => head.subarray(0, starts.length).equals(starts));
  if (binary) throw new UnreadableFile(`The file is ${binary.what}, not a table. ${binary.say}`);
  const encoding = encodingOf(head);
  const text = new TextDecoder(encoding).decode(head);
  if (/^\s*[[{]/.test(text)) return { layout: { ...plain, format: 'json', encoding }, sheets: [] };
  return { layout: { ...plain, encoding, delimiter: delimiterOf(text) }, sheets: [] };
}

export const ZIP = Buffer.from('PK\u0003\u0004', 'latin1');
const BINARY = [
  {
    starts: Buffer.from([0xd0, 0xcf, 0x11, 0xe0]),
    what: 'an old spreadsheet (.xls) or one locked with a password',
    say: 'Save it as .xlsx without a password.',
  },
  { starts: Buffer.from('%PDF'), what: 'a document (PDF)', say: 'Export the report as CSV or spreadsheet.' },
  { starts: Buffer.from([0x89, 0x50, 0x4e, 0x47]), what: 'a picture', say: 'Export the report as CSV or spreadsheet.' },
];

async function headOf(path: string): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let length = 0;
  const file = createReadStream(path);
  for await (const chunk of file.pipe(createGunzip())) {
    chunks.push(chunk as Buffer);
    length += (chunk as Buffer).length;
    if (length > HEAD) break;
  }
  file.destroy();
  return Buffer.concat(chunks).subarray(0, HEAD);
}

/** By its mark; without one, by where zeros stand, and by whether it is UTF-8 at all. */
function encodingOf(head: Buffer): Encoding {
  if (head[0] === 0xff && head[1] === 0xfe) return 'utf-16le';
  if (head[0] === 0xfe && head[1] === 0xff) return 'utf-16be';
  const zeros = [0, 1].map((side) => head.filter((byte, at) => byte === 0 && at % 2 === side).length);
  const many = head.length / 8;
  if ((zeros[1] ?? 0) > many) return 'utf-16le';
  if ((zeros[0] ?? 0) > many) return 'utf-16be';
  try {
    // Cut where no character is split: after the last line.
    const end = head.length < HEAD ? head.length : head.lastIndexOf(0x0a) + 1;
    new TextDecoder('utf-8', { fatal: true }).decode(head.subarray(0, end));
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

/** The separator that cuts most lines into the same number of columns, and into the most. */
function delimiterOf(text: string): Delimiter {
  const lines = text
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, 60);
  const score = (delimiter: Delimiter): number => {
    const counts = lines.map((line) => countOutsideQuotes(line, delimiter)).filter((count) => count > 0);
    const usual = mode(counts);
    return usual * counts.filter((count) => count === usual).length;
  };
  return DELIMITERS.map((delimiter) => ({ delimiter, score: score(delimiter) })).reduce((best, each) =>
    each.score > best.score ? each : best,
  ).delimiter;
}

const countOutsideQuotes = (line: string, delimiter: string): number => line.replace(/"(?:[^"]|"")*"/g, '').split(delimiter).length - 1;

function mode(counts: readonly number[]): number {
  const times = new Map<number, number>();
  for (const count of counts) times.set(count, (times.get(count) ?? 0) + 1);
  return [...times].reduce((best, each) => (each[1] > best[1] ? each : best), [0, 0])[0];
}
