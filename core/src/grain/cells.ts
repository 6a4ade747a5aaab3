import type { NodeIndex } from './node';
import type { Plan } from './plan';
import { NONE } from '../rows/coding';
import { type FeedTable, SKIPPED } from './tables';

/** Days of campaigns that are alike for one report: in one bucket, answered by it for the same terms, with the same measured. */
export interface Cell {
  readonly bucket: number;
  /** One of the days, by its place in the window. */
  readonly at: number;
  /** By level the terms that it answers, one bit a term. */
  readonly answered: readonly number[];
}

interface Report {
  readonly feed: FeedTable;
  /** Its place among the tables. */
  readonly feedAt: number;
  /** Day of the window → bucket, NONE for days that do not count. */
  readonly bucketOf: Int16Array;
  /** Places of the terms that it has. */
  readonly terms: readonly number[];
}

/** The cells of one report at some levels, found once for all campaigns of one plan. */
export class Cells {
  readonly list: Cell[] = [];
  private readonly known = new Map<string, number>();
  private readonly byPlan = new Map<string, Int16Array>();
  private readonly patterns: readonly (readonly (readonly number[])[])[];

  constructor(
    private readonly plan: Plan,
    private readonly levels: readonly NodeIndex[],
    private readonly report: Report,
  ) {
    this.patterns = levels.map((level) => pathPatterns(report.feed, level));
  }

  /** By day of the window the cell of a campaign's rows, NONE where the report answers nothing. */
  of(campaign: number): Int16Array {
    const key = this.plan.classOf(campaign, this.report.feed.account);
    const known = this.byPlan.get(key) ?? this.find(campaign);
    this.byPlan.set(key, known);
    return known;
  }

  private find(campaign: number): Int16Array {
    const { feed, feedAt, bucketOf, terms } = this.report;
    const plans = this.levels.map((level) => this.plan.cells(level, campaign, feed.account));
    const masks = plans.flatMap((each, at) => (this.patterns[at] ?? []).map((path) => each.measuredAt(path)));
    return bucketOf.map((bucket, at) => {
      if (bucket === NONE) return NONE;
      const answered = plans.map(({ answers }) =>
        terms.reduce((bits, term) => (answers[term]?.[at] === feedAt ? bits | (1 << term) : bits), 0),
      );
      if (answered.every((bits) => bits === 0)) return NONE;
      const key = [bucket, ...answered, ...masks.map((measured) => measured[at] ?? 0)].join();
      const cell = this.known.get(key) ?? this.list.push({ bucket, at, answered }) - 1;
      this.known.set(key, cell);
      return cell;
    });
  }
}

/** The ways in which paths of a report's rows at a level can lack codes: what is measured goes by them. */
function pathPatterns(feed: FeedTable, { dimensions }: NodeIndex): number[][] {
  const last = dimensions.length - 1;
  let patterns: number[][] = [[]];
  for (const [depth, dimension] of dimensions.entries()) {
    const codes = feed.codes.get(dimension)?.codes;
    const lacking = depth === last ? NONE : SKIPPED;
    const ends = [...(codes?.some((code) => code !== NONE) ? [0] : []), ...(codes?.includes(NONE) === false ? [] : [lacking])];
    patterns = patterns.flatMap((path) => ends.map((end) => [...path, end]));
  }
  return patterns;
}
