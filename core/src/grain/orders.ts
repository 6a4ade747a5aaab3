import { type OutcomePart, partKey } from '../measure/outcome';
import { MILLIONTHS } from '../measure/scale';
import type { Bucket, Summing } from './accumulate';
import { addAmount, type NodeIndex, type SumNode } from './node';
import { rowKeys } from './row-keys';
import { tells } from './row-filter';
import { ordersAnswer } from './source';
import { NONE } from '../rows/coding';
import { type OrderTable, SKIPPED, worthOf } from './tables';
import { numberFactors, productOn } from './worth';

/** Outcomes of one action that cannot be placed by click date because they carry none. */
export interface WithoutClickDay {
  readonly action: string;
  readonly count: number;
  /** In the client's currency. */
  readonly value: number;
}

export interface AddOrders extends Summing {
  readonly buckets: readonly Bucket[];
  readonly indexes: readonly NodeIndex[];
  readonly table: OrderTable;
  /** By client. */
  readonly notMatched: readonly SumNode[];
}

/**
 * Adds orders to the members their tags lead to, on the day the term asks for. An order that
 * reaches a campaign but no ad stays with the campaign; one that reaches nothing is "not matched". Tells
 * those that have no place by click date, where some are looked for.
 */
export function addOrders(into: AddOrders): WithoutClickDay | undefined {
  const { plan, bucketOf, table, alike } = into;
  const wanted = plan.terms.flatMap((term, index) =>
    alike.terms.has(index) && ordersAnswer(table, term)
      ? [
          {
            index,
            part: term.part,
            byClick: term.basis === 'click',
            within: term.within ?? Infinity,
            factors: numberFactors(plan.tables, table.client ?? 0, term),
          },
        ]
      : [],
  );
  if (wanted.length === 0) return undefined;
  const { from } = plan.window;
  const byClick = wanted.some((each) => each.byClick);
  const places = new Places(into);
  const unplaced = { action: table.action, count: 0, value: 0 };
  for (let row = 0; row < table.length; row++) {
    const saleDay = table.saleDay[row] ?? 0;
    const clickDay = table.clickDay[row] ?? NONE;
    const onSale = bucketOf[saleDay - from] ?? NONE;
    const onClick = clickDay === NONE ? NONE : (bucketOf[clickDay - from] ?? NONE);
    if (onSale === NONE && onClick === NONE) continue;
    // The first bucket holds the days asked for; what they are compared with comes behind it.
    if (byClick && clickDay === NONE && onSale === 0) countIn(unplaced, table, row);
    for (const { index, part, byClick: isByClick, within, factors } of wanted) {
      if (clickDay !== NONE && saleDay - clickDay > within) continue;
      const [day, bucket] = isByClick ? [clickDay, onClick] : [saleDay, onSale];
      if (bucket === NONE || (isByClick && saleDay > (into.buckets[bucket]?.knownBy ?? Infinity))) continue;
      const amount = amountOf(table, row, part, factors.length === 0 ? 1 : productOn(factors, day));
      // What a row does not tell, or tells in money without a rate, is something, nobody knows how much: the sum is "at least".
      // Without the day of the click it came soon enough, or not.
      const counted = amount && clickDay === NONE && within < Infinity ? { amount: 0, most: amount.most } : amount;
      if (counted !== undefined) place(into, places.of(row), { row, day, bucket, term: index, ...counted });
    }
  }
  return unplaced.count > 0 ? unplaced : undefined;
}

function countIn(tally: { count: number; value: number }, table: OrderTable, row: number): void {
  const value = worthOf(table, row);
  tally.count += (table.count[row] ?? 0) / MILLIONTHS;
  tally.value += Number.isNaN(value) ? 0 : value / MILLIONTHS;
}

interface Placed {
  readonly row: number;
  readonly day: number;
  readonly bucket: number;
  readonly term: number;
  readonly amount: number;
  readonly most: number;
}

function place(into: AddOrders, where: readonly Place[] | undefined, placed: Placed): void {
  const { day, bucket, term, amount, most } = placed;
  if (!where) {
    const outside = into.notMatched[into.table.client ?? 0];
    if (!outside) return;
    addAmount(outside.part(bucket, 0), term, amount, most);
    if (into.visit) show(into, into.visit, placed, 0, outside);
    return;
  }
  for (const { level, node, measured } of where) {
    addAmount(node.part(bucket, measured[day - into.plan.window.from] ?? 0), term, amount, most);
    if (into.visit) show(into, into.visit, placed, level, node);
  }
}

function show(
  { table }: AddOrders,
  visit: NonNullable<Summing['visit']>,
  { row, bucket, term, amount, most }: Placed,
  level: number,
  node: SumNode,
): void {
  visit({
    level,
    node,
    bucket,
    term,
    amount,
    most,
    adding: 'adds',
    feedId: table.feedId,
    rows: 1,
    imports: new Set([table.importId[row] ?? 0]),
  });
}

interface Place {
  readonly level: number;
  readonly node: SumNode;
  readonly measured: ArrayLike<number>;
}

/** Finds the nodes an order's tags lead to, one a level: none where it is not asked for, undefined where they lead nowhere. Many orders share theirs. */
class Places {
  private readonly known: (readonly Place[] | null)[] = [];
  private readonly keys: Int32Array;

  constructor(private readonly into: AddOrders) {
    this.keys = rowKeys(into.table, [...(into.indexes.at(-1)?.dimensions ?? []), ...into.alike.filter.map(({ dimension }) => dimension)]);
  }

  of(row: number): readonly Place[] | undefined {
    const key = this.keys[row] ?? NONE;
    const known = this.known[key];
    if (known !== undefined) return known ?? undefined;
    const found = this.find(row);
    this.known[key] = found ?? null;
    return found;
  }

  private find(row: number): readonly Place[] | undefined {
    const { plan, indexes, table, passable, alike } = this.into;
    const { filter, accounts } = alike;
    const codeOf = (dimension: string): number => table.codes.get(dimension)?.[row] ?? NONE;
    const campaign = codeOf('campaign');
    const account = plan.tables.campaignAccount.get(campaign);
    const isMatched = campaign !== NONE && account !== undefined;
    if (!isMatched && !accounts && filter.length === 0) return undefined;
    if (!isMatched || accounts?.has(account) === false || tells(filter, codeOf) !== 'yes') return [];
    const places: Place[] = [];
    for (const level of indexes) {
      const last = level.dimensions.length - 1;
      const path = level.dimensions.map((dimension, depth) => {
        const code = codeOf(dimension);
        return code === NONE && depth < last && table.codes.has(dimension) && passable.has(dimension) ? SKIPPED : code;
      });
      if (path.includes(NONE)) continue;
      const node = level.at(path, account, campaign);
      places.push({ level: level.level, node, measured: plan.cells(level, campaign, account).measuredAt(node.path) });
    }
    return places;
  }
}

interface Within {
  readonly amount: number;
  readonly most: number;
}

const exactly = (amount: number): Within => ({ amount, most: amount });
const UNTOLD: Within = { amount: 0, most: Infinity };

/** What a row adds to a part of its outcomes, times a factor; undefined where that is NaN: on days without the number it asks for. */
function amountOf(table: OrderTable, row: number, part: OutcomePart, factor: number): Within | undefined {
  if (Number.isNaN(factor)) return undefined;
  const amount = part === 'count' ? (table.count[row] ?? 0) : (table.amounts.get(partKey(part))?.[row] ?? NaN);
  if (Number.isNaN(amount)) return UNTOLD;
  return exactly(factor === 1 ? amount : Math.round(amount * factor));
}
