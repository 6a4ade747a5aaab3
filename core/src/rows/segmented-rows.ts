import { type DayRange, daysInMonth } from '../time/day';
import { unpackAmounts } from './amounts';
import { type Chunk, type Limited, MOST_ROWS, type Rows } from './rows';
import type { Segment, SegmentHead } from './segment';

/** A segment that may have to be fetched before its rows are read. */
export interface SegmentOnDemand {
  readonly head: SegmentHead;
  segment(): Segment;
}

const NO_LIMITS: readonly Limited[] = [];

/** Rows of a report kept in segments, those of earlier months first. Its lists of members and splits are those of all its segments. */
export class SegmentedRows implements Rows {
  readonly length: number;
  readonly columns: ReadonlySet<string>;
  readonly spans: readonly DayRange[];
  readonly members: Int32Array;
  readonly splits: Int32Array;
  private readonly translations: readonly Translation[];
  /** By column, the stored ones it is made of. */
  private readonly stored = new Map<string, string[]>();
  private readonly lacking = new Map<string, readonly DayRange[]>();

  /**
   * `keyOf` says which column of the report a stored one belongs to: words that have become one share theirs.
   * `columns` are stored ones it has even where no row says anything in them.
   */
  constructor(
    private readonly segments: readonly SegmentOnDemand[],
    keyOf: (stored: string) => string = (stored) => stored,
    columns: readonly string[] = [],
  ) {
    const heads = segments.map(({ head }) => head);
    this.length = heads.reduce((sum, { length }) => sum + length, 0);
    for (const each of new Set([...columns, ...heads.flatMap((head) => head.columns)])) {
      const own = this.stored.get(keyOf(each)) ?? [];
      this.stored.set(keyOf(each), own);
      own.push(each);
    }
    this.columns = new Set(this.stored.keys());
    this.spans = distinct(heads.flatMap((head) => head.spans));
    const [members, splits] = [new Places(), new Places()];
    this.translations = heads.map((head) => ({ member: members.of(head.members), split: splits.of(head.splits) }));
    this.members = members.ids();
    this.splits = splits.ids();
  }

  mayLack(column: string): readonly DayRange[] {
    const known = this.lacking.get(column) ?? this.findLacking(this.stored.get(column) ?? []);
    this.lacking.set(column, known);
    return known;
  }

  scan(days: DayRange, columns: readonly string[], each: (chunk: Chunk) => void): void {
    let before = 0;
    for (const [at, source] of this.segments.entries()) {
      const { head } = source;
      const { from, to } = daysOf(head);
      const translation = this.translations[at];
      if (days.from <= to && days.to >= from && translation) {
        const segment = source.segment();
        const stored = columns.map((column) => (this.stored.get(column) ?? []).filter((key) => segment.amounts.has(key)));
        read({ segment, translation, stored }, days, before, each);
      }
      before += head.length;
    }
  }

  private findLacking(stored: readonly string[]): DayRange[] {
    return this.segments.flatMap(({ head }) => {
      const own = stored.filter((each) => head.columns.includes(each));
      // Of several stored columns each row says at most one.
      const isTold = own.length === 1 && !own.some((each) => head.lacking.includes(each));
      return isTold ? [] : [daysOf(head)];
    });
  }
}

/** Hands over the rows of one segment on some days; members and splits are told by their ids. */
export function readSegment(segment: Segment, days: DayRange, columns: readonly string[], each: (chunk: Chunk) => void): void {
  const translation = { member: segment.members.list, split: segment.splits.list };
  read({ segment, translation, stored: columns.map((column) => (segment.amounts.has(column) ? [column] : [])) }, days, 0, each);
}

/** Hands over the rows of a segment on some days, with so many rows in segments before it. */
function read(reading: Reading, days: DayRange, before: number, each: (chunk: Chunk) => void): void {
  const { month, starts, length } = reading.segment;
  const scratch = taken(reading.stored.length);
  const first = starts[Math.max(0, days.from - month)] ?? 0;
  const end = starts[Math.min(starts.length - 1, days.to - month + 1)] ?? length;
  for (let row = first; row < end; row += MOST_ROWS)
    each(scratch.filled(reading, { from: row, end: Math.min(end, row + MOST_ROWS), before }));
  free.push(scratch);
}

const daysOf = ({ month }: SegmentHead): DayRange => ({ from: month, to: month + daysInMonth(month) - 1 });

const distinct = (spans: readonly DayRange[]): DayRange[] => [...new Map(spans.map((span) => [`${span.from} ${span.to}`, span])).values()];

/** Places of ids in a list that grows. */
class Places {
  private readonly placeOf = new Map<number, number>();

  of(ids: Int32Array): Int32Array {
    return ids.map((id) => {
      let place = this.placeOf.get(id);
      if (place === undefined) this.placeOf.set(id, (place = this.placeOf.size));
      return place;
    });
  }

  ids(): Int32Array {
    return Int32Array.from(this.placeOf.keys());
  }
}

/** From a segment's places to those of all segments. */
interface Translation {
  readonly member: Int32Array;
  readonly split: Int32Array;
}

interface Reading {
  readonly segment: Segment;
  readonly translation: Translation;
  /** By column asked for, the stored ones it is made of. */
  readonly stored: readonly (readonly string[])[];
}

interface Part {
  readonly from: number;
  readonly end: number;
  /** Rows in earlier segments. */
  readonly before: number;
}

/** Arrays that no scan uses at the moment: making them takes longer than filling them. */
const free: Scratch[] = [];

function taken(columns: number): Scratch {
  const scratch = free.pop() ?? new Scratch();
  scratch.makeRoom(columns);
  return scratch;
}

/** The arrays of a chunk. */
class Scratch {
  private readonly day = new Int32Array(MOST_ROWS);
  private readonly to = new Int32Array(MOST_ROWS);
  private readonly member = new Int32Array(MOST_ROWS);
  private readonly split = new Int32Array(MOST_ROWS);
  private readonly importId = new Int32Array(MOST_ROWS);
  private readonly amounts: Float64Array[] = [];
  private readonly other = new Float64Array(MOST_ROWS);

  makeRoom(columns: number): void {
    while (this.amounts.length < columns) this.amounts.push(new Float64Array(MOST_ROWS));
  }

  filled({ segment, translation, stored }: Reading, { from, end, before }: Part): Chunk {
    const { day, to, member, split, importId, amounts } = this;
    fillDays(segment, from, end, day);
    if (segment.beyond) addDays(segment.beyond.subarray(from, end), day, to);
    translate(segment.members.places, translation.member, from, end, member);
    translate(segment.splits.places, translation.split, from, end, split);
    for (const [at, keys] of stored.entries()) this.fillAmounts(segment, keys, from, end, amounts[at] ?? this.other);
    return {
      first: before + from,
      length: end - from,
      day,
      to: segment.beyond ? to : day,
      member,
      split,
      importIds: () => {
        translate(segment.importIds.places, segment.importIds.list, from, end, importId);
        return importId;
      },
      amounts: amounts.slice(0, stored.length),
      limited: stored.map((keys) => limitedOf(segment, keys, from, end)),
    };
  }

  private fillAmounts(segment: Segment, keys: readonly string[], from: number, end: number, into: Float64Array): void {
    const [first, ...others] = keys.flatMap((key) => segment.amounts.get(key) ?? []);
    if (!first) {
      into.fill(NaN, 0, end - from);
      return;
    }
    unpackAmounts(first, from, end, into);
    for (const each of others) {
      unpackAmounts(each, from, end, this.other);
      for (let at = 0; at < end - from; at++) if (!Number.isNaN(this.other[at])) into[at] = this.other[at] as number;
    }
    // Of a row put together from parts, a limit of one part holds for the whole.
    for (const [row] of limitedOf(segment, keys, from, end)) into[row] = NaN;
  }
}

function fillDays({ month, starts }: Segment, from: number, end: number, into: Int32Array): void {
  for (let at = 0; at + 1 < starts.length; at++) {
    const [first, last] = [Math.max(from, starts[at] ?? 0), Math.min(end, starts[at + 1] ?? 0)];
    if (first < last) into.fill(month + at, first - from, last - from);
  }
}

function addDays(beyond: ArrayLike<number>, day: Int32Array, into: Int32Array): void {
  for (let at = 0; at < beyond.length; at++) into[at] = (day[at] as number) + (beyond[at] as number);
}

function translate(
  places: { subarray(from: number, end: number): ArrayLike<number> },
  list: Int32Array,
  from: number,
  end: number,
  into: Int32Array,
): void {
  into.set(places.subarray(from, end));
  for (let at = 0; at < end - from; at++) into[at] = list[into[at] as number] as number;
}

function limitedOf({ limits }: Segment, keys: readonly string[], from: number, end: number): readonly Limited[] {
  if (limits.size === 0) return NO_LIMITS;
  return keys.flatMap((key) =>
    [...(limits.get(key) ?? [])].flatMap(([row, limit]): Limited[] => (row >= from && row < end ? [[row - from, limit]] : [])),
  );
}
