import {
  ADDRESS_PARTS,
  CELL_TESTS,
  DATE_ORDERS,
  DECIMALS,
  DELIMITERS,
  DOUBTS,
  ENCODINGS,
  FILE_FORMATS,
  FILE_KINDS,
  FILE_RATIO_NAMES,
  IMPRESSION_SHARES,
  LEVELS,
  LETTER_CASES,
  LISTED_BY,
  LOT_UNITS,
  NUMBER_SIGNS,
  REPORTED_PARTS,
  TAG_LEVELS,
  UNKNOWNS,
} from '@lens/core';
import { z } from 'zod';
import { basis, currency, day, dayRange, figure, id, name, timeZone } from './basic';
import { channelKind } from './clients';
import { joinResult } from './joining';
import { wordId } from './words';

const role = z.discriminatedUnion('role', [
  z.object({ role: z.literal('ignore') }),
  z.object({ role: z.literal('day') }),
  z.object({ role: z.literal('last day') }),
  z.object({ role: z.literal('hour') }),
  z.object({ role: z.literal('time') }),
  z.object({ role: z.literal('ratio'), ratio: z.enum(FILE_RATIO_NAMES) }),
  z.object({ role: z.literal('level'), level: z.enum(LEVELS), part: z.enum(['id', 'name']) }),
  z.object({ role: z.literal('dimension'), dimension: wordId }),
  z.object({ role: z.literal('measure'), measure: wordId }),
  z.object({ role: z.literal('impression share'), of: z.enum(IMPRESSION_SHARES) }),
  z.object({ role: z.literal('outcome'), action: wordId, part: z.enum(REPORTED_PARTS), basis }),
  z.object({ role: z.literal('order id') }),
  z.object({ role: z.literal('sale time') }),
  z.object({ role: z.literal('click time') }),
  z.object({ role: z.literal('order value') }),
  z.object({ role: z.literal('order count') }),
  z.object({ role: z.literal('tag'), level: z.enum(TAG_LEVELS) }),
  z.object({ role: z.literal('lot id') }),
  z.object({ role: z.literal('seller') }),
  z.object({ role: z.literal('agreed'), unit: z.enum(LOT_UNITS) }),
  z.object({ role: z.literal('delivered') }),
  z.object({ role: z.literal('price') }),
  z.object({ role: z.literal('lot link') }),
  z.object({ role: z.literal('person') }),
  z.object({ role: z.literal('touch time') }),
  z.object({ role: z.literal('touch kind') }),
  z.object({ role: z.literal('picture') }),
  z.object({ role: z.literal('touch source') }),
  z.object({ role: z.literal('weight') }),
  z.object({ role: z.literal('outcome time') }),
  z.object({ role: z.literal('outcome kind') }),
  ...(['change time', 'changed field', 'old value', 'new value', 'change note', 'changed by'] as const).map((role) =>
    z.object({ role: z.literal(role) }),
  ),
]);

const header = z.string().max(1000);
const headers = z.array(header).max(500).readonly();

const step = z.discriminatedUnion('do', [
  z.object({ do: z.literal('hide'), columns: headers }),
  z.object({ do: z.literal('rename'), column: header, to: header }),
  z.object({ do: z.literal('keep'), column: header, test: z.enum(CELL_TESTS), value: z.string().max(500) }),
  z.object({
    do: z.literal('split'),
    column: header,
    at: z.string().max(200),
    isPattern: z.boolean(),
    into: z.array(header).max(40).readonly(),
  }),
  z.object({ do: z.literal('address'), column: header, part: z.enum(ADDRESS_PARTS), parameter: z.string().max(100), to: header }),
  z.object({
    do: z.literal('look up'),
    column: header,
    table: z
      .array(z.tuple([z.string().max(500), z.string().max(500)]).readonly())
      .max(5000)
      .readonly(),
    otherwise: z.enum(UNKNOWNS),
    to: header,
  }),
  z.object({ do: z.literal('combine'), columns: headers, between: z.string().max(20), to: header }),
  z.object({
    do: z.literal('replace'),
    column: header,
    find: z.string().max(200),
    with: z.string().max(500),
    isPattern: z.boolean(),
  }),
  z.object({ do: z.literal('constant'), value: z.string().max(500), to: header }),
  z.object({ do: z.literal('trim'), columns: headers }),
  z.object({ do: z.literal('case'), column: header, to: z.enum(LETTER_CASES) }),
  z.object({ do: z.literal('columns to rows'), stay: headers, name: header, value: header }),
  z.object({ do: z.literal('rows to columns'), name: header, value: header, names: z.array(header).max(40).readonly() }),
]);
const steps = z.array(step).max(50).readonly();

const mapping = z.object({
  kind: z.enum(FILE_KINDS),
  action: wordId,
  countedBy: z.enum(LISTED_BY).default('orders'),
  dateOrder: z.enum(DATE_ORDERS),
  decimal: z.enum(DECIMALS),
  /** By column: the sign of those written otherwise than the rest. */
  decimals: z.array(z.enum(DECIMALS).nullable()).max(500).readonly().default([]),
  /** How the table is shaped before its columns are read. */
  steps: steps.default([]),
  columns: z.array(role).min(1).max(500).readonly(),
});

export const storedFile = z.object({ hash: z.string().regex(/^[0-9a-f]{64}$/), name: z.string().min(1).max(300), size: z.number().int() });
export type StoredFile = z.infer<typeof storedFile>;

/** A picture that came in, by its fingerprint, and what files call it. */
const namedPicture = z.object({ name: z.string().min(1).max(300), hash: storedFile.shape.hash });
export type NamedPicture = z.infer<typeof namedPicture>;

/** What an upload became: an archive holds several files. */
export const upload = z.object({
  files: z.array(storedFile),
  pictures: z.array(namedPicture).default([]),
  /** What an archive held that is no table and no picture that can be used, with the reason. */
  leftOut: z.array(z.object({ name: z.string(), reason: z.string() })),
});
export type Upload = z.infer<typeof upload>;

const layout = z.object({
  format: z.enum(FILE_FORMATS),
  encoding: z.enum(ENCODINGS),
  delimiter: z.enum(DELIMITERS),
  sheet: z.string().max(100),
  titleLines: z.number().int().min(0).max(1000),
});

/** A layout is guessed where none is given, and where the header begins where the number of title lines is null. */
export const previewRequest = z.object({
  hash: storedFile.shape.hash,
  layout: layout.extend({ titleLines: layout.shape.titleLines.nullable() }).nullable().default(null),
  /** Steps to shape the table by; those of the recognised feed, or none, where null. */
  steps: steps.nullable().default(null),
});

export const preview = z.object({
  layout,
  /** Sheets of a spreadsheet to choose from. */
  sheets: z.array(z.string()),
  /** Lines before the header, as they stand. */
  title: z.array(z.string()),
  /** Columns as they stand in the file. */
  fileHeaders: z.array(z.string()),
  /** Columns and first rows after the steps of the mapping. */
  headers: z.array(z.string()),
  rows: z.array(z.array(z.string())),
  mapping,
  reasons: z.array(z.string()),
  /** What each step finds and does, over the first rows of the file. */
  shaping: z
    .array(
      z.object({
        /** Columns it finds. */
        headers: z.array(z.string()).readonly(),
        /** The first rows it finds. */
        rows: z.array(z.array(z.string()).readonly()).readonly(),
        rowsBefore: z.number().int(),
        rowsAfter: z.number().int(),
        /** Cells that are others after it, in columns that are there before and after. */
        changed: z.number().int(),
        problem: z.string(),
      }),
    )
    .readonly(),
  asks: z.array(z.enum(DOUBTS)),
  /** By column, how its numbers are written: which columns are read decides how the file is. */
  signs: z.array(z.enum(NUMBER_SIGNS)),
  /** The feed of this client that has had a file of the same headers before; its mapping is used. */
  feed: z.object({ id: z.number().int(), name: z.string(), account: id }).nullable(),
  /** How the columns differ from those the feed had last; null where they are the same or there is no feed. */
  changed: z.object({ gone: z.array(z.string()), added: z.array(z.string()) }).nullable(),
  /** Earlier imports of exactly this file. */
  importedBefore: z.boolean(),
});
export type Preview = z.infer<typeof preview>;

/** An account that an import makes: in a channel there is, or a new one. */
const newAccountOfFile = z.object({
  channel: z.union([id, z.object({ name, kind: channelKind })]),
  name,
  currency,
  timeZone,
});
export type NewAccountOfFile = z.infer<typeof newAccountOfFile>;

export const newCheck = z.object({
  file: storedFile.shape.hash,
  fileName: storedFile.shape.name,
  layout,
  /** The account, or one to make when the file is imported. */
  account: z.union([id, newAccountOfFile]),
  /** An existing feed, or the name of a new one. */
  feed: z.union([z.object({ id: z.number().int() }), z.object({ name })]),
  mapping,
  /** Days the file covers, when they reach beyond its first and last row: a day without a row is then 0. */
  covers: dayRange.nullable(),
  /** Pictures that came with the file, which its picture column may name. */
  pictures: z.array(namedPicture).max(5000).default([]),
});
export type NewCheck = z.infer<typeof newCheck>;

const rowProblem = z.object({ line: z.number().int(), column: z.string(), message: z.string() });

/** Members that had amounts in the days the new file covers and are not in it. */
const absentMember = z.object({ level: z.string(), name: z.string(), spend: z.number(), rows: z.number().int() });
export type AbsentMember = z.infer<typeof absentMember>;

const checkReport = z.object({
  rows: z.number().int(),
  merged: z.number().int(),
  badRows: z.number().int(),
  problems: z.array(rowProblem),
  days: dayRange.nullable(),
  /** Where rows are hours moved into the client’s zone: the first and last of them, as day × 24 + hour. Only these are replaced. */
  hours: z.object({ from: z.number().int(), to: z.number().int() }).nullable().default(null),
  members: z.number().int(),
  /** Cells that tell an amount only within limits (“< 10 %”). */
  limits: z.number().int().default(0),
  /** Rows that stand for more than a day. */
  longRows: z.number().int().default(0),
  /** Lines that repeat the header. */
  repeatedHeaders: z.number().int().default(0),
  /** Rows that a step leaves out, by the place of the step. */
  leftOut: z.array(z.object({ step: z.number().int(), rows: z.number().int() })).default([]),
  /** Ratios the file states, by how many of its rows state what their parts make. */
  ratios: z.array(z.object({ ratio: z.string(), agrees: z.number().int(), differs: z.number().int() })).default([]),
  /** Total lines of the file against the sum of its rows, in whole units. */
  fileTotals: z
    .array(z.object({ line: z.number().int(), term: z.string(), said: z.number(), read: figure, agrees: z.boolean() }))
    .default([]),
  /** Sums of what would be imported, in whole units, by term. */
  totals: z.array(z.object({ term: z.string(), figure, unit: z.enum(['money', 'count']) })),
  /** Of a list of outcomes: how they would reach members. */
  joined: joinResult.nullable().default(null),
  /** Rows already stored for these days that the import would replace. */
  replaces: z.number().int(),
  absent: z.array(absentMember),
  absentCount: z.number().int(),
});
export type CheckReport = z.infer<typeof checkReport>;

const jobState = z.enum(['running', 'ready', 'done', 'failed', 'cancelled']);
export const job = z.object({
  id,
  kind: z.enum(['check', 'import']),
  state: jobState,
  rows: z.number().int(),
  phase: z.string(),
  report: checkReport.nullable(),
  importId: z.number().int().nullable(),
  error: z.string().nullable(),
});
export type Job = z.infer<typeof job>;

/** What happens to members that are absent from the new file: they count as 0 from now on, or keep what they had. */
export const importAnswer = z.object({
  absent: z.enum(['gone', 'keep']).nullable(),
  /** Who brings it in, for the history. */
  person: z.string().trim().max(100).default(''),
  /** Whether the file is kept, or only its fingerprint. */
  keepFile: z.boolean().default(true),
});

const importLine = z.object({
  id: z.number().int(),
  fileName: z.string(),
  importedAt: z.string(),
  from: day,
  to: day,
  rows: z.number().int(),
  badRows: z.number().int(),
  coversAll: z.boolean(),
  takenBack: z.boolean(),
  person: z.string(),
  /** SHA-256 of the file. */
  fileHash: z.string(),
  fileKept: z.boolean(),
});
export type ImportLine = z.infer<typeof importLine>;

/** How an import read its file, and its days as they were after it and after an earlier one. */
export const importDetail = z.object({
  columns: z.array(z.object({ header: z.string(), means: z.string() })),
  /** The steps the table was shaped by, in words. */
  steps: z.array(z.string()),
  /** The import it is compared with; null for what there was just before it. */
  against: z.number().int().nullable(),
  rowsBefore: z.number().int(),
  rowsAfter: z.number().int(),
  /** Sums over its days before and after, in whole units; null where nothing was measured. */
  terms: z.array(
    z.object({ term: z.string(), unit: z.enum(['money', 'count']), before: z.number().nullable(), after: z.number().nullable() }),
  ),
  /** Campaigns whose money changed most, the most changed first; the spend of reports, the value of outcomes. */
  members: z.array(z.object({ name: z.string(), before: z.number(), after: z.number() })),
});
export type ImportDetail = z.infer<typeof importDetail>;

export const feed = z.object({
  id: z.number().int(),
  name: z.string(),
  account: id,
  accountName: z.string(),
  channelName: z.string(),
  kind: z.enum(FILE_KINDS),
  grain: z.array(z.string()),
  days: dayRange.nullable(),
  daysCovered: z.number().int(),
  rows: z.number().int(),
  notMatched: z.number().int(),
  imports: z.array(importLine),
});
export type Feed = z.infer<typeof feed>;
