import type { ImportDetail } from '@lens/contract';
import { isSetting, roleKey, shapeOf, stepText, termOfKey, termScale, termUnit } from '@lens/core';
import type { Db } from '../store/database';
import { columnsOf, type FeedRecord } from '../store/feeds';
import type { ImportRecord } from '../store/imports';
import { readingOf, versionOf } from '../store/versions';

/** How an import read its file, and the sums of its days before and after it. */
export function detailOf(db: Db, record: ImportRecord, feed: FeedRecord): ImportDetail {
  const reading = readingOf(db, record.id);
  const headers = reading ? shapeOf(reading.headers, reading.mapping.steps).headers : [];
  const before = versionOf(db, feed, record, record.id - 1);
  const after = versionOf(db, feed, record, record.id);
  const terms = feed.kind === 'report' ? columnsOf(db, feed.id) : ['count', 'value'].map((part) => `${feed.action}.${part}.orders.sale`);
  return {
    columns: (reading?.mapping.columns ?? []).flatMap((role, at) => {
      const header = headers[at];
      return role.role === 'ignore' || header === undefined ? [] : [{ header, means: roleKey(role) }];
    }),
    steps: (reading?.mapping.steps ?? []).map(stepText),
    rowsBefore: before.rows,
    rowsAfter: after.rows,
    terms: terms.flatMap((term, slot) => {
      if (isSetting(term)) return [];
      const of = termOfKey(term);
      const whole = (sum: number | null | undefined): number | null => (sum === null || sum === undefined ? null : sum / termScale(of));
      return [
        { term, unit: termUnit(of) === 'money' ? 'money' : 'count', before: whole(before.sums[slot]), after: whole(after.sums[slot]) },
      ];
    }),
  };
}
