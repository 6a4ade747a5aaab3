import {
  type Coding,
  type DayRange,
  DAYS_A_WEEK,
  daysInMonth,
  EVERY_DAY,
  type FeedTable,
  firstOfMonth,
  headOf,
  HOUR_OF_WEEK,
  hourOfWeek,
  isLevel,
  type Limit,
  type Limits,
  NONE,
  type PlainRows,
  SegmentedRows,
  segmentOf,
  type SegmentOnDemand,
  segmentsOf,
  columnKey,
  type Vocabulary,
  withBudget,
} from '@lens/core';
import { createHash } from 'node:crypto';
import type { Db } from './database';
import { columnsOf, type FeedRecord } from './feeds';
import { coversOf, type ImportRecord, importsOf, unreadOf } from './imports';
import type { Members } from './members';
import { type Cut, rowsAt } from './rows-at';
import type { SegmentStore } from './segments';
import type { SplitDictionary } from './splits';

export interface ReportLoading {
  readonly vocabulary: Vocabulary;
  /** Place of the report's account among the client's. */
  readonly account: number;
  readonly members: Members;
  readonly splits: SplitDictionary;
  readonly cut: Cut;
  readonly segments: SegmentStore;
}

/** A report whose rows are read when a question wants them. */
export function loadReport(db: Db, feed: FeedRecord, { vocabulary, account, members, splits, cut, segments }: ReportLoading): FeedTable {
  const terms = columnsOf(db, feed.id);
  const keyOf = (term: string): string => columnKey(vocabulary.termOfKey(term));
  const months = cut === null ? segmentsNow(db, feed.id, terms, segments) : segmentsThen(db, feed.id, terms, cut);
  const kept = new SegmentedRows(months, keyOf, terms);
  const rows = withBudget(kept);
  const codes = codingsOf(feed, kept, { vocabulary, members, splits, texts: splitTexts(db, kept.splits) });
  return {
    feedId: feed.id,
    account,
    dimensions: new Set(codes.keys()),
    covers: coversOf(db, feed.id, cut),
    rows,
    codes,
    unread: unreadOf(db, feed.id, cut),
  };
}

/** The segments of a feed as it stands; those of months that no import has touched since are there already. */
function segmentsNow(db: Db, feed: number, terms: readonly string[], store: SegmentStore): SegmentOnDemand[] {
  return [...importsByMonth(importsOf(db, feed))]
    .sort(([a], [b]) => a - b)
    .flatMap(([month, imports]) => {
      const key = { feed, month, stamp: stampOf(imports) };
      const rows = (): PlainRows => readRows(db, feed, terms, { cut: null, from: month, to: month + daysInMonth(month) - 1 });
      const head = store.head(key) ?? store.put(key, segmentOf(rows(), month));
      return head.length === 0 ? [] : [{ head, segment: () => store.segment(key) }];
    });
}

/** The same as it stood at a cut: looked at once or twice, it is not kept. */
function segmentsThen(db: Db, feed: number, terms: readonly string[], cut: number): SegmentOnDemand[] {
  const all = segmentsOf(readRows(db, feed, terms, { cut, ...EVERY_DAY }));
  return all.map((segment) => ({ head: headOf(segment), segment: () => segment }));
}

/** Imports change rows of the days they cover, and no others. */
function importsByMonth(imports: readonly ImportRecord[]): Map<number, ImportRecord[]> {
  const months = new Map<number, ImportRecord[]>();
  for (const each of imports)
    for (let month = firstOfMonth(each.from); month <= each.to; month += daysInMonth(month)) {
      const own = months.get(month) ?? [];
      months.set(month, own);
      own.push(each);
    }
  return months;
}

/** A record that was put back from a copy may give numbers of imports anew: what each brought is told as well. */
const stampOf = (imports: readonly ImportRecord[]): string =>
  createHash('sha256')
    .update(JSON.stringify(imports.map(({ id, fileHash, importedAt, takenBackAt }) => [id, fileHash, importedAt, takenBackAt])))
    .digest('base64');

interface Reading extends DayRange {
  readonly cut: Cut;
}

/** The rows of a feed on some days as they are kept. */
function readRows(db: Db, feed: number, terms: readonly string[], { cut, from, to }: Reading): PlainRows {
  const source = `${rowsAt('feed_row', cut)} WHERE day BETWEEN @from AND @to`;
  const asked = { feed, from, to };
  const length = db.prepare(`SELECT count(*) FROM ${source}`).pluck().get(asked) as number;
  const [day, last, importId, member, split] = Array.from({ length: 5 }, () => new Int32Array(length)) as [
    Int32Array,
    Int32Array,
    Int32Array,
    Int32Array,
    Int32Array,
  ];
  const amounts = terms.map(() => new Float64Array(length).fill(NaN));
  const limits = new Map<string, Map<number, Limit>>();
  const rows = db
    .prepare(
      `SELECT day, coalesce(to_day, day), since, member_id, split_id, limits${terms.map((_, slot) => `, a${slot}`).join('')}
       FROM ${source} ORDER BY day, member_id, split_id`,
    )
    .raw()
    .iterate(asked) as IterableIterator<readonly (number | string | null)[]>;
  let at = 0;
  for (const row of rows) {
    [day[at], last[at], importId[at], member[at], split[at]] = row as [number, number, number, number, number];
    const own = row[LIMITS];
    if (typeof own === 'string') setLimits(limits, at, JSON.parse(own) as Limits);
    for (const [slot, column] of amounts.entries()) {
      const amount = row[LIMITS + 1 + slot];
      if (typeof amount === 'number') column[at] = amount;
    }
    at += 1;
  }
  return {
    day,
    to: last,
    importId,
    member,
    split,
    amounts: new Map(terms.map((term, slot) => [term, amounts[slot] ?? new Float64Array()])),
    limits,
  };
}

/** Its place among what is read of a row, behind which the amounts begin. */
const LIMITS = 5;

function setLimits(limits: Map<string, Map<number, Limit>>, at: number, own: Limits): void {
  for (const [term, limit] of Object.entries(own)) {
    const rows = limits.get(term) ?? new Map<number, Limit>();
    limits.set(term, rows.set(at, limit));
  }
}

/** What splits tell, as it is kept, by their place. */
function splitTexts(db: Db, ids: Int32Array): string[] {
  const find = db.prepare<[number], string>('SELECT dimensions FROM split WHERE id = ?').pluck();
  return [...ids].map((id) => find.get(id) ?? '{}');
}

interface Told {
  readonly vocabulary: Vocabulary;
  readonly members: Members;
  readonly splits: SplitDictionary;
  readonly texts: readonly string[];
}

/** What the rows of a feed know of each dimension of its grain. */
function codingsOf(feed: FeedRecord, rows: SegmentedRows, { vocabulary, members, splits, texts }: Told): Map<string, Coding> {
  const isBelowGroup = feed.grain.includes('ad') || feed.grain.includes('keyword');
  const grain = isBelowGroup && !feed.grain.includes('group') ? [...feed.grain, 'group'] : feed.grain;
  const codings = new Map<string, Coding>();
  for (const dimension of grain) {
    const id = vocabulary.idOf(dimension);
    if (isLevel(dimension))
      codings.set(id, { of: 'member', codes: rows.members.map((member) => members.pathOf(member).get(dimension) ?? NONE) });
    else codings.set(id, { of: 'split', codes: splitCodes(texts, id, vocabulary, splits) });
  }
  const hours = codings.get('hour');
  if (hours) codings.set(HOUR_OF_WEEK, hoursOfWeek(hours, splits));
  // Groups that only other reports tell are known where they are known of every row.
  const groups = codings.get('group')?.codes;
  if (grain !== feed.grain && (groups === undefined || groups.length === 0 || groups.includes(NONE))) codings.delete('group');
  return codings;
}

/** The codes of a dimension by split: words that have become this one are read as it. */
function splitCodes(texts: readonly string[], dimension: string, vocabulary: Vocabulary, splits: SplitDictionary): Int32Array {
  return Int32Array.from(texts, (text) => {
    const own = splits.codesOf(text).findLast(([word]) => vocabulary.idOf(word) === dimension);
    if (!own) return NONE;
    const [word, code] = own;
    return word === dimension ? code : splits.codeOf(dimension, splits.nameOf(word, code) ?? '');
  });
}

/** Monday at this hour, Tuesday at this hour … */
function hoursOfWeek({ codes }: Coding, splits: SplitDictionary): Coding {
  const of = (weekday: number, code: number): number =>
    code === NONE ? NONE : splits.codeOf(HOUR_OF_WEEK, hourOfWeek(MONDAY + weekday, splits.nameOf('hour', code) ?? ''));
  return {
    of: 'split',
    codes: Int32Array.from({ length: DAYS_A_WEEK * codes.length }, (_, at) =>
      of(Math.floor(at / codes.length), codes[at % codes.length] ?? NONE),
    ),
    byWeekday: true,
  };
}

/** 5 January 1970. */
const MONDAY = 4;
