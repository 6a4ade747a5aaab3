import {
  type Cell,
  cellText,
  type FileLayout,
  guessMapping,
  HEADER_WITHIN,
  headerNames,
  headerPlace,
  isProblem,
  type Mapping,
  readOrderRow,
  readReportRow,
  repeatsHeader,
  saysTotal,
} from '@lens/core';
import { guessLayout } from './read/guess-layout';
import { readTable } from './read/table';
import { UnreadableFile } from './read/unreadable-file';

/** Rows from which dialect and mapping are inferred. */
const SAMPLE_ROWS = 10_000;
const SHOWN_ROWS = 8;

/** What a preview has to know of a feed to recognise its next file. */
export interface KnownFeed {
  readonly id: number;
  readonly name: string;
  readonly account: string;
  readonly headers: readonly string[];
  readonly mapping: Mapping;
}

export interface FilePreview {
  readonly layout: FileLayout;
  readonly sheets: readonly string[];
  readonly title: string[];
  readonly headers: string[];
  readonly rows: string[][];
  readonly mapping: Mapping;
  readonly reasons: string[];
  readonly asks: ('date order' | 'decimal sign')[];
  readonly feed: KnownFeed | null;
  readonly changed: { readonly gone: string[]; readonly added: string[] } | null;
}

/** Reads the first rows of a stored file and proposes how it is laid out and what its columns mean. */
export async function previewFile(path: string, feeds: readonly KnownFeed[], wanted: FileLayout | null = null): Promise<FilePreview> {
  const guessed = await guessLayout(path);
  const asked = wanted ?? guessed.layout;
  const lines = await firstLines(path, asked);
  const titleLines = wanted ? wanted.titleLines : headerPlace(lines.slice(0, HEADER_WITHIN + 10));
  const layout = { ...asked, titleLines };
  const header = lines[titleLines];
  if (!header) throw new UnreadableFile('The file is empty.');
  const headers = headerNames(header);
  const rows = lines.slice(titleLines + 1).filter((cells) => !saysTotal(cells) && !repeatsHeader(cells, header));
  refuseNoTable(headers, rows);
  const guess = guessMapping(
    headers,
    headers.map((_, column) => rows.map((row) => row[column] ?? '')),
  );
  const known = recognised(feeds, headers, rows);
  const common = {
    layout,
    sheets: guessed.sheets,
    title: lines.slice(0, titleLines).map((cells) =>
      cells
        .map(cellText)
        .filter((text) => text !== '')
        .join(' '),
    ),
    headers,
    rows: rows.slice(0, SHOWN_ROWS).map((row) => row.map(cellText)),
  };
  if (!known) return { ...common, mapping: guess.mapping, reasons: [...guess.reasons], asks: [...guess.asks], feed: null, changed: null };
  return { ...common, ...known, asks: [] };

  function recognised(all: readonly KnownFeed[], names: readonly string[], sample: typeof rows) {
    const feed = nearest(all, names, sample);
    if (!feed) return undefined;
    const gone = feed.headers.filter((name) => !names.includes(name));
    const added = names.filter((name) => !feed.headers.includes(name));
    const columns = names.map(
      (name, at) => feed.mapping.columns[feed.headers.indexOf(name)] ?? guess.mapping.columns[at] ?? { role: 'ignore' as const },
    );
    const reasons = names.map((name, at) =>
      feed.headers.includes(name) ? `as in earlier files of “${feed.name}”` : `new here: ${guess.reasons[at] ?? ''}`,
    );
    return { feed, mapping: { ...feed.mapping, columns }, reasons, changed: gone.length + added.length > 0 ? { gone, added } : null };
  }
}

async function firstLines(path: string, layout: FileLayout): Promise<(readonly Cell[])[]> {
  const lines: (readonly Cell[])[] = [];
  for await (const { cells } of readTable(path, layout)) {
    lines.push(cells);
    if (lines.length > SAMPLE_ROWS) break;
  }
  return lines;
}

function refuseNoTable(headers: readonly string[], rows: readonly unknown[]): void {
  if (headers.length < 2)
    throw new UnreadableFile(
      'Only one column was found. A table with a line of headers is needed; see whether sheet, separator or encoding are right.',
    );
  if (rows.length === 0) throw new UnreadableFile('The file has a header line but no rows.');
}

/** How much of a feed's columns a file must have to be taken for its next one. */
const ALIKE = 0.7;

/** The feed that has had files of these columns, or of nearly these, and whose way of writing fits the rows. */
function nearest(feeds: readonly KnownFeed[], headers: readonly string[], rows: readonly (readonly Cell[])[]): KnownFeed | undefined {
  const alike = (feed: KnownFeed): number => {
    const common = feed.headers.filter((name) => headers.includes(name)).length;
    return common / Math.max(feed.headers.length, headers.length);
  };
  return feeds
    .map((feed) => ({ feed, share: alike(feed) }))
    .filter(({ feed, share }) => share >= ALIKE && reads(feed, headers, rows))
    .sort((a, b) => b.share - a.share)[0]?.feed;
}

/** Whether a feed's mapping fits the rows: two channels may use the same headers and write numbers differently. */
function reads({ mapping, headers }: KnownFeed, names: readonly string[], rows: readonly (readonly Cell[])[]): boolean {
  const columns = names.map((name) => mapping.columns[headers.indexOf(name)] ?? { role: 'ignore' as const });
  const own = { ...mapping, columns };
  const read = (cells: readonly Cell[]) =>
    own.kind === 'report' ? readReportRow(cells, own, { account: 'UTC', client: 'UTC' }) : readOrderRow(cells, own, 'UTC');
  const sample = rows.slice(0, 200);
  return sample.filter((cells) => !isProblem(read(cells))).length * 2 > sample.length;
}
