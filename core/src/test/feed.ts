import type { FeedTable } from '../grain/tables';
import type { Limit } from '../intake/limit';
import { isLevel } from '../measure/level';
import type { Coding } from '../rows/coding';
import { segmentsOf, headOf } from '../rows/segment';
import { SegmentedRows } from '../rows/segmented-rows';

/** For tests: the rows of a report as they are thought of, one array a column. */
export interface PlainColumns {
  readonly day: Int32Array;
  readonly to?: Int32Array | undefined;
  readonly importId: Int32Array;
  readonly codes: ReadonlyMap<string, Int32Array>;
  readonly amounts: ReadonlyMap<string, Float64Array>;
  readonly limits?: ReadonlyMap<string, ReadonlyMap<number, Limit>> | undefined;
}

/** A report that can be made again with some of its columns changed. */
export interface PlainFeed extends FeedTable {
  readonly plain: PlainColumns;
}

/** A report of these columns, kept the way real ones are. */
export function feedOf(about: Omit<FeedTable, 'rows' | 'codes'>, plain: PlainColumns): PlainFeed {
  const order = Array.from(plain.day.keys()).sort((a, b) => (plain.day[a] ?? 0) - (plain.day[b] ?? 0));
  const sorted = <T extends Int32Array | Float64Array>(column: T): T => column.map((_, at) => column[order[at] ?? 0] ?? NaN) as T;
  const dimensions = [...plain.codes.keys()];
  const lists = {
    member: new Tuples(plain, dimensions.filter(isLevel)),
    split: new Tuples(
      plain,
      dimensions.filter((each) => !isLevel(each)),
    ),
  };
  const segments = segmentsOf({
    day: sorted(plain.day),
    ...(plain.to ? { to: sorted(plain.to) } : {}),
    importId: sorted(plain.importId),
    member: sorted(lists.member.ids),
    split: sorted(lists.split.ids),
    amounts: new Map([...plain.amounts].map(([key, amounts]) => [key, sorted(amounts)])),
    limits: new Map(
      [...(plain.limits ?? [])].map(([key, limits]) => [key, new Map([...limits].map(([row, limit]) => [order.indexOf(row), limit]))]),
    ),
  });
  const rows = new SegmentedRows(
    segments.map((segment) => ({ head: headOf(segment), segment: () => segment })),
    undefined,
    [...plain.amounts.keys()],
  );
  const coding = (dimension: string): Coding => {
    const of = isLevel(dimension) ? 'member' : 'split';
    return { of, codes: rows[`${of}s`].map((id) => lists[of].codeOf(id, dimension)) };
  };
  return { ...about, rows, codes: new Map(dimensions.map((dimension) => [dimension, coding(dimension)])), plain };
}

/** The columns a report was made of by a test. */
export function plainOf(feed: FeedTable | undefined): PlainColumns {
  if (!feed || !('plain' in feed)) throw new Error('The report is not one of a test');
  return (feed as PlainFeed).plain;
}

/** The same report with other columns. */
export const changed = (feed: FeedTable, columns: Partial<PlainColumns>): PlainFeed => feedOf(feed, { ...plainOf(feed), ...columns });

/** The same report with more amounts, or others: one for all rows, or one of each, in stored units. */
export function withAmounts(feed: FeedTable, amounts: Readonly<Record<string, number | ((row: number) => number)>>): PlainFeed {
  const { amounts: own, day } = plainOf(feed);
  const column = (of: number | ((row: number) => number)) => Float64Array.from(day, (_, row) => (typeof of === 'number' ? of : of(row)));
  return changed(feed, { amounts: new Map([...own, ...Object.entries(amounts).map(([key, of]) => [key, column(of)] as const)]) });
}

/** The different codes that rows have together, each with an id. */
class Tuples {
  readonly ids: Int32Array;
  private readonly rowOf: number[] = [];

  constructor(
    private readonly plain: PlainColumns,
    dimensions: readonly string[],
  ) {
    const known = new Map<string, number>();
    this.ids = plain.day.map((_, row) => {
      const key = dimensions.map((dimension) => plain.codes.get(dimension)?.[row]).join();
      const id = known.get(key) ?? this.rowOf.push(row) - 1;
      known.set(key, id);
      return id;
    });
  }

  codeOf(id: number, dimension: string): number {
    return this.plain.codes.get(dimension)?.[this.rowOf[id] ?? 0] ?? NaN;
  }
}
