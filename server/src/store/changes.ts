import type { DayRange, Level } from '@lens/core';
import type { Db } from './database';
import type { FeedRecord } from './feeds';
import { rowsAt } from './rows-at';

export interface ChangeRecord {
  /** What it says, which tells it apart from others. */
  readonly key: string;
  readonly day: number;
  readonly at: string;
  readonly level: Level | null;
  /** The channel's own number of what was changed. */
  readonly memberId: string | null;
  readonly name: string | null;
  readonly field: string | null;
  readonly oldValue: string | null;
  readonly newValue: string | null;
  readonly note: string | null;
  readonly by: string | null;
}

/** The changes that one feed tells of these days, under the names their members have now where it gives none. */
export function changesOf(db: Db, feed: FeedRecord, { from, to }: DayRange): ChangeRecord[] {
  return db
    .prepare<object, ChangeRecord>(
      `SELECT external_id AS key, day, at, level, member_id AS memberId, field, old_value AS oldValue, new_value AS newValue, note, person AS "by",
         coalesce(member_name, (SELECT name FROM member WHERE account_id = @account AND member.level = changed.level
           AND external_id = member_id LIMIT 1), member_id) AS name
       FROM ${rowsAt('change_row', null)} AS changed WHERE day BETWEEN @from AND @to`,
    )
    .all({ feed: feed.id, account: feed.account, from, to });
}
