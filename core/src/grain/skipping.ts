import { NONE } from '../rows/coding';
import type { FeedTable } from './tables';

/** Levels, outermost first, and those of them that a report which lacks them passes over. */
export interface Levels {
  readonly levels: readonly string[];
  readonly passable: ReadonlySet<string>;
}

/** Whether a feed has one of these levels without one that lies above it and may be passed over. */
export function skipsLevels({ dimensions }: FeedTable, { levels, passable }: Levels): boolean {
  const missing = levels.findIndex((each) => passable.has(each) && !dimensions.has(each));
  return missing >= 0 && levels.slice(missing + 1).some((each) => dimensions.has(each));
}

const passing = new WeakMap<FeedTable, Map<string, boolean>>();

/** Whether rows of a feed pass over a level: it lacks the level, or has lines that leave it empty. */
export function passesOver(feed: FeedTable, dimension: string): boolean {
  const known = passing.get(feed) ?? new Map<string, boolean>();
  passing.set(feed, known);
  const found = known.get(dimension) ?? feed.codes.get(dimension)?.codes.includes(NONE) ?? true;
  known.set(dimension, found);
  return found;
}
