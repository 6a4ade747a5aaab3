import type { AccountInfo, ClientInfo } from '../grain/tables';
import { isGrouping, isStatus } from '../measure/derived';
import { HOUR, HOUR_OF_WEEK, PAGE_PATH } from '../measure/dimension';
import { HOLDERS, isLevel } from '../measure/level';
import { isPartDimension } from '../measure/name-part';
import type { Vocabulary } from '../measure/vocabulary';
import { type Day, firstOfMonth, weekday } from '../time/day';

/** What an account tells of all its rows. */
export const ACCOUNT_DIMENSIONS = ['client', 'channel kind', 'channel', 'account'] as const;
export type AccountDimension = (typeof ACCOUNT_DIMENSIONS)[number];

/** What follows from the day a row counts on. */
export const DAY_DIMENSIONS = ['month', 'week', 'weekday', 'day'] as const;
export type DayDimension = (typeof DAY_DIMENSIONS)[number];

export const isAccountDimension = (dimension: string): dimension is AccountDimension =>
  ACCOUNT_DIMENSIONS.some((each) => each === dimension);
export const isDayDimension = (dimension: string): dimension is DayDimension => DAY_DIMENSIONS.some((each) => each === dimension);

/** Whether the members of a dimension have an order of their own, by what they are called: hours, ages, days. */
export const isInOrder = (dimension: string): boolean => isDayDimension(dimension) || [HOUR, HOUR_OF_WEEK, 'age'].includes(dimension);

/** What an account tells of such a dimension. */
export function accountCode(
  dimension: AccountDimension,
  { id, client = 0, channel, kind }: AccountInfo,
  clients: readonly ClientInfo[],
): string {
  return { client: clients[client]?.id ?? '', 'channel kind': kind ?? '', channel, account: id }[dimension];
}

/** What a day tells of such a dimension: the first day of its month or week, itself, or its place in the week from Monday on. */
export function dayCode(dimension: DayDimension, day: Day): number {
  switch (dimension) {
    case 'month':
      return firstOfMonth(day);
    case 'week':
      return day - weekday(day);
    case 'weekday':
      return weekday(day);
    case 'day':
      return day;
  }
}

/** Whether each row of a report has its own value of a dimension, instead of what its account or its day tell. */
export const isRowDimension = (dimension: string): boolean => !isAccountDimension(dimension) && !isDayDimension(dimension);

/** Whether the rows of an answer can be split by something of that name. */
export function canSplitBy(dimension: string, { has }: Vocabulary): boolean {
  if (isGrouping(dimension)) return has.grouping(dimension);
  const isOfAll = isLevel(dimension) || isPartDimension(dimension) || isStatus(dimension) || dimension === HOUR || dimension === PAGE_PATH;
  return isOfAll || !isRowDimension(dimension) || has.dimension(dimension);
}

/**
 * The levels, among the rows of an answer, that a report which lacks them passes over. Beside the levels that hold
 * others it is the keyword of a search term. What follows a level passed over must be told by rows itself.
 */
export function passable(rows: readonly string[]): ReadonlySet<string> {
  return new Set(
    rows.filter((dimension, at) => {
      const next = rows[at + 1];
      if (next === undefined || !isRowDimension(next)) return false;
      return HOLDERS.has(dimension) || (dimension === 'keyword' && next === 'search term');
    }),
  );
}
