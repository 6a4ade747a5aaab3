import type { ImportDetail } from '@lens/contract';
import { type Action, measureNamed, type MeasureName, roleKey, termScale } from '@lens/core';
import type { Db } from '../store/database';
import { columnsOf, type FeedRecord } from '../store/feeds';
import type { ImportRecord } from '../store/imports';
import { readingOf, versionOf } from '../store/versions';

/** How an import read its file, and the sums of its days before and after it. */
export function detailOf(db: Db, record: ImportRecord, feed: FeedRecord): ImportDetail {
  const reading = readingOf(db, record.id);
  const before = versionOf(db, feed, record, record.id - 1);
  const after = versionOf(db, feed, record, record.id);
  const terms = feed.kind === 'report' ? columnsOf(db, feed.id) : ['count', 'value'].map((part) => `${feed.action}.${part}.orders.sale`);
  return {
    columns: (reading?.mapping.columns ?? []).flatMap((role, at) => {
      const header = reading?.headers[at];
      return role.role === 'ignore' || header === undefined ? [] : [{ header, means: roleKey(role) }];
    }),
    rowsBefore: before.rows,
    rowsAfter: after.rows,
    terms: terms.flatMap((term, slot) => {
      if (isSetting(term)) return [];
      const { scale, unit } = unitOf(term);
      const whole = (sum: number | null | undefined): number | null => (sum === null || sum === undefined ? null : sum / scale);
      return [{ term, unit, before: whole(before.sums[slot]), after: whole(after.sums[slot]) }];
    }),
  };
}

const isOutcome = (term: string): boolean => term.includes('.');
const isSetting = (term: string): boolean => !isOutcome(term) && measureNamed(term as MeasureName).additivity === 'setting';

function unitOf(term: string): { scale: number; unit: 'money' | 'count' } {
  if (!isOutcome(term)) {
    const { name, unit } = measureNamed(term as MeasureName);
    return { scale: termScale({ kind: 'measure', measure: name as MeasureName }), unit: unit === 'money' ? 'money' : 'count' };
  }
  const [action, part] = term.split('.');
  const scale = termScale({ kind: 'outcome', part: 'count', action: action as Action });
  return { scale, unit: part === 'value' ? 'money' : 'count' };
}
