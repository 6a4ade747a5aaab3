import { parse } from 'csv-parse';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { pipeline } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { UnreadableFile } from './unreadable-file';
import { utf8Only } from './utf8';

export type Delimiter = ',' | ';' | '\t';
const DELIMITERS: readonly Delimiter[] = [',', ';', '\t'];

const LONGEST_LINE = 1_000_000;

export interface TableLine {
  /** Line of the file, from 1. */
  readonly line: number;
  readonly cells: readonly string[];
}

/** Reads a stored (gzipped) separated-text file line by line, the header line first. */
export async function* readTable(path: string, delimiter: Delimiter): AsyncGenerator<TableLine> {
  const parser = parse({
    bom: true,
    delimiter,
    info: true,
    relax_column_count: true,
    skip_empty_lines: true,
    max_record_size: LONGEST_LINE,
  });
  const fail = (error: unknown): void => void (error && parser.destroy(error instanceof Error ? error : new Error(String(error))));
  pipeline(createReadStream(path), createGunzip(), utf8Only(), parser, fail);
  let line = 0;
  try {
    for await (const { record, info } of parser as AsyncIterable<{ record: string[]; info: { lines: number } }>) {
      line = info.lines;
      yield { line, cells: record };
    }
  } catch (error) {
    throw error instanceof UnreadableFile
      ? error
      : new UnreadableFile(`Line ${line + 1} cannot be read: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** The separator that cuts the first lines into the most columns, evenly. */
export async function sniffDelimiter(path: string): Promise<Delimiter> {
  const head = await readHead(path);
  const lines = head
    .split(/\r?\n/)
    .slice(0, 20)
    .filter((line) => line.trim() !== '');
  const score = (delimiter: Delimiter): number => Math.min(...lines.slice(0, 5).map((line) => countOutsideQuotes(line, delimiter)));
  const scores = DELIMITERS.map((delimiter) => ({ delimiter, columns: lines.length > 0 ? score(delimiter) : 0 }));
  return scores.reduce((best, each) => (each.columns > best.columns ? each : best)).delimiter;
}

const countOutsideQuotes = (line: string, delimiter: string): number => line.replace(/"(?:[^"]|"")*"/g, '').split(delimiter).length - 1;

async function readHead(path: string): Promise<string> {
  const file = await open(path);
  try {
    const stream = file.createReadStream({ autoClose: false }).pipe(createGunzip());
    let head = '';
    for await (const chunk of stream) {
      head += (chunk as Buffer).toString('utf8');
      if (head.length > 65_536) break;
    }
    return head.replace(/^\uFEFF/, '');
  } finally {
    await file.close();
  }
}
