import type { NodeIndex } from './node';
import type { CellPlan, Plan } from './plan';
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
  /** What each of them measures. */
  private readonly masks: (readonly number[])[] = [];
  /** The cells of days that are alike but for what they measure, and those days by answers. */
  private readonly alike: number[][] = [];
  private readonly kinds = new Map<string, number>();
  private readonly kindsOf = new Map<CellPlan['answers'], Int32Array>();
  private readonly byPlan = new Map<string, Int32Array>();
  private readonly byCampaign = new Map<number, Int32Array>();
  private readonly patterns: readonly (readonly (readonly number[])[])[];

  constructor(
    private readonly plan: Plan,
    private readonly levels: readonly NodeIndex[],
    private readonly report: Report,
  ) {
    this.patterns = levels.map((level) => pathPatterns(report.feed, level));
  }

  /** By day of the window the cell of a campaign's rows, NONE where the report answers nothing. */
  of(campaign: number): Int32Array {
    const known = this.byCampaign.get(campaign) ?? this.ofPlan(campaign);
    this.byCampaign.set(campaign, known);
    return known;
  }

  private ofPlan(campaign: number): Int32Array {
    const key = this.plan.classOf(campaign, this.report.feed.account);
    const known = this.byPlan.get(key) ?? this.find(campaign);
    this.byPlan.set(key, known);
    return known;
  }

  private find(campaign: number): Int32Array {
    const plans = this.levels.map((level) => this.plan.cells(level, campaign, this.report.feed.account));
    const measures = plans.flatMap((each, at) => (this.patterns[at] ?? []).map((path) => each.measuredAt(path)));
    return Int32Array.from(this.kindsByDay(plans), (kind, at) => {
      if (kind === NONE) return NONE;
      const cells = this.alike[kind] ?? [];
      for (const cell of cells) if (measures.every((measured, nth) => measured[at] === this.masks[cell]?.[nth])) return cell;
      const { bucket, answered } = this.at(plans, at);
      const cell = this.list.push({ bucket, at, answered }) - 1;
      this.masks.push(measures.map((measured) => measured[at] ?? 0));
      cells.push(cell);
      return cell;
    });
  }

  /** Days of one bucket that the report answers for the same terms, by number; the same for campaigns that the same imports declare. */
  private kindsByDay(plans: readonly CellPlan[]): Int32Array {
    const [{ answers } = { answers: [] }] = plans;
    const known =
      this.kindsOf.get(answers) ?? Int32Array.from(this.report.bucketOf, (bucket, at) => (bucket === NONE ? NONE : this.kindAt(plans, at)));
    this.kindsOf.set(answers, known);
    return known;
  }

  private kindAt(plans: readonly CellPlan[], at: number): number {
    const { bucket, answered } = this.at(plans, at);
    if (answered.every((bits) => bits === 0)) return NONE;
    const key = [bucket, ...answered].join();
    const kind = this.kinds.get(key) ?? this.alike.push([]) - 1;
    this.kinds.set(key, kind);
    return kind;
  }

  private at(plans: readonly CellPlan[], at: number): Omit<Cell, 'at'> {
    const { feedAt, bucketOf, terms } = this.report;
    const answered = plans.map(({ answers }) =>
      terms.reduce((bits, term) => (answers[term]?.[at] === feedAt ? bits | (1 << term) : bits), 0),
    );
    return { bucket: bucketOf[at] ?? NONE, answered };
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
