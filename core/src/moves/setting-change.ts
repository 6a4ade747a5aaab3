import type { WeekHours } from '../dayparts/accepting';
import { weekHoursTexts } from '../dayparts/hours-text';

/** Whether something runs, as its channel is told. */
export const RUN_STATES = ['running', 'paused'] as const;
export type RunState = (typeof RUN_STATES)[number];

/** Whether a campaign may be shown for words of searches, or in a part such as a placement. */
export const LIST_STATES = ['allowed', 'excluded'] as const;
export type ListState = (typeof LIST_STATES)[number];

/** What is put on a list of a campaign, or taken off it. */
interface ListChange {
  /** Words of searches, or the name of a part. */
  readonly what: string;
  readonly from: ListState;
  readonly to: ListState;
}

/** What is changed of something at a channel, from what it is now. Money in whole units of its account's currency. */
export type SettingChange =
  | { readonly field: 'daily budget'; readonly from: number; readonly to: number }
  | { readonly field: 'status'; readonly from: RunState; readonly to: RunState }
  | ({ readonly field: 'searches' } & ListChange)
  | ({ readonly field: 'part'; readonly dimension: string } & ListChange)
  /** Hours of the week in the zone of its account; none are all hours. */
  | { readonly field: 'schedule'; readonly from: readonly WeekHours[]; readonly to: readonly WeekHours[] };

/** Channels keep budgets in hundredths. */
export const cents = (amount: number): number => Math.round(amount * 100) / 100;

const ALL_HOURS = 'all hours';
const hoursWritten = (hours: readonly WeekHours[]): string => (hours.length === 0 ? ALL_HOURS : weekHoursTexts(hours).join(', '));

/** What it is now and what it is to be, as settings and sheets write it: “60.00”, “running”, “Mon–Fri 08:00–20:00”. */
export function writtenValues(change: SettingChange): readonly [from: string, to: string] {
  switch (change.field) {
    case 'daily budget':
      return [change.from.toFixed(2), change.to.toFixed(2)];
    case 'schedule':
      return [hoursWritten(change.from), hoursWritten(change.to)];
    default:
      return [change.from, change.to];
  }
}

/** What of its entity a change sets, whatever from and to. */
export const settingPath = (change: SettingChange): string[] => [
  change.field,
  ...('dimension' in change ? [change.dimension] : []),
  ...('what' in change ? [change.what] : []),
];

/** What within its entity a change is of: words of searches, a placement; empty for the entity itself. */
export const changedPart = (change: SettingChange): string => ('what' in change ? change.what : '');
