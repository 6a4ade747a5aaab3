import { HOLDERS } from '../measure/level';
import type { Adding } from '../measure/measure';
import type { ClosedTerm } from '../measure/term';
import type { Day, DayRange } from '../time/day';
import { addReport } from './add-report';
import { NodeIndex, OUTSIDE, SumNode } from './node';
import { addOrders, type WithoutClickDay } from './orders';
import { Plan } from './plan';
import { type Alike, type Narrow, Narrowing } from './narrowing';
import type { RowFilter } from './row-filter';
import { skipsLevels } from './skipping';
import { NONE } from '../rows/coding';
import { isListed } from './source';
import { type ClientTables, listsBy } from './tables';

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
  /** The rows that count for a term alone that is narrowed to some, by its key. */
  readonly narrowed?: ReadonlyMap<string, Narrow>;
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
  /** Orders whose tags reach no campaign, by client. */
  readonly notMatched: readonly SumNode[];
  readonly withoutClickDay: readonly WithoutClickDay[];
}

/** A look at each amount as it is added, for traces: of rows of one report with the same codes on alike days. */
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
  /** How many rows it is of, and the imports they came with. */
  readonly rows: number;
  readonly imports: ReadonlySet<number>;
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
  const asked = { levels: ask.levels, passable: ask.passable ?? HOLDERS };
  const narrowing = new Narrowing(ask.terms, ask.buckets, ask);
  const plan = new Plan(tables, ask.terms, asked, narrowing, window, bucketOf);
  const summings = narrowing.groups.map((alike): Summing => ({ plan, bucketOf, alike, visit, passable: asked.passable }));
  const nodes: NodeIndex[] = [];
  ask.levels.forEach((_, level) => {
    nodes.push(new NodeIndex(ask.levels.slice(0, level + 1), level, nodes[level - 1], ask.terms.length, ask.buckets.length));
  });
  const first = nodes[0];
  // Where a report has what lies below the campaigns without them, the tree shows that instead; totals stay with the campaigns.
  const isShared = first?.dimensions[0] === 'campaign' && !tables.feeds.some((feed) => skipsLevels(feed, asked));
  const campaigns = isShared ? first : new NodeIndex(['campaign'], OUTSIDE, undefined, ask.terms.length, ask.buckets.length);
  const indexes = first === campaigns ? nodes : [campaigns, ...nodes];
  for (const summing of summings)
    for (const [feedAt, feed] of tables.feeds.entries()) {
      const { filter, accounts } = summing.alike;
      const isAsked = accounts?.has(feed.account) !== false && filter.every(({ dimension }) => feed.dimensions.has(dimension));
      if (isAsked) addReport(summing, indexes, feed, feedAt);
    }
  const outside = { dimensions: [], level: OUTSIDE };
  const notMatched = tables.clients.map(() => new SumNode(outside, [], NONE, undefined, ask.terms.length, ask.buckets.length));
  const counting = new Set(ask.terms.flatMap((term) => (isListed(term) ? [term.countedBy] : [])));
  const withoutClickDay = [...counting]
    .flatMap((countedBy) => listsBy(tables, countedBy))
    .flatMap((table) => {
      const without = summings.flatMap((summing) => addOrders({ ...summing, buckets: ask.buckets, indexes, table, notMatched }) ?? []);
      // It is the same whichever terms were looked for.
      return without.slice(0, 1);
    });
  return { ...ask, plan, nodes, campaigns, notMatched, withoutClickDay };
}

/** Day of the window → bucket, NONE for days that do not count. */
function bucketIndex({ buckets, keepsDay }: Ask, window: DayRange): Int16Array {
  const index = new Int16Array(window.to - window.from + 1).fill(NONE);
  buckets.forEach((bucket, at) => index.fill(at, bucket.from - window.from, bucket.to - window.from + 1));
  return keepsDay ? index.map((bucket, at) => (keepsDay(window.from + at) ? bucket : NONE)) : index;
}

/** What is the same for every report that is summed. */
export interface Summing {
  readonly plan: Plan;
  readonly bucketOf: Int16Array;
  /** The terms that are summed, with the rows that count for them. */
  readonly alike: Alike;
  readonly passable: ReadonlySet<string>;
  readonly visit: Visitor | undefined;
}
