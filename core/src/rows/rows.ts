import type { Limit } from '../intake/limit';
import type { DayRange } from '../time/day';

/** An amount of one row that is known only within limits; among the amounts it is NaN. */
export type Limited = readonly [row: number, limit: Limit];

/** Some rows of a report that lie together. Its arrays are used again for the next chunk; they may be longer than its rows. */
export interface Chunk {
  /** Number of its first row among all rows of the report. */
  readonly first: number;
  readonly length: number;
  readonly day: Int32Array;
  /** The last day each row stands for: its day, or one after it. */
  readonly to: Int32Array;
  /** Places in the report's list of members and in its list of splits (device, hour, age …). */
  readonly member: Int32Array;
  readonly split: Int32Array;
  /** The imports they came with; written when they are asked for. */
  importIds(): Int32Array;
  /** In the order of the columns asked for, in stored units (see termScale); NaN where a row says "not measured". */
  readonly amounts: readonly Float64Array[];
  /** In the same order; rows are counted from the chunk's first. */
  readonly limited: readonly (readonly Limited[])[];
}

/** The one narrow door through which rows of a report reach the sums. */
export interface Rows {
  readonly length: number;
  /** Ids of its members and of its splits, by place. */
  readonly members: Int32Array;
  readonly splits: Int32Array;
  /** Term keys of the amounts it has. */
  readonly columns: ReadonlySet<string>;
  /** Every run of several days that some row stands for, once. */
  readonly spans: readonly DayRange[];
  /** Runs of days outside of which every row measures a column. */
  mayLack(column: string): readonly DayRange[];
  /** Hands over the rows whose (first) day is one of these, by day. A column the report has not is NaN throughout. */
  scan(days: DayRange, columns: readonly string[], each: (chunk: Chunk) => void): void;
}

/** No chunk has more rows: it fits the processor's caches. */
export const MOST_ROWS = 8192;

/** All days there are. */
export const EVERY_DAY: DayRange = { from: -(2 ** 30), to: 2 ** 30 };

/** The days on which rows may begin that stand for one of these days. */
export const beginningIn = ({ spans }: Pick<Rows, 'spans'>, { from, to }: DayRange): DayRange => ({
  from: spans.reduce((first, span) => (span.to >= from && span.from < first ? span.from : first), from),
  to,
});
