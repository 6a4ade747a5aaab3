import type { Day } from '../time/day';
import { NONE } from '../rows/coding';
import type { Cover, FeedTable, OrderTable } from './tables';

const HOURS = 24;

/** Whether a cover declares a cell, in whole or in part; NONE asks for any campaign. */
const declares = ({ from, to, campaigns }: Cover, campaign: number, day: Day): boolean =>
  from <= day && day <= to && (campaigns === 'all' || campaign === NONE || campaigns.has(campaign));

/** The newest import that declares the cell, or undefined where none does. */
export function newestCover(covers: readonly Cover[], campaign: number, day: Day): number | undefined {
  let newest: number | undefined;
  for (const cover of covers)
    if (declares(cover, campaign, day) && (newest === undefined || cover.importId > newest)) newest = cover.importId;
  return newest;
}

const known = new WeakMap<readonly Cover[], boolean>();

/** Whether any import of a feed declares hours: of most none does. */
function hasHours(covers: readonly Cover[]): boolean {
  let found = known.get(covers);
  if (found === undefined) {
    found = covers.some(({ hours }) => hours);
    known.set(covers, found);
  }
  return found;
}

/**
 * Whether every hour of a cell's day is declared: a file of hours in another zone begins and ends in the
 * middle of one, and only with its neighbour is that day whole.
 */
export function coversWhole(covers: readonly Cover[], campaign: number, day: Day): boolean {
  if (!hasHours(covers)) return true;
  const own = covers.filter((cover) => declares(cover, campaign, day));
  if (own.some(({ hours }) => !hours)) return true;
  const declared = new Set<number>();
  for (const { hours } of own)
    for (let hour = 0; hour < HOURS; hour++) {
      const at = day * HOURS + hour;
      if (hours && hours.from <= at && at <= hours.to) declared.add(hour);
    }
  return declared.size === HOURS;
}

/** Whether a line of a cell could not be read in the import that answers for it: what it said is missing. */
export const hasUnread = ({ unread, covers }: Pick<FeedTable, 'unread' | 'covers'>, campaign: number, day: Day): boolean =>
  unread?.some(
    (line) =>
      (line.day === null || line.day === day) &&
      (line.campaign === null || campaign === NONE || line.campaign === campaign) &&
      newestCover(covers, campaign, day) === line.importId,
  ) ?? false;

/** Whether a list of outcomes is known as a whole on a day. */
export const listKnows = (table: OrderTable, day: Day): boolean =>
  newestCover(table.covers, NONE, day) !== undefined && !hasUnread(table, NONE, day);
