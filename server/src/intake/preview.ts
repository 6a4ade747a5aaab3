import {
  type Cell,
  cellText,
  type FileLayout,
  type Guess,
  guessMapping,
  HEADER_WITHIN,
  headerNames,
  headerPlace,
  inCurrentWords,
  isProblem,
  type Mapping,
  type NumberSign,
  type OutcomeId,
  readFileRow,
  repeatsHeader,
  type Role,
  saysTotal,
  shapeOf,
  shapeSample,
  type Step,
  type StepEffect,
  Vocabulary,
  type OwnWords,
  type Doubt,
} from '@lens/core';
import { type Guessed, guessLayout } from './read/guess-layout';
import { readTable, type TableLine } from './read/table';
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
type WantedLayout = Omit<FileLayout, 'titleLines'> & { readonly titleLines: number | null };

export interface FilePreview {
  readonly layout: FileLayout;
  readonly sheets: readonly string[];
  readonly title: string[];
  readonly fileHeaders: string[];
  /** Of the shaped table. */
  readonly headers: string[];
  readonly rows: string[][];
  readonly mapping: Mapping;
  readonly shaping: readonly StepEffect[];
  readonly reasons: string[];
  readonly asks: Doubt[];
  readonly signs: NumberSign[];
  readonly feed: KnownFeed | null;
  readonly changed: { readonly gone: string[]; readonly added: string[] } | null;
}

/** How a user wants a file read; what is null is guessed. */
export interface Wanted {
  readonly layout: WantedLayout | null;
  readonly steps: readonly Step[] | null;
  /** The client's main outcome, which channels call conversions. */
  readonly main?: OutcomeId | undefined;
  /** Its own words. */
  readonly words: OwnWords;
}

/** Reads the first rows of a stored file and proposes how it is laid out, shaped, and what its columns mean. */
export async function previewFile(path: string, feeds: readonly KnownFeed[], wanted: Wanted): Promise<FilePreview> {
  const vocabulary = new Vocabulary(wanted.words);
  const guessed = await guessLayout(path);
  const asked = { ...(wanted.layout ?? { ...guessed.layout, sheet: await likeliestSheet(path, guessed, vocabulary) }), titleLines: 0 };
  const lines = await firstLines(path, asked, SAMPLE_ROWS);
  const titleLines = wanted.layout?.titleLines ?? headerPlace(lines.slice(0, HEADER_WITHIN + 10).map(({ cells }) => cells));
  const layout = { ...asked, titleLines };
  const header = lines[titleLines]?.cells;
  if (!header) throw new UnreadableFile('The file is empty.');
  const fileHeaders = headerNames(header);
  const fileRows = lines
    .slice(titleLines + 1)
    .filter(({ cells, problem }) => problem === undefined && !saysTotal(cells) && !repeatsHeader(cells, header))
    .map(({ cells }) => cells);
  refuseNoTable(fileHeaders, fileRows);
  const feed = nearest(feeds, fileHeaders, fileRows, vocabulary);
  const steps = wanted.steps ?? feed?.mapping.steps ?? [];
  const { headers, rows, effects } = shapeSample(fileHeaders, fileRows, steps);
  const guess = guessMapping(
    headers,
    headers.map((_, column) => rows.map((row) => row[column] ?? '')),
    { vocabulary, main: wanted.main },
  );
  const common = {
    layout,
    sheets: guessed.sheets,
    title: lines.slice(0, titleLines).map(titleOf),
    fileHeaders,
    headers: [...headers],
    rows: rows.slice(0, SHOWN_ROWS).map((row) => row.map(cellText)),
    shaping: effects,
    signs: [...guess.signs],
  };
  if (feed)
    return { ...common, ...asBefore({ ...feed, mapping: inCurrentWords(feed.mapping, vocabulary) }, { headers, steps, guess }), asks: [] };
  return { ...common, mapping: { ...guess.mapping, steps }, reasons: [...guess.reasons], asks: [...guess.asks], feed: null, changed: null };
}

/** The next file of a feed is read as its last one was; columns that one did not have are guessed. */
function asBefore(feed: KnownFeed, { headers, steps, guess }: { headers: readonly string[]; steps: readonly Step[]; guess: Guess }) {
  const before = shapedHeaders(feed);
  const gone = before.filter((name) => !headers.includes(name));
  const added = headers.filter((name) => !before.includes(name));
  const columns = headers.map(
    (name, at) => feed.mapping.columns[before.indexOf(name)] ?? guess.mapping.columns[at] ?? { role: 'ignore' as const },
  );
  const reasons = headers.map((name, at) =>
    before.includes(name) ? `as in earlier files of “${feed.name}”` : `new here: ${guess.reasons[at] ?? ''}`,
  );
  const decimals = headers.map((name, at) =>
    before.includes(name) ? (feed.mapping.decimals[before.indexOf(name)] ?? null) : (guess.mapping.decimals[at] ?? null),
  );
  return {
    feed,
    mapping: { ...feed.mapping, steps, columns, decimals },
    reasons,
    changed: gone.length + added.length > 0 ? { gone, added } : null,
  };
}

/** Columns of a feed's last file after its steps. */
const shapedHeaders = ({ headers, mapping }: KnownFeed): readonly string[] => shapeOf(headers, mapping.steps).headers;

/** Of the first sheets the one whose columns say most: exports put a sheet of notes before the rows. */
async function likeliestSheet(path: string, { layout, sheets }: Guessed, vocabulary: Vocabulary): Promise<string> {
  if (sheets.length < 2) return layout.sheet;
  const scores: { sheet: string; known: number }[] = [];
  for (const sheet of sheets.slice(0, MOST_SHEETS)) {
    const lines = (await firstLines(path, { ...layout, sheet }, HEADER_WITHIN + 10)).map(({ cells }) => cells);
    const place = headerPlace(lines);
    const headers = headerNames(lines[place] ?? []);
    const rows = lines.slice(place + 1);
    const { mapping } = guessMapping(
      headers,
      headers.map((_, column) => rows.map((row) => row[column] ?? '')),
      { vocabulary },
    );
    scores.push({ sheet, known: rows.length > 0 ? mapping.columns.filter(({ role }) => role !== 'ignore').length : 0 });
  }
  return scores.reduce((best, each) => (each.known > best.known ? each : best)).sheet;
}

async function firstLines(path: string, layout: FileLayout, most: number): Promise<TableLine[]> {
  const lines: TableLine[] = [];
  for await (const line of readTable(path, layout)) {
    lines.push(line);
    if (lines.length > most) break;
  }
  return lines;
}

const titleOf = ({ line, cells, problem }: TableLine): string =>
  problem === undefined
    ? cells
        .map(cellText)
        .filter((text) => text !== '')
        .join(' ')
    : `(Line ${line} cannot be read: ${problem})`;

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
function nearest(
  feeds: readonly KnownFeed[],
  headers: readonly string[],
  rows: readonly (readonly Cell[])[],
  vocabulary: Vocabulary,
): KnownFeed | undefined {
  const [best, second] = feeds
    .map((feed) => {
      const shape = shapeOf(headers, feed.mapping.steps);
      // Columns that a step turns into rows differ from file to file: then the shaped ones tell.
      const share = Math.max(alike(feed.headers, headers), alike(shapedHeaders(feed), shape.headers));
      const sample = rows.slice(0, 200).flatMap((row) => shape.apply(row).rows);
      return { feed, share, named: rowsOfAccount(feed, shape.headers, sample), reads: reads(feed, shape.headers, sample, vocabulary) };
    })
    .filter((each) => each.share >= ALIKE && each.named > 0 && each.reads)
    .sort((a, b) => b.share - a.share || b.named - a.named);
  const isCertain = !second || best?.feed.account === second.feed.account || best?.share !== second.share || best.named !== second.named;
  return isCertain ? best?.feed : undefined;
}

const alike = (known: readonly string[], headers: readonly string[]): number =>
  known.filter((name) => headers.includes(name)).length / Math.max(known.length, headers.length);

/** What each column of a shaped file means by a feed's mapping. */
const columnsBy = (feed: KnownFeed, headers: readonly string[]): Role[] => {
  const before = shapedHeaders(feed);
  return headers.map((name) => feed.mapping.columns[before.indexOf(name)] ?? { role: 'ignore' });
};

/** Rows of a sample that name a campaign of the feed's account; all where rows name no campaigns. */
function rowsOfAccount(feed: KnownFeed, headers: readonly string[], sample: readonly (readonly Cell[])[]): number {
  const columns = columnsBy(feed, headers).flatMap((role, at) => (role.role === 'level' && role.level === 'campaign' ? [at] : []));
  if (!feed.campaigns || columns.length === 0) return sample.length;
  const known = new Set(feed.campaigns);
  return sample.filter((row) => columns.some((at) => known.has(cellText(row[at])))).length;
}

/** Whether a feed's mapping fits the rows: two channels may use the same headers and write numbers differently. */
function reads(feed: KnownFeed, headers: readonly string[], sample: readonly (readonly Cell[])[], vocabulary: Vocabulary): boolean {
  const own = { ...feed.mapping, columns: columnsBy(feed, headers) };
  const zones = { account: 'UTC', client: 'UTC' };
  return sample.filter((cells) => !isProblem(readFileRow(cells, own, zones, vocabulary))).length * 2 > sample.length;
}
