import { addsPlainly } from '../measure/measure';
import type { DayRange } from '../time/day';
import { runsOfDays } from '../time/runs';
import type { Summing } from './accumulate';
import { addBy, amountsOf } from './adding';
import { Cells } from './cells';
import { addAmount, type NodeIndex, type OpenPart, type SumNode } from './node';
import { GroupSums, type ReportColumn, reportColumns } from './report-sums';
import { RowGroups } from './row-groups';
import { NONE } from '../rows/coding';
import { type FeedTable, SKIPPED } from './tables';
import { rolledBy } from './kept-classes';
import { scanWorth } from './worth';

/**
 * Adds the rows of one report to all levels that it answers: its rows are read once and summed by what they have in
 * common; what a group comes to then goes to its member of each level.
 */
export function addReport(summing: Summing, indexes: readonly NodeIndex[], feed: FeedTable, feedAt: number): void {
  const { plan, bucketOf, alike, visit } = summing;
  const { filter } = alike;
  const levels = indexes.filter((level) => canAnswer(feed, level, summing.passable));
  const columns = reportColumns(summing, feed);
  if (levels.length === 0 || columns.length === 0) return;
  const terms = columns.map(({ term }) => term);
  const cells = new Cells(plan, levels, { feed, feedAt, bucketOf, terms });
  const dimensions = [...new Set(['campaign', ...levels.flatMap((level) => level.dimensions)])];
  const groups = new RowGroups(feed, dimensions, filter, cells, plan.window);
  if (cells.list.length === 0) return;
  const sums = new GroupSums(columns, plan.window.from, visit !== undefined);
  const scan = scanWorth(feed.rows, columns);
  const isPlain = ({ adding }: ReportColumn): boolean => !visit && addsPlainly(adding);
  const plainly = rolledBy(feed, [...dimensions, ...filter.map(({ dimension }) => dimension)])?.scanBy(scan) ?? scan;
  for (const days of runsThatCount(bucketOf, plan.window))
    for (const [scanned, own] of [
      [plainly, columns.filter(isPlain)],
      [scan, columns.filter((column) => !isPlain(column))],
    ] as const) {
      if (own.length === 0) continue;
      const places = own.map((column) => columns.indexOf(column));
      scanned(
        days,
        own.map(({ key }) => key),
        (chunk) => {
          groups.number(chunk);
          sums.add(chunk, places, groups);
        },
      );
    }
  for (const [at, level] of levels.entries())
    new GroupAdder({ summing, feed, columns, groups, sums }, at, new Places(summing, level, feed, groups)).run();
}

/** A report answers a level when it has the level's own dimension; what only campaigns' names tell is never passed over. */
function canAnswer(feed: FeedTable, { dimensions }: NodeIndex, passable: ReadonlySet<string>): boolean {
  const own = dimensions.at(-1) ?? '';
  if (own === 'campaign' && dimensions.length === 1) return true;
  return feed.dimensions.has(own) && dimensions.every((each) => feed.dimensions.has(each) || passable.has(each));
}

/** The days that some bucket counts, in runs. */
const runsThatCount = (bucketOf: Int16Array, { from }: DayRange): DayRange[] =>
  runsOfDays([...bucketOf.keys()].filter((at) => bucketOf[at] !== NONE).map((at) => from + at));

interface Place {
  readonly node: SumNode;
  readonly measured: Int32Array;
}

/** Where the rows of a report belong on one level. */
class Places {
  private readonly known = new Map<number, Place | null>();

  constructor(
    private readonly summing: Summing,
    readonly level: NodeIndex,
    private readonly feed: FeedTable,
    private readonly groups: RowGroups,
  ) {}

  /** Null where rows of a kind do not know their member: they stay "not broken down". */
  of(kind: number): Place | null {
    let place = this.known.get(kind);
    if (place === undefined) this.known.set(kind, (place = this.find(kind)));
    return place;
  }

  private find(kind: number): Place | null {
    const path = this.pathOf(kind);
    if (!path) return null;
    const campaign = this.groups.codeOf(kind, 'campaign');
    const node = this.level.at(path, this.feed.account, campaign);
    return { node, measured: this.summing.plan.cells(this.level, campaign, this.feed.account).measuredAt(node.path) };
  }

  private pathOf(kind: number): readonly number[] | undefined {
    const { dimensions } = this.level;
    const path: number[] = [];
    for (const [depth, dimension] of dimensions.entries()) {
      const isLast = depth === dimensions.length - 1;
      const code = this.groups.codeOf(kind, dimension);
      // What no feed splits by campaign is a campaign of its own.
      if (code === NONE && (isLast ? dimension !== 'campaign' : !this.summing.passable.has(dimension))) return undefined;
      path.push(code === NONE && !isLast ? SKIPPED : code);
    }
    return path;
  }
}

/** What the rows of one report come to, by groups. */
interface Grouped {
  readonly summing: Summing;
  readonly feed: FeedTable;
  readonly columns: readonly ReportColumn[];
  readonly groups: RowGroups;
  readonly sums: GroupSums;
}

/** Adds what groups of rows come to, to the members of one level. */
class GroupAdder {
  constructor(
    private readonly of: Grouped,
    /** Place of the level among those that the report answers. */
    private readonly at: number,
    private readonly places: Places,
  ) {}

  run(): void {
    const { groups, columns, sums } = this.of;
    for (let group = 0; group < groups.count; group++) {
      const cell = groups.cellOf(group);
      const answered = cell.answered[this.at] ?? 0;
      let part: OpenPart | undefined;
      for (let at = 0; at < columns.length; at++) {
        const column = columns[at] as ReportColumn;
        if ((answered & (1 << column.term)) === 0 || !sums.has(group, at)) continue;
        const place = this.places.of(groups.kindOf(group));
        if (!place) break;
        part ??= place.node.part(cell.bucket, place.measured[cell.at] ?? 0);
        this.addColumn(part, group, at, column);
        if (this.of.summing.visit) this.show(place.node, cell.bucket, group, at);
      }
    }
  }

  private addColumn(part: OpenPart, group: number, at: number, { term, adding }: ReportColumn): void {
    const { sums } = this.of;
    const apart = sums.apartOf(group, at);
    if (addsPlainly(adding)) addAmount(part, term, sums.sum(group, at), sums.sum(group, at));
    if (apart) for (const { least, most, day } of amountsOf(apart, adding)) addBy[adding](part, term, least, most, day);
  }

  private show(node: SumNode, bucket: number, group: number, at: number): void {
    const { summing, sums, feed, columns } = this.of;
    const column = columns[at];
    const origin = sums.originOf(group, at);
    if (!column || !origin) return;
    const { term, adding } = column;
    const sum = sums.sum(group, at);
    const apart = sums.apartOf(group, at);
    const [first = { least: 0, most: 0 }, ...others] = apart ? amountsOf(apart, adding) : [];
    const amounts = addsPlainly(adding) ? [{ least: first.least + sum, most: first.most + sum }] : [first, ...others];
    for (const [nth, { least, most }] of amounts.entries())
      summing.visit?.({
        level: this.places.level.level,
        node,
        bucket,
        term,
        amount: least,
        most,
        adding,
        feedId: feed.feedId,
        // Rows are told once, with the first of their amounts.
        rows: nth === 0 ? origin.rows : 0,
        imports: origin.imports,
      });
  }
}
