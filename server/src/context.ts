import type { Clock } from '@lens/contract';
import { dayInZone, formatDay, parseDay } from '@lens/core';
import type { Drawer } from './draw/drawer';
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
  readonly drawer: Drawer;
  /** The machine's clock, passed in so that nothing else reads it. */
  readonly now: () => Date;
}

/** Today: fixed in the demonstration, else the machine's day. `zone` decides when a day begins. */
export function clockOf({ db, now }: Context, zone = 'UTC'): Clock {
  const fixed = parseDay(readSetting(db, 'today') ?? '');
  return fixed === undefined ? { today: dayInZone(now().getTime(), zone), fixed: false } : { today: fixed, fixed: true };
}

const MS_PER_DAY = 86_400_000;
const MS_PER_HOUR = 3_600_000;

/**
 * The moment things are written down with: now; in the demonstration the same time of the fixed day. It
 * lies on today in the zone it is asked for, so that what is written down today is known today.
 */
export function momentOf(context: Context, zone = 'UTC'): string {
  const { today } = clockOf(context, zone);
  const now = context.now().getTime();
  const moved = now + (today - dayInZone(now, zone)) * MS_PER_DAY;
  // Moved over a clock change it may lie an hour beyond midnight.
  const missed = today - dayInZone(moved, zone);
  return new Date(moved + Math.sign(missed) * MS_PER_HOUR).toISOString();
}

export function fixClock({ db }: Context, today: number | null): void {
  writeSetting(db, 'today', today === null ? null : formatDay(today));
}
