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
import { type Guessed, guessLayout } from './read/guess-layout';
import { readTable } from './read/table';
import { UnreadableFile } from './read/unreadable-file';

/** Rows from which dialect and mapping are inferred. */
const SAMPLE_ROWS = 10_000;
const SHOWN_ROWS = 8;
const MOST_SHEETS = 12;

/** What a preview has to know of a feed to recognise its next file. */
export interface KnownFeed {
  readonly id: number;
  readonly name: string;
  readonly account: string;
  readonly headers: readonly string[];
  readonly mapping: Mapping;
  /** Ids and names of its account's campaigns: a file of another account may have just the same columns. Undefined where the account is certain. */
  readonly campaigns?: readonly string[];
}

/** A layout to read by; null title lines are guessed. */
export type WantedLayout = Omit<FileLayout, 'titleLines'> & { readonly titleLines: number | null };

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
export async function previewFile(path: string, feeds: readonly KnownFeed[], wanted: WantedLayout | null = null): Promise<FilePreview> {
  const guessed = await guessLayout(path);
  const asked = { ...(wanted ?? { ...guessed.layout, sheet: await likeliestSheet(path, guessed) }), titleLines: 0 };
  const lines = await firstLines(path, asked, SAMPLE_ROWS);
  const titleLines = wanted?.titleLines ?? headerPlace(lines.slice(0, HEADER_WITHIN + 10));
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

/** Of the first sheets the one whose columns say most: exports put a sheet of notes before the rows. */
async function likeliestSheet(path: string, { layout, sheets }: Guessed): Promise<string> {
  if (sheets.length < 2) return layout.sheet;
  const scores: { sheet: string; known: number }[] = [];
  for (const sheet of sheets.slice(0, MOST_SHEETS)) {
    const lines = await firstLines(path, { ...layout, sheet }, HEADER_WITHIN + 10);
    const place = headerPlace(lines);
    const headers = headerNames(lines[place] ?? []);
    const rows = lines.slice(place + 1);
    const { mapping } = guessMapping(
      headers,
      headers.map((_, column) => rows.map((row) => row[column] ?? '')),
    );
    scores.push({ sheet, known: rows.length > 0 ? mapping.columns.filter(({ role }) => role !== 'ignore').length : 0 });
  }
  return scores.reduce((best, each) => (each.known > best.known ? each : best)).sheet;
}

async function firstLines(path: string, layout: FileLayout, most: number): Promise<(readonly Cell[])[]> {
  const lines: (readonly Cell[])[] = [];
  for await (const { cells } of readTable(path, layout)) {
    lines.push(cells);
    if (lines.length > most) break;
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

/**
 * The feed that has had files of these columns, or of nearly these, from the account whose campaigns
 * the rows name. None where two accounts could be meant: a wrong account is a wrong total nobody notices.
 */
function nearest(feeds: readonly KnownFeed[], headers: readonly string[], rows: readonly (readonly Cell[])[]): KnownFeed | undefined {
  const alike = (feed: KnownFeed): number => {
    const common = feed.headers.filter((name) => headers.includes(name)).length;
    return common / Math.max(feed.headers.length, headers.length);
  };
  const [best, second] = feeds
    .map((feed) => ({ feed, share: alike(feed), named: rowsOfAccount(feed, headers, rows) }))
    .filter(({ feed, share, named }) => share >= ALIKE && named > 0 && reads(feed, headers, rows))
    .sort((a, b) => b.share - a.share || b.named - a.named);
  const isCertain = !second || best?.feed.account === second.feed.account || best?.share !== second.share || best.named !== second.named;
  return isCertain ? best?.feed : undefined;
}

/** Rows of a sample that name a campaign of the feed's account; all where rows name no campaigns. */
function rowsOfAccount({ campaigns, mapping, headers }: KnownFeed, names: readonly string[], rows: readonly (readonly Cell[])[]): number {
  const columns = mapping.columns.flatMap((role, at) => {
    const isCampaign = role.role === 'level' && role.level === 'campaign';
    return isCampaign ? [names.indexOf(headers[at] ?? '')] : [];
  });
  const sample = rows.slice(0, 200);
  if (!campaigns || columns.length === 0) return sample.length;
  const known = new Set(campaigns);
  return sample.filter((row) => columns.some((at) => known.has(cellText(row[at])))).length;
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
