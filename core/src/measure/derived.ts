import { HOUR_OF_WEEK, PAGE_PATH } from './dimension';
import { LEVELS, type Level } from './level';
import { isPartDimension } from './name-part';

const SUFFIX = ' as grouped';

/** The dimension of a grouping of members that is first called so; `taken` are those there are. */
export function groupingId(label: string, taken: readonly string[] = []): string {
  const own = `${label.trim().toLocaleLowerCase('en')}${SUFFIX}`;
  if (!taken.includes(own)) return own;
  let number = 2;
  while (taken.includes(`${number} ${own}`)) number += 1;
  return `${number} ${own}`;
}

export const isGrouping = (dimension: string): boolean => dimension.endsWith(SUFFIX);

/** Whether members of a level run, are paused or have ended. */
export const statusDimension = (level: Level): string => `${level} status`;
export const isStatus = (dimension: string): boolean => LEVELS.some((level) => statusDimension(level) === dimension);

/** What follows from another dimension: it makes no report finer that knows the other. */
export const isDerived = (dimension: string): boolean =>
  isPartDimension(dimension) || isGrouping(dimension) || isStatus(dimension) || dimension === HOUR_OF_WEEK || dimension === PAGE_PATH;
