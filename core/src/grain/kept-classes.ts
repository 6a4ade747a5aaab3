import type { Coding } from '../rows/coding';
import { RolledRows } from '../rows/rolled-rows';
import { type Classes, classesOf } from './classes';
import type { FeedTable } from './tables';

/** Sets of dimensions whose classes, and whose sums by day, are kept for one report: those asked for last. */
const MOST_CLASSES = 12;
const MOST_ROLLED = 6;

/** Names that are read another way make other codes: everything kept goes by them. */
const classes = new WeakMap<FeedTable['codes'], Map<string, Classes>>();
const rolled = new WeakMap<FeedTable['codes'], Map<string, RolledRows>>();

/** The classes of a report's members or splits by what is told of some dimensions. */
export function classesBy(feed: FeedTable, of: Coding['of'], dimensions: readonly string[]): Classes {
  const own = new Map([...feed.codes].filter(([dimension, coding]) => coding.of === of && dimensions.includes(dimension)));
  const codings = [...own.values()];
  return kept(classes, feed, `${of} ${[...own.keys()].join()}`, MOST_CLASSES, () =>
    classesOf(
      feed.rows[`${of}s`].length,
      codings,
      codings.some(({ byWeekday }) => byWeekday),
    ),
  );
}

/** The rows of a report summed by day and some dimensions; undefined where they cannot be. */
export function rolledBy(feed: FeedTable, dimensions: readonly string[]): RolledRows | undefined {
  const [members, splits] = [classesBy(feed, 'member', dimensions), classesBy(feed, 'split', dimensions)];
  if (feed.rows.spans.length > 0 || members.byWeekday || splits.byWeekday) return undefined;
  return kept(rolled, feed, [...new Set(dimensions)].toSorted().join(), MOST_ROLLED, () => new RolledRows(members, splits));
}

function kept<Kept>(
  all: WeakMap<FeedTable['codes'], Map<string, Kept>>,
  { codes }: FeedTable,
  key: string,
  most: number,
  make: () => Kept,
): Kept {
  const own = all.get(codes) ?? new Map<string, Kept>();
  all.set(codes, own);
  const found = own.get(key) ?? make();
  own.delete(key);
  own.set(key, found);
  for (const oldest of own.keys()) if (own.size > most) own.delete(oldest);
  return found;
}
