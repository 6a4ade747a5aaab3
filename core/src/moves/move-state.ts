import type { Setting } from '../settings/settings-of';
import type { Day } from '../time/day';
import { type SettingChange, writtenValues } from './setting-change';

/** How an accepted move stands by what reports say of its setting since. */
export const MOVE_STATES = ['waits', 'done', 'changed otherwise', 'not told'] as const;
export type MoveState = (typeof MOVE_STATES)[number];

/** The setting that a change is of: how its channel is told it. */
export const SETTING_OF = { 'daily budget': 'daily budget', status: 'running' } as const satisfies Record<SettingChange['field'], string>;

/** What a setting is now, as changes write it. */
const writtenNow = ({ field }: SettingChange, { value }: Setting): string =>
  field === 'status' ? (value === 1 ? 'running' : 'paused') : value.toFixed(2);

/**
 * Whether a move that was accepted on a day has been carried out: its setting has the new value; or still waits: it has the old
 * one, and was not changed back to it afterwards, which is a new state of things. `since` is the first day of the value that
 * is not the old one any more.
 */
export function stateOfMove(
  change: SettingChange,
  decidedOn: Day,
  setting: Setting | undefined,
): { readonly state: MoveState; readonly since: Day | null } {
  if (!setting) return { state: 'not told', since: null };
  const [from, to] = writtenValues(change);
  const now = writtenNow(change, setting);
  if (now === to) return { state: 'done', since: setting.since };
  const isBack = setting.changed && setting.since > decidedOn;
  return now === from && !isBack ? { state: 'waits', since: null } : { state: 'changed otherwise', since: setting.since };
}
