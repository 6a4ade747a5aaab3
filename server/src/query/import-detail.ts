import type { ImportDetail } from '@lens/contract';
import { addingOf, MILLIONTHS, roleKey, shapeOf, stepText, termScale, termUnit, type Vocabulary } from '@lens/core';
import type { Db } from '../store/database';
import { columnsOf, type FeedRecord, feedsOf } from '../store/feeds';
import { findImport, type ImportRecord } from '../store/imports';
import { thingSums, THING_WORDS } from '../store/row-tables';
import { vocabularyOf } from '../store/vocabulary';
import { changedMembers, readingOf, versionOf } from '../store/versions';
import type { ClientData } from './client-data';

/** What an import of a client read and changed, against an earlier one or what was there before; undefined where there is none. */
export function importDetail(data: ClientData, client: string, importId: number, against: number | null): ImportDetail | undefined {
  const record = findImport(data.db, importId);
  const feed = record && feedsOf(data.db, client).find(({ id }) => id === record.feedId);
  if (!record || !feed || (against !== null && findImport(data.db, against)?.feedId !== feed.id)) return undefined;
  return detailOf(data.db, record, feed, against, vocabularyOf(data.db, client));
}

/** How an import read its file, and the sums of its days after it and after an earlier one; the one just before it where none is named. */
function detailOf(db: Db, record: ImportRecord, feed: FeedRecord, against: number | null, vocabulary: Vocabulary): ImportDetail {
  const earlier = against ?? record.id - 1;
  const reading = readingOf(db, record.id);
  const headers = reading ? shapeOf(reading.headers, reading.mapping.steps).headers : [];
  const before = versionOf(db, feed, record, earlier, vocabulary);
  const after = versionOf(db, feed, record, record.id, vocabulary);
  return {
    columns: (reading?.mapping.columns ?? []).flatMap((role, at) => {
      const header = headers[at];
      return role.role === 'ignore' || header === undefined ? [] : [{ header, means: roleKey(role) }];
    }),
    steps: (reading?.mapping.steps ?? []).map(stepText),
    against,
    rowsBefore: before.rows,
    rowsAfter: after.rows,
    terms: amountsOf(db, feed, vocabulary).flatMap(({ term, unit, scale }, slot) => {
      const whole = (sum: number | null | undefined): number | null => (sum === null || sum === undefined ? null : sum / scale);
      return unit === null ? [] : [{ term, unit, before: whole(before.sums[slot]), after: whole(after.sums[slot]) }];
    }),
    members: changedMembers(db, feed, record, { earlier, later: record.id }),
  };
}

interface Amount {
  readonly term: string;
  /** Null for what is never summed. */
  readonly unit: 'money' | 'count' | null;
  readonly scale: number;
}

/** What the sums of a version of a feed are sums of. */
function amountsOf(db: Db, { id, kind, action, mapping }: FeedRecord, vocabulary: Vocabulary): Amount[] {
  const sums = kind === 'report' ? [] : thingSums(kind, mapping, vocabulary);
  if (kind !== 'report' && kind !== 'orders')
    return [{ term: THING_WORDS[kind], unit: 'count', scale: MILLIONTHS }, ...sums.map((sum) => ({ ...sum, scale: MILLIONTHS }))];
  const parts = ['count', ...sums.map(({ term }) => term)];
  const terms = kind === 'report' ? columnsOf(db, id) : parts.map((part) => `${action}.${part}.${mapping.countedBy}.sale`);
  return terms.map((term) => {
    const of = vocabulary.termOfKey(term);
    return { term, unit: addingOf(of) !== 'adds' ? null : termUnit(of) === 'money' ? 'money' : 'count', scale: termScale(of) };
  });
}
