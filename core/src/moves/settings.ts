import { eachAmount } from '../grain/each-amount';
import { NONE } from '../rows/coding';
import type { ClientTables } from '../grain/tables';
import { termScale } from '../measure/term';
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
}

/** Hierarchy from the deepest level up; a settings row belongs to the deepest its feed knows. */
const DEPTHS = ['ad', 'keyword', 'group', 'campaign'];

/**
 * Reads a setting (a daily budget, whether it runs) of every member that delivers it, up to and
 * including `days.to`. Keys are "campaign 12" or "ad 31".
 */
export function settingsOf(tables: ClientTables, measure: string, days: DayRange): Map<string, Setting> {
  const scale = termScale(tables.vocabulary.measureTerm(measure));
  const seen = new Map<string, { day: Day; value: number }[]>();
  for (const feed of tables.feeds) {
    const level = DEPTHS.find((each) => feed.dimensions.has(each));
    if (level === undefined) continue;
    eachAmount(feed, { column: measure, days, dimension: level }, (value, day, code) => {
      if (code === NONE) return;
      const key = `${level} ${code}`;
      const own = seen.get(key) ?? [];
      seen.set(key, own);
      own.push({ day, value: value / scale });
    });
  }
  return new Map([...seen].map(([key, values]) => [key, latest(values)]));
}

function latest(values: { day: Day; value: number }[]): Setting {
  const ordered = values.sort((a, b) => b.day - a.day);
  const last = ordered[0] ?? { day: 0, value: 0 };
  const different = ordered.findIndex((each) => each.value !== last.value);
  const since = ordered[(different < 0 ? ordered.length : different) - 1] ?? last;
  return { value: last.value, asOf: last.day, since: since.day, changed: different >= 0 };
}
