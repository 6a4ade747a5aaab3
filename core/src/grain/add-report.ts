import type { DayRange } from '../time/day';
import type { Summing } from './accumulate';
import { addBy, amountsOf } from './adding';
import { Cells } from './cells';
import { addAmount, type NodeIndex, type OpenPart, type SumNode } from './node';
import { GroupSums, type ReportColumn, reportColumns } from './report-sums';
import { type RowGroup, RowGroups } from './row-groups';
import { NONE } from '../rows/coding';
import { type FeedTable, SKIPPED } from './tables';

/**
 * Adds the rows of one report to all levels that it answers: its rows are read once and summed by what they have in
 * common; what a group comes to then goes to its member of each level.
 */
export function addReport(summing: Summing, indexes: readonly NodeIndex[], feed: FeedTable, feedAt: number): void {
  const { plan, bucketOf, filter, visit } = summing;
  const levels = indexes.filter((level) => canAnswer(feed, level, summing.passable));
  const columns = reportColumns(summing, feed);
  if (levels.length === 0 || columns.length === 0) return;
  const terms = columns.map(({ term }) => term);
  const cells = new Cells(plan, levels, { feed, feedAt, bucketOf, terms });
  const dimensions = levels.flatMap((level) => level.dimensions);
  const groups = new RowGroups(feed, [...new Set(dimensions)], filter, cells, plan.window);
  if (cells.list.length === 0) return;
  const sums = new GroupSums(columns, plan.window, visit !== undefined);
  const keys = columns.map(({ column }) => column);
  for (const days of runsThatCount(bucketOf, plan.window))
    feed.rows.scan(days, keys, (chunk) => {
      groups.number(chunk);
      sums.add(chunk, groups.numbers, groups.count);
    });
  const adder = new GroupAdder(summing, feed, columns, sums);
  const places = levels.map((level) => new Places(summing, level, feed));
  for (let number = 0; number < groups.count; number++) {
    const group = groups.group(number);
    for (const [at, own] of places.entries()) adder.add(number, group, group.cell.answered[at] ?? 0, own);
  }
}

/** A report answers a level when it has the level's own dimension; what only campaigns' names tell is never passed over. */
function canAnswer(feed: FeedTable, { dimensions }: NodeIndex, passable: ReadonlySet<string>): boolean {
  const own = dimensions.at(-1) ?? '';
  if (own === 'campaign' && dimensions.length === 1) return true;
  return feed.dimensions.has(own) && dimensions.every((each) => feed.dimensions.has(each) || passable.has(each));
}

/** The days that some bucket counts, in runs. */
function runsThatCount(bucketOf: Int16Array, window: DayRange): DayRange[] {
  const runs: DayRange[] = [];
  for (let at = 0; at < bucketOf.length; at++) {
    if (bucketOf[at] === NONE) continue;
    const from = at;
    while (at + 1 < bucketOf.length && bucketOf[at + 1] !== NONE) at += 1;
    runs.push({ from: window.from + from, to: window.from + at });
  }
  return runs;
}

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
  ) {}

  /** Null where rows do not know their member: they stay "not broken down". */
  of(group: RowGroup): Place | null {
    let place = this.known.get(group.kind);
    if (place === undefined) this.known.set(group.kind, (place = this.find(group)));
    return place;
  }

  private find(group: RowGroup): Place | null {
    const path = this.pathOf(group);
    if (!path) return null;
    const campaign = group.codeOf('campaign');
    const node = this.level.at(path, this.feed.account, campaign);
    return { node, measured: this.summing.plan.cells(this.level, campaign, this.feed.account).measuredAt(node.path) };
  }

  private pathOf(group: RowGroup): Int32Array | undefined {
    const { dimensions } = this.level;
    const path = new Int32Array(dimensions.length);
    for (const [depth, dimension] of dimensions.entries()) {
      const isLast = depth === dimensions.length - 1;
      const code = group.codeOf(dimension);
      // What no feed splits by campaign is a campaign of its own.
      if (code === NONE && (isLast ? dimension !== 'campaign' : !this.summing.passable.has(dimension))) return undefined;
      path[depth] = code === NONE && !isLast ? SKIPPED : code;
    }
    return path;
  }
}

/** Adds what groups of rows come to, to members. */
class GroupAdder {
  constructor(
    private readonly summing: Summing,
    private readonly feed: FeedTable,
    private readonly columns: readonly ReportColumn[],
    private readonly sums: GroupSums,
  ) {}

  /** Adds the terms of a group that the report answers at a level, one bit a term. */
  add(number: number, group: RowGroup, answered: number, places: Places): void {
    let part: OpenPart | undefined;
    for (const [at, column] of this.columns.entries()) {
      if ((answered & (1 << column.term)) === 0 || !this.sums.has(number, at)) continue;
      const place = places.of(group);
      if (!place) return;
      const { bucket } = group.cell;
      part ??= place.node.part(bucket, place.measured[group.cell.at] ?? 0);
      this.addColumn(part, number, at, column);
      if (this.summing.visit) this.show(place.node, places.level.level, number, at, bucket);
    }
  }

  private addColumn(part: OpenPart, number: number, at: number, { term, adding }: ReportColumn): void {
    const apart = this.sums.apartOf(number, at);
    if (adding === 'adds' || adding === 'weighted') addAmount(part, term, this.sums.sum(number, at), this.sums.sum(number, at));
    if (apart) for (const { least, most, day } of amountsOf(apart, adding)) addBy[adding](part, term, least, most, day);
  }

  private show(node: SumNode, level: number, number: number, at: number, bucket: number): void {
    const column = this.columns[at];
    const origin = this.sums.originOf(number, at);
    if (!column || !origin) return;
    const { term, adding } = column;
    const sum = this.sums.sum(number, at);
    const apart = this.sums.apartOf(number, at);
    const isPlain = adding === 'adds' || adding === 'weighted';
    const [first = { least: 0, most: 0 }, ...others] = apart ? amountsOf(apart, adding) : [];
    const amounts = isPlain ? [{ least: first.least + sum, most: first.most + sum }] : [first, ...others];
    for (const [nth, { least, most }] of amounts.entries())
      this.summing.visit?.({
        level,
        node,
        bucket,
        term,
        amount: least,
        most,
        adding,
        feedId: this.feed.feedId,
        // Rows are told once, with the first of their amounts.
        rows: nth === 0 ? origin.rows : 0,
        imports: origin.imports,
      });
  }
}
