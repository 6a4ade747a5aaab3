import { isLevel } from '../measure/level';
import type { Day } from '../time/day';
import { settingKey } from './settings-of';
import type { MemberStatus, Status } from './status';

/** What was changed last at the channel, as its change history tells it. */
export interface LastChange {
  readonly day: Day;
  /** What it was about. */
  readonly name: string;
  readonly field: string | null;
  readonly oldValue: string | null;
  readonly newValue: string | null;
}

/** What members are set to, by settingKey. */
export interface ToldSettings {
  readonly statuses: ReadonlyMap<string, MemberStatus>;
  readonly changes: ReadonlyMap<string, LastChange>;
}

/** What a row is set to, or the members in it. */
export interface RowSettings {
  /** “several” where members in it differ; null where nothing tells. */
  readonly status: Status | 'several' | null;
  /** Null where it has always been so, or members differ. */
  readonly since: Day | null;
  readonly change: LastChange | null;
}

/** Where a row of an answer lies. */
interface Placed {
  readonly key: string;
  readonly kind: string;
  readonly level: string;
  readonly code: number | string | null;
}

/**
 * What a row is set to: a campaign, ad … by what is told of itself, and what lies above campaigns by those in it.
 * Parts of a campaign that are told nothing of are told nothing: they are not what was set.
 */
export function rowSettings(
  { key, kind, level, code }: Placed,
  campaigns: Iterable<number>,
  { statuses, changes }: ToldSettings,
): RowSettings {
  const keys = keysOf();
  const told = keys.flatMap((each) => statuses.get(each) ?? []);
  const status = same(told.map((each) => each.status));
  const since = same(told.map((each) => each.since));
  const latest = keys.flatMap((each) => changes.get(each) ?? []).sort((a, b) => b.day - a.day)[0];
  return {
    status: told.length === 0 ? null : (status ?? 'several'),
    since: status === undefined ? null : (since ?? null),
    change: latest ?? null,
  };

  function keysOf(): string[] {
    if (kind === 'member' && isLevel(level)) return [settingKey(level, code ?? '')];
    if (/(^|\/)campaign:/.test(key)) return [];
    return [...campaigns].map((campaign) => settingKey('campaign', campaign));
  }
}

/** What all of them are; undefined where they differ, or there are none. */
const same = <T>(all: readonly T[]): T | undefined => (all.every((each) => each === all[0]) ? all[0] : undefined);
