import type { Day } from '../time/day';
import { type SettingChange, writtenValues } from './setting-change';
import type { SettingNow } from './setting-now';

/** How an accepted move stands by what reports say of its setting since. */
export const MOVE_STATES = ['waits', 'done', 'changed otherwise', 'not told'] as const;
export type MoveState = (typeof MOVE_STATES)[number];

/** What is known of a move's way: null where it was dismissed, or not sent. */
interface OnItsWay {
  readonly standing: { readonly state: MoveState } | null;
  readonly sent: unknown;
}

/** Whether a move is accepted and not yet carried out, as far as anybody knows. */
export const isOpen = ({ standing }: Pick<OnItsWay, 'standing'>): boolean => standing?.state === 'waits' || standing?.state === 'not told';

/** Whether somebody is still to carry a move out. */
export const isToDo = (move: OnItsWay): boolean => isOpen(move) && !move.sent;

/**
 * Whether a move that was accepted on a day has been carried out: its setting has the new value; or still waits: it has the old
 * one, and was not changed back to it afterwards, which is a new state of things. What reports tell of days before the decision
 * says nothing of what came of it: the opposite of a move that was sent just now has the value that they still tell. `since` is
 * the first day of the value that is not the old one any more.
 */
export function stateOfMove(
  change: SettingChange,
  decidedOn: Day,
  setting: SettingNow | undefined,
): { readonly state: MoveState; readonly since: Day | null } {
  if (!setting) return { state: 'not told', since: null };
  const [from, to] = writtenValues(change);
  if (setting.written === to) return setting.asOf < decidedOn ? { state: 'waits', since: null } : { state: 'done', since: setting.since };
  const isBack = setting.changed && setting.since > decidedOn;
  return setting.written === from && !isBack ? { state: 'waits', since: null } : { state: 'changed otherwise', since: setting.since };
}
