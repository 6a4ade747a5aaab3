import { guessMapping, isProblem, type Mapping, readOrderRow, readReportRow } from '@lens/core';
import type { FeedRecord } from '../store/feeds';
import { type Delimiter, readTable, sniffDelimiter } from './read-table';
import { UnreadableFile } from './unreadable-file';

const SAMPLE_ROWS = 200;
const SHOWN_ROWS = 8;
const MOST_COLUMNS = 500;

export interface FilePreview {
  readonly delimiter: Delimiter;
  readonly headers: string[];
  readonly rows: string[][];
  readonly mapping: Mapping;
  readonly reasons: string[];
  readonly asks: ('date order' | 'decimal sign')[];
  readonly feed: FeedRecord | null;
}

/** Reads the first rows of a stored file and proposes what its columns mean. */
export async function previewFile(path: string, feeds: readonly FeedRecord[]): Promise<FilePreview> {
  const delimiter = await sniffDelimiter(path);
  const lines: (readonly string[])[] = [];
  for await (const { cells } of readTable(path, delimiter)) {
    lines.push(cells);
    if (lines.length > SAMPLE_ROWS) break;
  }
  const [first, ...rows] = lines;
  if (!first || first.every((cell) => cell.trim() === '')) throw new UnreadableFile('The file is empty.');
  if (first.length > MOST_COLUMNS) throw new UnreadableFile(`The file has ${first.length} columns; at most ${MOST_COLUMNS} can be read.`);
  const headers = first.map((cell) => cell.trim());
  if (headers.length < 2) {
    throw new UnreadableFile(
      'Only one column was found. A table separated by commas, semicolons or tabs with a line of headers is needed.',
    );
  }
  if (rows.length === 0) throw new UnreadableFile('The file has a header line but no rows.');
  const guess = guessMapping(
    headers,
    headers.map((_, column) => rows.map((row) => row[column] ?? '')),
  );
  const feed = feeds.find((each) => sameHeaders(each, headers) && reads(each.mapping, rows)) ?? null;
  return {
    delimiter,
    headers,
    rows: rows.slice(0, SHOWN_ROWS).map((row) => [...row]),
    mapping: feed ? feed.mapping : guess.mapping,
    reasons: feed ? headers.map(() => `as in earlier files of “${feed.name}”`) : [...guess.reasons],
    asks: feed ? [] : [...guess.asks],
    feed,
  };
}

const sameHeaders = (feed: FeedRecord, headers: readonly string[]): boolean =>
  feed.headers.length === headers.length && feed.headers.every((header, at) => header === headers[at]);

/** Whether a mapping fits the rows: two channels may use the same headers and write numbers differently. */
function reads(mapping: Mapping, rows: readonly (readonly string[])[]): boolean {
  const read = (cells: readonly string[]) =>
    mapping.kind === 'report' ? readReportRow(cells, mapping) : readOrderRow(cells, mapping, 'UTC');
  return rows.filter((cells) => !isProblem(read(cells))).length * 2 > rows.length;
}
