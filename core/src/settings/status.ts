import type { ClientTables } from '../grain/tables';
import { type CodeOf, withDerived } from '../grain/with-derived';
import { statusDimension } from '../measure/derived';
import { LEVELS } from '../measure/level';
import { NONE } from '../rows/coding';
import type { Day } from '../time/day';
import { settingKey, settingsOf } from './settings-of';

/** Running or paused as its channel last told it; ended where the channel's reports no longer list it. */
export const STATUSES = ['running', 'paused', 'ended'] as const;
export type Status = (typeof STATUSES)[number];

export interface MemberStatus {
  readonly status: Status;
  /** The day it became so; null where it has been so as long as anything is known of it. */
  readonly since: Day | null;
}

/** A member that a report of settings has not listed for so many days has ended. */
const DAYS_UNLISTED = 7;
/** Whoever was not listed for so many days need not be looked for. */
const DAYS_LOOKED_AT = 92;

/** The status of every member that reports tell it of, by settingKey. */
export function statusesOf(tables: ClientTables, days?: { readonly from: Day; readonly to: Day }): Map<string, MemberStatus> {
  const settings = settingsOf(tables, 'running', days);
  return new Map(
    [...settings].map(([key, { value, asOf, since, changed, toldUntil }]): [string, MemberStatus] => {
      if (toldUntil - asOf >= DAYS_UNLISTED) return [key, { status: 'ended', since: asOf + 1 }];
      return [key, { status: value > 0 ? 'running' : 'paused', since: changed ? since : null }];
    }),
  );
}

/** Adds the status of members, as it was last told, to every table that knows them. */
export function withStatus(tables: ClientTables, codeOf: CodeOf): ClientTables {
  const told = tables.feeds.filter(({ rows }) => rows.columns.has('running'));
  const last = Math.max(...told.flatMap(({ covers }) => covers.map(({ to }) => to)));
  if (!Number.isFinite(last)) return tables;
  const statuses = statusesOf(tables, { from: last - DAYS_LOOKED_AT, to: last });
  return withDerived(
    tables,
    LEVELS.filter((level) => [...statuses.keys()].some((key) => key.startsWith(`${level} `))).map((level) => ({
      from: level,
      to: statusDimension(level),
      codeOf: (member) => {
        const own = statuses.get(settingKey(level, member));
        return own ? codeOf(statusDimension(level), own.status) : NONE;
      },
    })),
  );
}
