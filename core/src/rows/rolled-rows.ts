import { type Day, type DayRange, daysInMonth, firstOfMonth } from '../time/day';
import { RolledSums } from './rolled-sums';
import type { Rows } from './rows';
import type { Segment } from './segment';
import { readSegment } from './segmented-rows';

/** Places of a list of members or splits by what they have in common. */
interface Common {
  /** The class of each place. */
  readonly of: Int32Array;
  /** A place of each class. */
  readonly examples: readonly number[];
}

type Scan = Rows['scan'];

/** Months that would not become so many times shorter are read as they are. */
const WORTH_ROLLING = 8;
/** So are those with fewer rows a day: to sum them takes longer than to read them some more times. */
const LEAST_ROWS = 1000;
/** Keys of a day are looked up in an array of this length at most; with more of them there is little to win. */
const MOST_KEYS = 2 ** 20;
/** Columns kept of a month: rates and margins that are changed leave theirs behind. */
const MOST_COLUMNS = 64;

/**
 * Rows of a report summed by day and by what their members and splits have in common, month by month, kept for
 * questions to come. Only for columns that add up plainly, of rows that each stand for one day; neither the number of
 * a row nor its import is told. A month is summed when it is asked for as a whole, or for the second time.
 */
export class RolledRows {
  private readonly months = new Map<Day, Month>();

  constructor(
    private readonly members: Common,
    private readonly splits: Common,
    private readonly leastRows = LEAST_ROWS,
  ) {}

  /**
   * Scans as the report's own scan does, but rows that differ in nothing that is asked for may come as one, with the
   * place of one of their members. A column's key must mean the same each time.
   */
  scanBy(scan: Scan): Scan {
    return (days, columns, each) => {
      for (let month = firstOfMonth(days.from); month <= days.to; month += daysInMonth(month)) {
        const whole = { from: month, to: month + daysInMonth(month) - 1 };
        const part = { from: Math.max(days.from, whole.from), to: Math.min(days.to, whole.to) };
        const isWhole = part.from === whole.from && part.to === whole.to;
        const segment = isWhole || this.months.has(month) ? this.segment(scan, whole, columns) : undefined;
        if (!segment && !this.months.has(month)) this.months.set(month, NOT_YET);
        if (segment) readSegment(segment, part, columns, each);
        else scan(part, columns, each);
      }
    };
  }

  /** The rows of a month summed; undefined where they hardly become fewer. */
  private segment(scan: Scan, month: DayRange, columns: readonly string[]): Segment | undefined {
    const { segment: known, isDense } = this.months.get(month.from) ?? NOT_YET;
    if (isDense) return undefined;
    const kept = known && known.amounts.size <= MOST_COLUMNS ? known : undefined;
    const lacking = columns.filter((column) => kept?.amounts.has(column) !== true);
    if (kept && lacking.length === 0) return kept;
    const rolled = kept || !this.isDense(scan, month) ? this.roll(scan, month, lacking) : undefined;
    const segment = rolled && kept ? withColumnsOf(kept, rolled) : rolled;
    this.months.set(month.from, { segment, isDense: segment === undefined });
    return segment;
  }

  /** Whether the rows of a month are too few or have too little in common, by those of its first day that has any. */
  private isDense(scan: Scan, { from, to }: DayRange): boolean {
    if (this.members.examples.length * this.splits.examples.length > MOST_KEYS) return true;
    for (let day = from; day <= to; day++) {
      const { length, rows } = this.summed(scan, { from: day, to: day }, []);
      if (rows > 0) return rows < this.leastRows || length * WORTH_ROLLING > rows;
    }
    return true;
  }

  private summed(scan: Scan, days: DayRange, columns: readonly string[]): RolledSums {
    const { members, splits } = this;
    const width = splits.examples.length;
    const sums = new RolledSums(columns, members.examples.length * width);
    scan(days, columns, (chunk) => {
      sums.add(
        chunk,
        (row) => (members.of[chunk.member[row] as number] as number) * width + (splits.of[chunk.split[row] as number] as number),
      );
    });
    return sums;
  }

  private roll(scan: Scan, month: DayRange, columns: readonly string[]): Segment {
    const { members, splits } = this;
    const width = splits.examples.length;
    return this.summed(scan, month, columns).segment(
      month.from,
      (key) => members.examples[Math.floor(key / width)] ?? 0,
      (key) => splits.examples[key % width] ?? 0,
    );
  }
}

const NOT_YET: Month = { segment: undefined, isDense: false };

interface Month {
  readonly segment: Segment | undefined;
  /** Whether its rows are read as they are. */
  readonly isDense: boolean;
}

const withColumnsOf = (kept: Segment, { amounts, limits }: Segment): Segment => ({
  ...kept,
  amounts: new Map([...kept.amounts, ...amounts]),
  limits: new Map([...kept.limits, ...limits]),
});
