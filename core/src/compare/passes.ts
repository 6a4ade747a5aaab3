import { accumulate, type Ask, type Bucket, type Sums, type Visitor } from '../grain/accumulate';
import type { ClientTables } from '../grain/tables';
import { dayCode, type DayDimension, isDayDimension, isRowDimension, passable } from '../question/dimensions';
import type { Day } from '../time/day';

/** Days that are summed, and how far they lie from those whose weeks and months they are compared with. */
export interface AskedBucket extends Bucket {
  readonly shift?: number;
}

/** Some of the buckets of a pass: those with the same codes in its dimensions of days, by the bucket asked for that they are of. */
export interface Slice {
  readonly codes: ReadonlyMap<string, number>;
  readonly buckets: readonly (readonly number[])[];
  /** Days of the first bucket asked for that lie in it. */
  readonly days: number;
}

/**
 * The rows summed once more for each way in which days are split. A row of a whole month answers the month, and no
 * week of it, so what lies above a split of days is not the sum of what lies below it.
 */
export interface Pass {
  readonly sums: Sums;
  readonly slices: readonly Slice[];
}

/** The passes of a question by the rows down to which each answers. */
export type Passes = (depth: number) => Pass;

export function passesOf(
  tables: ClientTables,
  rows: readonly string[],
  asked: readonly AskedBucket[],
  ask: Omit<Ask, 'levels' | 'buckets' | 'passable'>,
  visit: Visitor | undefined,
): Passes {
  const made = new Map<string, Pass>();
  const levelsMay = passable(rows);
  return (depth) => {
    const dimensions = rows.slice(0, depth).filter(isDayDimension);
    const key = dimensions.join();
    let pass = made.get(key);
    if (!pass) {
      // The deepest rows that this way of splitting days answers.
      const next = rows.findIndex((dimension, at) => at >= depth && isDayDimension(dimension));
      const levels = rows.slice(0, next < 0 ? rows.length : next).filter(isRowDimension);
      const { buckets, slices } = sliced(asked, dimensions);
      pass = { sums: accumulate(tables, { ...ask, levels, buckets, passable: levelsMay }, visit), slices };
      made.set(key, pass);
    }
    return pass;
  };
}

/** Cuts buckets where what is told of their days changes. */
function sliced(asked: readonly AskedBucket[], dimensions: readonly DayDimension[]): { buckets: Bucket[]; slices: Slice[] } {
  const buckets: Bucket[] = [];
  const slices = new Map<string, { codes: Slice['codes']; buckets: number[][]; days: number }>();
  for (const [of, { shift = 0, ...bucket }] of asked.entries()) {
    const codesOn = (day: Day): (readonly [string, number])[] =>
      dimensions.map((dimension) => [dimension, dayCode(dimension, day + shift)] as const);
    for (let from = bucket.from; from <= bucket.to;) {
      const codes = codesOn(from);
      const key = codes.join();
      let to = dimensions.length === 0 ? bucket.to : from;
      while (to < bucket.to && codesOn(to + 1).join() === key) to += 1;
      let slice = slices.get(key);
      if (!slice) slices.set(key, (slice = { codes: new Map(codes), buckets: asked.map(() => []), days: 0 }));
      slice.buckets[of]?.push(buckets.push({ ...bucket, from, to }) - 1);
      if (of === 0) slice.days += to - from + 1;
      from = to + 1;
    }
  }
  return { buckets, slices: [...slices.values()] };
}
