import { isPartDimension } from '../measure/name-part';
import { type FeedTable, NONE } from './tables';

/**
 * Whether a level may be passed over by a report that lacks it: an ad without its ad group lies in its
 * campaign. What names tell may not: a name that breaks the rule is left out and told.
 */
export const canSkip = (dimension: string): boolean => !isPartDimension(dimension);

/** Whether a feed has one of these levels, outermost first, without one that lies above it. */
export function skipsLevels({ dimensions }: FeedTable, levels: readonly string[]): boolean {
  const missing = levels.findIndex((each) => canSkip(each) && !dimensions.has(each));
  return missing >= 0 && levels.slice(missing + 1).some((each) => dimensions.has(each));
}

const passing = new WeakMap<FeedTable, Map<string, boolean>>();

/** Whether rows of a feed pass over a level: it lacks the level, or has lines that leave it empty. */
export function passesOver(feed: FeedTable, dimension: string): boolean {
  const known = passing.get(feed) ?? new Map<string, boolean>();
  passing.set(feed, known);
  const found = known.get(dimension) ?? feed.codes.get(dimension)?.includes(NONE) ?? true;
  known.set(dimension, found);
  return found;
}
