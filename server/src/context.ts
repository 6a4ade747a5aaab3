import type { Clock } from '@lens/contract';
import { dayInZone, formatDay, parseDay } from '@lens/core';
import type { IntakeRunner } from './intake/runner';
import type { Queries } from './query/queries';
import type { Db } from './store/database';
import { readSetting, writeSetting } from './store/settings';

/** What routes work with. One is made at start; tests make their own. */
export interface Context {
  readonly db: Db;
  readonly dataFolder: string;
  readonly queries: Queries;
  readonly intake: IntakeRunner;
  /** The machine's clock, passed in so that nothing else reads it. */
  readonly now: () => Date;
}

/** Today: fixed in the demonstration, else the machine's day. `zone` decides when a day begins. */
export function clockOf({ db, now }: Context, zone = 'UTC'): Clock {
  const fixed = parseDay(readSetting(db, 'today') ?? '');
  return fixed === undefined ? { today: dayInZone(now().getTime(), zone), fixed: false } : { today: fixed, fixed: true };
}

/** The moment things are written down with: now, on the fixed day in the demonstration. */
export function momentOf(context: Context): string {
  const { today, fixed } = clockOf(context);
  const now = context.now().toISOString();
  return fixed ? formatDay(today) + now.slice(10) : now;
}

export function fixClock({ db }: Context, today: number | null): void {
  writeSetting(db, 'today', today === null ? null : formatDay(today));
}
