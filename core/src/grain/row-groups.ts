import { codeAt, type Coding, NONE } from '../rows/coding';
import { type Chunk, MOST_ROWS } from '../rows/rows';
import { type DayRange, lengthOf, weekday } from '../time/day';
import type { Cell, Cells } from './cells';
import { type Classes, leavingOut } from './classes';
import { classesBy } from './kept-classes';
import type { RowFilter } from './row-filter';
import { type Slots, slotsFor } from './slots';
import type { FeedTable } from './tables';

/** Puts the rows of a report that pass a filter into groups of the same codes and alike days, numbered as they are met. */
export class RowGroups {
  /** By row of the last chunk the number of its group, NONE for rows that do not count. */
  readonly numbers = new Int32Array(MOST_ROWS);
  private readonly member: Classes;
  private readonly split: Classes;
  /** By class of a member, where the days of its campaign begin among the cells. */
  private readonly daysOf: Int32Array;
  private readonly cellOn: Int32Array;
  /** By day of the window, where the splits of its weekday begin. */
  private readonly splitsOn: Int32Array;
  private readonly slots: Slots;

  constructor(
    private readonly feed: FeedTable,
    /** What groups differ in: the campaign among it. */
    dimensions: readonly string[],
    filter: RowFilter,
    private readonly cells: Cells,
    private readonly window: DayRange,
  ) {
    this.member = passing(feed, dimensions, filter, 'member');
    this.split = passing(feed, dimensions, filter, 'split');
    const splits = feed.rows.splits.length;
    this.splitsOn = Int32Array.from({ length: lengthOf(window) }, (_, at) =>
      this.split.byWeekday ? splits * weekday(window.from + at) : 0,
    );
    ({ daysOf: this.daysOf, cellOn: this.cellOn } = this.placeDays());
    this.slots = slotsFor(this.member.examples.length * this.split.examples.length * cells.list.length);
  }

  get count(): number {
    return this.slots.count;
  }

  /** Numbers the rows of a chunk. */
  number({ length, day, member, split }: Chunk): void {
    const { numbers, daysOf, cellOn, splitsOn, slots } = this;
    const { of: memberClass } = this.member;
    const { of: splitClass, examples } = this.split;
    const [splits, cells, from] = [examples.length, this.cells.list.length, this.window.from];
    const { table } = slots;
    for (let row = 0; row < length; row++) {
      const at = (day[row] as number) - from;
      const rough = memberClass[member[row] as number] as number;
      if (rough < 0) {
        numbers[row] = NONE;
        continue;
      }
      const cell = cellOn[(daysOf[rough] as number) + at] as number;
      const fine = splitClass[(splitsOn[at] as number) + (split[row] as number)] as number;
      if (cell < 0 || fine < 0) {
        numbers[row] = NONE;
        continue;
      }
      const key = (rough * splits + fine) * cells + cell;
      // Most keys have been met: looking them up here saves a call a row.
      const known = table ? (table[key] as number) : 0;
      numbers[row] = known > 0 ? known - 1 : slots.of(key);
    }
  }

  /** The days of a group. */
  cellOf(number: number): Cell {
    const cell = this.cells.list[this.slots.keyOf(number) % this.cells.list.length];
    if (!cell) throw new RangeError(`No group ${number}`);
    return cell;
  }

  /** The same for groups of the same codes. */
  kindOf(number: number): number {
    return Math.floor(this.slots.keyOf(number) / this.cells.list.length);
  }

  /** The code of groups of a kind in a dimension asked for, NONE where they know none. */
  codeOf(kind: number, dimension: string): number {
    const coding = this.feed.codes.get(dimension);
    if (!coding) return NONE;
    const splits = this.split.examples.length;
    const place = coding.of === 'member' ? this.member.examples[Math.floor(kind / splits)] : this.split.examples[kind % splits];
    return codeAt(coding, place ?? NONE);
  }

  /** Campaigns of one plan share the cells of their days. */
  private placeDays(): { daysOf: Int32Array; cellOn: Int32Array } {
    const campaigns = this.feed.codes.get('campaign');
    const width = lengthOf(this.window);
    const places = new Map<Int32Array, number>();
    const daysOf = Int32Array.from(this.member.examples, (place) => {
      const own = this.cells.of(campaigns ? codeAt(campaigns, place) : NONE);
      const known = places.get(own) ?? places.size;
      places.set(own, known);
      return known * width;
    });
    const cellOn = new Int32Array(places.size * width);
    for (const [own, at] of places) cellOn.set(own, at * width);
    return { daysOf, cellOn };
  }
}

/** The classes of a report's members or splits by what is asked for, without those that a filter leaves out. */
function passing(feed: FeedTable, dimensions: readonly string[], filter: RowFilter, of: Coding['of']): Classes {
  return filter.reduce(
    (kept, { dimension, passes, empty }) => {
      const coding = feed.codes.get(dimension);
      if (coding?.of !== of) return kept;
      return leavingOut(kept, (place) => {
        const code = codeAt(coding, place);
        return code === NONE ? empty === 'yes' : passes(code);
      });
    },
    classesBy(feed, of, dimensions),
  );
}
