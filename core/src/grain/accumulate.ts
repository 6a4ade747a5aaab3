import type { Limit } from '../intake/limit';
import { HOLDERS } from '../measure/level';
import type { Adding } from '../measure/measure';
import { addingOf, type ClosedTerm, termUnit } from '../measure/term';
import type { Day, DayRange } from '../time/day';
import { lastRows } from './last-rows';
import { addAmount, addCompeting, addPeople, addState, NodeIndex, type OpenPart, OUTSIDE, SumNode } from './node';
import { addOrders, type WithoutClickDay } from './orders';
import { type CellPlan, isListed, Plan, sourceOf } from './plan';
import { rowKeys } from './row-keys';
import { rowsBetween } from './rows-between';
import { EVERY_ROW, type RowFilter, tells } from './row-filter';
import { skipsLevels } from './skipping';
import { type ClientTables, type FeedTable, marginOn, NONE, rateOn, SKIPPED } from './tables';

export interface Ask {
  /** Every term to sum. At most 31. */
  readonly terms: readonly ClosedTerm[];
  /** Breakdown below the account, from the outside in. */
  readonly levels: readonly string[];
  /** Those of them that a report which lacks them passes over; absent for the levels that hold others. */
  readonly passable?: ReadonlySet<string>;
  /** The rows that count; absent for all. */
  readonly filter?: RowFilter;
  /** The accounts that count; absent for all. */
  readonly accounts?: ReadonlySet<number>;
  /** Whether a day of the buckets counts; absent for all. */
  readonly keepsDay?: (day: Day) => boolean;
  /** Day ranges summed side by side, not overlapping: a period and its comparison, or the days of a chart. */
  readonly buckets: readonly Bucket[];
}

export interface Bucket extends DayRange {
  /** By click date, count only sales recorded up to this day, so that periods are compared at the same age. */
  readonly knownBy?: Day;
}

export interface Sums extends Ask {
  readonly plan: Plan;
  /** Nodes of every level asked for. */
  readonly nodes: readonly NodeIndex[];
  /** The campaigns, whatever is asked for: what totals are made of. */
  readonly campaigns: NodeIndex;
  /** Orders whose tags reach no campaign. */
  readonly notMatched: SumNode;
  readonly withoutClickDay: readonly WithoutClickDay[];
}

/** A look at each amount as it is added, for traces. */
export interface Visit {
  readonly level: number;
  readonly node: SumNode;
  readonly bucket: number;
  readonly term: number;
  readonly amount: number;
  /** What it is at most, where it is known only within limits. */
  readonly most: number;
  readonly adding: Adding;
  readonly feedId: number;
  readonly importId: number;
}
export type Visitor = (visit: Visit) => void;

/**
 * Sums rows into a tree of members. Each level is answered on its own: per cell by one feed whose
 * closed grain holds the level's breakdown.
 */
export function accumulate(tables: ClientTables, ask: Ask, visit?: Visitor): Sums {
  const window = {
    from: Math.min(...ask.buckets.map((bucket) => bucket.from)),
    to: Math.max(...ask.buckets.map((bucket) => bucket.to)),
  };
  const bucketOf = bucketIndex(ask, window);
  const filter = ask.filter ?? EVERY_ROW;
  const asked = { levels: ask.levels, passable: ask.passable ?? HOLDERS };
  const required = [...new Set(filter.map(({ dimension }) => dimension))];
  const plan = new Plan(tables, ask.terms, asked, required, window, bucketOf);
  const summing = { plan, bucketOf, filter, accounts: ask.accounts, visit, passable: asked.passable };
  const nodes: NodeIndex[] = [];
  ask.levels.forEach((_, level) => {
    nodes.push(new NodeIndex(ask.levels.slice(0, level + 1), level, nodes[level - 1], ask.terms.length, ask.buckets.length));
  });
  const first = nodes[0];
  // Where a report has what lies below the campaigns without them, the tree shows that instead; totals stay with the campaigns.
  const isShared = first?.dimensions[0] === 'campaign' && !tables.feeds.some((feed) => skipsLevels(feed, asked));
  const campaigns = isShared ? first : new NodeIndex(['campaign'], OUTSIDE, undefined, ask.terms.length, ask.buckets.length);
  const indexes = first === campaigns ? nodes : [campaigns, ...nodes];
  for (const level of indexes) {
    tables.feeds.forEach((feed, feedAt) => {
      const has = (dimension: string): boolean => feed.dimensions.has(dimension);
      if (ask.accounts?.has(feed.account) !== false && required.every(has) && canAnswer(feed, level, asked.passable))
        new FeedSummer(summing, level, feed, feedAt).run();
    });
  }
  const notMatched = new SumNode({ dimensions: [], level: OUTSIDE }, [], NONE, undefined, ask.terms.length, ask.buckets.length);
  const withoutClickDay: WithoutClickDay[] = [];
  for (const table of tables.orders) addOrders({ ...summing, buckets: ask.buckets, indexes, table, notMatched, withoutClickDay });
  return { ...ask, plan, nodes, campaigns, notMatched, withoutClickDay };
}

/** Day of the window → bucket, NONE for days that do not count. */
function bucketIndex({ buckets, keepsDay }: Ask, window: DayRange): Int16Array {
  const index = new Int16Array(window.to - window.from + 1).fill(NONE);
  buckets.forEach((bucket, at) => index.fill(at, bucket.from - window.from, bucket.to - window.from + 1));
  return keepsDay ? index.map((bucket, at) => (keepsDay(window.from + at) ? bucket : NONE)) : index;
}

/** A report answers a level when it has the level's own dimension; what only campaigns' names tell is never passed over. */
function canAnswer(feed: FeedTable, { dimensions }: NodeIndex, passable: ReadonlySet<string>): boolean {
  const own = dimensions.at(-1) ?? '';
  if (own === 'campaign' && dimensions.length === 1) return true;
  return feed.dimensions.has(own) && dimensions.every((each) => feed.dimensions.has(each) || passable.has(each));
}

type AddBy = (part: OpenPart, term: number, least: number, most: number, day: number) => void;
const state: AddBy = (part, term, least) => addState(part, term, least);

/** Adds an amount of a row the way its measure combines. */
const addBy: Readonly<Record<Adding, AddBy>> = {
  adds: addAmount,
  weighted: addAmount,
  people: addPeople,
  trailing: addPeople,
  competing: addCompeting,
  setting: state,
  ordered: state,
};

interface Column {
  readonly term: number;
  readonly amounts: Float64Array;
  readonly limits: ReadonlyMap<number, Limit> | undefined;
  readonly derived: boolean;
  readonly adding: Adding;
  /** Money of an account in another currency than the client's: exchanged row by row. */
  readonly exchanged: boolean;
  /** Where only the last rows of members count, those by bucket. */
  readonly last: ReadonlySet<number> | undefined;
}

/** What is the same for every report that is summed. */
export interface Summing {
  readonly plan: Plan;
  readonly bucketOf: Int16Array;
  readonly filter: RowFilter;
  readonly accounts: ReadonlySet<number> | undefined;
  readonly passable: ReadonlySet<string>;
  readonly visit: Visitor | undefined;
}

interface Place {
  readonly node: SumNode;
  readonly measured: Int32Array;
}

/** Adds the rows of one feed to one level. */
class FeedSummer {
  private readonly columns: readonly Column[];
  private readonly keys: Int32Array;
  private readonly plan: Plan;
  /** By key of the row: its member with what is measured of it by day, or null where the row does not know one. */
  private readonly places: (Place | null)[] = [];
  private readonly cells = new Map<number, CellPlan>();

  constructor(
    private readonly summing: Summing,
    private readonly level: NodeIndex,
    private readonly feed: FeedTable,
    private readonly feedAt: number,
  ) {
    const { plan, bucketOf, filter } = summing;
    this.plan = plan;
    const isForeign = (plan.tables.accounts[feed.account]?.rates ?? null) !== null;
    this.columns = plan.terms.flatMap((term, index) => {
      const { column, derived } = sourceOf(term);
      const amounts = isListed(term) ? undefined : feed.amounts.get(column);
      return amounts
        ? [
            {
              term: index,
              amounts,
              limits: feed.limits?.get(column),
              derived,
              adding: addingOf(term),
              exchanged: isForeign && termUnit(term) === 'money',
              last: addingOf(term) === 'trailing' ? lastRows(feed, amounts, plan.window, bucketOf) : undefined,
            },
          ]
        : [];
    });
    this.keys = rowKeys(feed, [...level.dimensions, ...filter.map(({ dimension }) => dimension)]);
  }

  run(): void {
    if (this.columns.length === 0) return;
    const { feed } = this;
    const { bucketOf } = this.summing;
    const { from } = this.plan.window;
    const campaigns = feed.codes.get('campaign');
    let [lastCampaign, lastDay] = [NaN, NaN];
    let answered: readonly Column[] = [];
    const [first, end] = rowsBetween(feed, this.plan.window);
    for (let row = first; row < end; row++) {
      const at = (feed.day[row] ?? 0) - from;
      const bucket = bucketOf[at];
      if (bucket === undefined || bucket === NONE) continue;
      const campaign = campaigns?.[row] ?? NONE;
      // Rows of one cell lie together.
      if (campaign !== lastCampaign || at !== lastDay) {
        const { answers } = this.cellsOf(campaign);
        answered = this.columns.filter(({ term }) => answers[term]?.[at] === this.feedAt);
        [lastCampaign, lastDay] = [campaign, at];
      }
      if (answered.length > 0) this.addRow(row, at, bucket, answered);
    }
  }

  private addRow(row: number, at: number, bucket: number, columns: readonly Column[]): void {
    let part: OpenPart | undefined;
    for (const column of columns) {
      if (column.last?.has(row) === false) continue;
      const limit = column.limits?.get(row);
      const amount = this.amount(column, limit ? limit.least : (column.amounts[row] ?? NaN), at);
      if (Number.isNaN(amount)) continue;
      const most = limit ? this.amount(column, limit.most ?? Infinity, at) : amount;
      const place = this.placeOf(row);
      if (!place) return;
      part ??= place.node.part(bucket, place.measured[at] ?? 0);
      addBy[column.adding](part, column.term, amount, most, at);
      this.summing.visit?.({
        level: this.level.level,
        node: place.node,
        bucket,
        term: column.term,
        amount,
        most,
        adding: column.adding,
        feedId: this.feed.feedId,
        importId: this.feed.importId[row] ?? 0,
      });
    }
  }

  /** An amount in the client's currency, times the margin where the term asks for it. */
  private amount(column: Column, amount: number, at: number): number {
    if (!column.derived && !column.exchanged) return amount;
    const day = this.plan.window.from + at;
    const account = this.plan.tables.accounts[this.feed.account];
    const rate = column.exchanged && account ? (rateOn(account, day) ?? NaN) : 1;
    return Math.round(amount * rate * (column.derived ? (marginOn(this.plan.tables.margin, day) ?? NaN) : 1));
  }

  /** Where a row belongs; null where it is not asked for, or does not know its member: it stays "not broken down". */
  private placeOf(row: number): Place | null {
    const key = this.keys[row] ?? NONE;
    const known = this.places[key];
    if (known !== undefined) return known;
    const codeOf = (dimension: string): number => this.feed.codes.get(dimension)?.[row] ?? NONE;
    const campaign = codeOf('campaign');
    const path = tells(this.summing.filter, codeOf) === 'yes' ? this.pathOf(row) : undefined;
    const node = path && this.level.at(path, this.feed.account, campaign);
    const place = node ? { node, measured: this.cellsOf(campaign).measuredAt(node.path) } : null;
    this.places[key] = place;
    return place;
  }

  private pathOf(row: number): Int32Array | undefined {
    const { dimensions } = this.level;
    const path = new Int32Array(dimensions.length);
    for (const [depth, dimension] of dimensions.entries()) {
      const isLast = depth === dimensions.length - 1;
      const code = this.feed.codes.get(dimension)?.[row] ?? NONE;
      // What no feed splits by campaign is a campaign of its own.
      if (code === NONE && (isLast ? dimension !== 'campaign' : !this.summing.passable.has(dimension))) return undefined;
      path[depth] = code === NONE && !isLast ? SKIPPED : code;
    }
    return path;
  }

  private cellsOf(campaign: number): CellPlan {
    let cells = this.cells.get(campaign);
    if (!cells) {
      cells = this.plan.cells(this.level, campaign, this.feed.account);
      this.cells.set(campaign, cells);
    }
    return cells;
  }
}
