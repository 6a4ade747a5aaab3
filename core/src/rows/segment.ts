import type { Limit } from '../intake/limit';
import { type Day, type DayRange, daysInMonth, firstOfMonth } from '../time/day';
import { type Amounts, packAmounts } from './amounts';
import { coded, type Coded, type Narrow, narrow } from './narrow';

/** Rows as they come, sorted by day. */
export interface PlainRows {
  readonly day: Int32Array;
  /** The last day each row stands for; absent where every row stands for its day alone. */
  readonly to?: Int32Array | undefined;
  readonly importId: Int32Array;
  /** Ids of the member and of the split of each row. */
  readonly member: Int32Array;
  readonly split: Int32Array;
  /** By key as it is stored; NaN where a row says "not measured". */
  readonly amounts: ReadonlyMap<string, Float64Array>;
  /** Amounts known only within limits, by key and row; NaN among the amounts. */
  readonly limits?: ReadonlyMap<string, ReadonlyMap<number, Limit>> | undefined;
}

/** The rows of one report that begin in one month, in columns of little room. */
export interface Segment {
  /** The first day of the month. */
  readonly month: Day;
  readonly length: number;
  /** By day of the month the first of its rows, and behind the last day their end. */
  readonly starts: Uint32Array;
  /** Days each row stands for beyond its first; null where that are none. */
  readonly beyond: Narrow | null;
  readonly members: Coded;
  readonly splits: Coded;
  readonly importIds: Coded;
  readonly amounts: ReadonlyMap<string, Amounts>;
  readonly limits: ReadonlyMap<string, ReadonlyMap<number, Limit>>;
}

/** Cuts rows that are sorted by day into months. */
export function segmentsOf(rows: PlainRows): Segment[] {
  const segments: Segment[] = [];
  const { day } = rows;
  for (let from = 0; from < day.length;) {
    const month = firstOfMonth(day[from] ?? 0);
    const last = month + daysInMonth(month);
    let end = from;
    while (end < day.length && (day[end] ?? 0) < last) end += 1;
    segments.push(segmentOf(rows, month, from, end));
    from = end;
  }
  return segments;
}

/** Rows of one month, from a first one to before an end; all by default. */
export function segmentOf(rows: PlainRows, month: Day, from = 0, end = rows.day.length): Segment {
  const { to } = rows;
  const day = rows.day.subarray(from, end);
  const beyond = to?.subarray(from, end).map((last, row) => last - (day[row] ?? 0));
  const longest = beyond?.reduce((most, each) => Math.max(most, each), 0) ?? 0;
  const own = (limits: ReadonlyMap<number, Limit>): Map<number, Limit> =>
    new Map([...limits].flatMap(([row, limit]) => (row >= from && row < end ? [[row - from, limit] as const] : [])));
  return {
    month,
    length: end - from,
    starts: startsOf(day, month),
    beyond: beyond && longest > 0 ? narrow(beyond, longest) : null,
    members: coded(rows.member.subarray(from, end)),
    splits: coded(rows.split.subarray(from, end)),
    importIds: coded(rows.importId.subarray(from, end)),
    amounts: new Map([...rows.amounts].map(([key, amounts]) => [key, packAmounts(amounts.subarray(from, end))])),
    limits: new Map([...(rows.limits ?? [])].map(([key, limits]) => [key, own(limits)] as const).filter(([, limits]) => limits.size > 0)),
  };
}

function startsOf(day: Int32Array, month: Day): Uint32Array {
  const starts = new Uint32Array(daysInMonth(month) + 1);
  let row = 0;
  for (let at = 0; at < starts.length; at++) {
    while (row < day.length && (day[row] ?? 0) < month + at) row += 1;
    starts[at] = row;
  }
  return starts;
}

/** What is known of a segment without reading its rows. */
export interface SegmentHead {
  readonly month: Day;
  readonly length: number;
  /** Ids of its members and splits, in the order of their places. */
  readonly members: Int32Array;
  readonly splits: Int32Array;
  readonly columns: readonly string[];
  /** Columns of which some row says "not measured", or tells only limits. */
  readonly lacking: readonly string[];
  readonly limited: readonly string[];
  /** Every run of several days that some row stands for, once. */
  readonly spans: readonly DayRange[];
}

export function headOf({ month, length, starts, beyond, members, splits, amounts, limits }: Segment): SegmentHead {
  const spans = new Map<string, DayRange>();
  for (let at = 0; beyond && at + 1 < starts.length; at++)
    for (let row = starts[at] ?? 0; row < (starts[at + 1] ?? 0); row++) {
      const days = beyond[row] ?? 0;
      if (days > 0) spans.set(`${at} ${days}`, { from: month + at, to: month + at + days });
    }
  return {
    month,
    length,
    members: members.list,
    splits: splits.list,
    columns: [...amounts.keys()],
    lacking: [...amounts].flatMap(([key, { hasNone }]) => (hasNone ? [key] : [])),
    limited: [...limits.keys()],
    spans: [...spans.values()],
  };
}
