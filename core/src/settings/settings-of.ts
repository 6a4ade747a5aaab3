import { eachAmount } from '../grain/each-amount';
import type { ClientTables } from '../grain/tables';
import type { Level } from '../measure/level';
import { termScale } from '../measure/term';
import { NONE } from '../rows/coding';
import { EVERY_DAY } from '../rows/rows';
import type { Day, DayRange } from '../time/day';

/** A setting of one member: what it is now and since when. */
export interface Setting {
  readonly value: number;
  /** The last day seen with this value. */
  readonly asOf: Day;
  /** The first day of the run of equal values; a change happened on it unless it is the first day known. */
  readonly since: Day;
  /** Whether an earlier day had another value. */
  readonly changed: boolean;
  /** The last day of which a report that tells it of this member told it of any. */
  readonly toldUntil: Day;
}

/** Hierarchy from the deepest level up. */
const DEPTHS = ['ad', 'keyword', 'group', 'campaign'] as const;

/** The level whose members the settings of a report are of: the deepest it knows. */
export const settingLevel = (grain: { has(dimension: string): boolean }): Level | undefined => DEPTHS.find((each) => grain.has(each));

/** What a setting of a member is kept under: "campaign 12" or "ad 31". */
export const settingKey = (level: string, code: number | string): string => `${level} ${code}`;

/** Reads a setting (a daily budget, whether it runs) of every member that delivers it on some days, by settingKey. */
export function settingsOf(tables: ClientTables, measure: string, days: DayRange = EVERY_DAY): Map<string, Setting> {
  const scale = termScale(tables.vocabulary.measureTerm(measure));
  const seen = new Map<string, { toldUntil: Day; values: { day: Day; value: number }[] }>();
  for (const feed of tables.feeds) {
    const level = settingLevel(feed.dimensions);
    if (level === undefined || !feed.rows.columns.has(measure)) continue;
    const own = new Set<string>();
    let toldUntil = -Infinity;
    eachAmount(feed, { column: measure, days, dimension: level }, (value, day, code) => {
      if (code === NONE) return;
      toldUntil = Math.max(toldUntil, day);
      const key = settingKey(level, code);
      own.add(key);
      const told = seen.get(key) ?? { toldUntil: day, values: [] };
      seen.set(key, told);
      told.values.push({ day, value: value / scale });
    });
    for (const key of own) {
      const told = seen.get(key);
      if (told) told.toldUntil = Math.max(told.toldUntil, toldUntil);
    }
  }
  return new Map([...seen].map(([key, { values, toldUntil }]) => [key, { ...latest(values), toldUntil }]));
}

function latest(values: { day: Day; value: number }[]): Omit<Setting, 'toldUntil'> {
  const ordered = values.sort((a, b) => b.day - a.day);
  const last = ordered[0] ?? { day: 0, value: 0 };
  const different = ordered.findIndex((each) => each.value !== last.value);
  const since = ordered[(different < 0 ? ordered.length : different) - 1] ?? last;
  return { value: last.value, asOf: last.day, since: since.day, changed: different >= 0 };
}
