import type { OutcomePart } from '../measure/outcome';
import type { Bucket, Visitor } from './accumulate';
import type { NodeIndex, SumNode } from './node';
import { ordersAnswer, type Plan } from './plan';
import { marginOn, NONE, type OrderTable } from './tables';

export interface AddOrders {
  readonly plan: Plan;
  readonly buckets: readonly Bucket[];
  readonly bucketOf: Int16Array;
  readonly nodes: readonly NodeIndex[];
  readonly table: OrderTable;
  readonly notMatched: SumNode;
  readonly withoutClickDay: { orders: number; value: number };
  readonly visit: Visitor | undefined;
}

/**
 * Adds orders to the members their tags lead to, on the day the term asks for. An order that
 * reaches a campaign but no ad stays with the campaign; one that reaches nothing is "not matched".
 */
export function addOrders(into: AddOrders): void {
  const { plan, bucketOf, table } = into;
  const wanted = plan.terms.flatMap((term, index) =>
    ordersAnswer(table, term) && term.kind === 'outcome' ? [{ index, part: term.part, byClick: term.basis === 'click' }] : [],
  );
  if (wanted.length === 0) return;
  const { from } = plan.window;
  const byClick = wanted.some((each) => each.byClick);
  for (let row = 0; row < table.length; row++) {
    const saleDay = table.saleDay[row] ?? 0;
    const clickDay = table.clickDay[row] ?? NONE;
    if (byClick && clickDay === NONE && (bucketOf[saleDay - from] ?? NONE) !== NONE) {
      into.withoutClickDay.orders += 1;
      into.withoutClickDay.value += table.value[row] ?? 0;
    }
    for (const each of wanted) {
      const day = each.byClick ? clickDay : saleDay;
      const bucket = day === NONE ? NONE : (bucketOf[day - from] ?? NONE);
      if (each.byClick && saleDay > (into.buckets[bucket]?.knownBy ?? Infinity)) continue;
      const amount = bucket === NONE ? undefined : amountOf(table, row, each.part, marginOn(plan.tables.margin, day));
      if (amount !== undefined) place(into, row, { day, bucket, term: each.index, amount });
    }
  }
}

interface Placed {
  readonly day: number;
  readonly bucket: number;
  readonly term: number;
  readonly amount: number;
}

function place({ plan, nodes, table, notMatched, visit }: AddOrders, row: number, { day, ...placed }: Placed): void {
  const seen = { ...placed, feedId: table.feedId[row] ?? 0, importId: table.importId[row] ?? 0 };
  const campaign = table.codes.get('campaign')?.[row] ?? NONE;
  const account = plan.tables.campaignAccount.get(campaign);
  if (campaign === NONE || account === undefined) {
    notMatched.add(placed.bucket, 0, placed.term, placed.amount);
    visit?.({ level: 0, node: notMatched, ...seen });
    return;
  }
  for (const level of nodes) {
    const path = Int32Array.from(level.dimensions, (dimension) => table.codes.get(dimension)?.[row] ?? NONE);
    if (path.includes(NONE)) return;
    const node = level.at(path, account);
    const mask = plan.cells(level.dimensions, campaign, account).measured[day - plan.window.from] ?? 0;
    node.add(placed.bucket, mask, placed.term, placed.amount);
    visit?.({ level: level.level, node, ...seen });
  }
}

function amountOf(table: OrderTable, row: number, part: OutcomePart, margin: number | undefined): number | undefined {
  if (part === 'count') return table.count[row];
  const value = table.value[row] ?? NaN;
  if (Number.isNaN(value)) return undefined;
  if (part === 'value') return value;
  return margin === undefined ? undefined : Math.round(value * margin);
}
