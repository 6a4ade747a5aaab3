import type { FileLayout } from '@lens/core';
import { parse } from 'csv-parse';
import { pipeline } from 'node:stream';
import type { TableLine } from './table';
import { decoded, storedBytes } from './text';
import { UnreadableFile } from './unreadable-file';

const LONGEST_LINE = 1_000_000;

/** Reads separated text line by line; quoted cells may hold line breaks. */
export async function* readSeparated(path: string, { delimiter, encoding }: FileLayout): AsyncGenerator<TableLine> {
  const parser = parse({
    delimiter,
    info: true,
    relax_column_count: true,
    skip_empty_lines: true,
    skip_records_with_empty_values: true,
    max_record_size: LONGEST_LINE,
  });
  const fail = (error: unknown): void => void (error && parser.destroy(error instanceof Error ? error : new Error(String(error))));
  pipeline([...storedBytes(path), decoded(encoding), parser] as never, fail);
  let line = 0;
  try {
    for await (const { record, info } of parser as AsyncIterable<{ record: string[]; info: { lines: number } }>) {
      line = info.lines;
      yield { line, cells: record };
    }
  } catch (error) {
    throw error instanceof UnreadableFile ? error : new UnreadableFile(`Line ${line + 1} cannot be read: ${reasonOf(error)}`);
  }
}

function reasonOf(error: unknown): string {
  const message = error instanceof Error ? error.message : String(error);
  return /quote/i.test(message) ? 'a quotation mark stands where none can be, or one is not closed.' : message;
}
