import { accumulate } from '../grain/accumulate';
import { type ClientTables, listsOf, NONE } from '../grain/tables';
import type { Action } from '../measure/outcome';
import { type Day, type DayRange, daysOf } from '../time/day';
import { estimateMaturity, type Maturity, maturityOf } from './maturity';

/** How late outcomes arrive, from the orders of this client; undefined where they cannot tell. */
export function lateness(tables: ClientTables, action: Action, lastDay: Day): Maturity | undefined {
  const outcomes = listsOf(tables, action)
    .flatMap((table) =>
      Array.from({ length: table.length }, (_, row) => ({
        clickDay: table.clickDay[row] ?? NONE,
        saleDay: table.saleDay[row] ?? 0,
        weight: (table.count[row] ?? 0) / 1_000_000,
      })),
    )
    .filter((each) => each.clickDay !== NONE && each.saleDay <= lastDay);
  return estimateMaturity(outcomes, lastDay);
}

/**
 * Share of the outcomes of these click days that has arrived by `lastDay`, weighted by clicks
 * (calculations, chapter 9); undefined where how late they come is not known.
 */
export function arrivedShare(tables: ClientTables, days: DayRange, action: Action, lastDay: Day): number | undefined {
  const maturity = lateness(tables, action, lastDay);
  if (!maturity) return undefined;
  const buckets = daysOf(days).map((day) => ({ from: day, to: day }));
  const sums = accumulate(tables, { terms: [{ kind: 'measure', measure: 'clicks' }], levels: ['campaign'], buckets });
  const campaigns = sums.campaigns.all();
  const weights = buckets.map(({ from: day }, bucket) => ({
    day,
    weight: campaigns.reduce((sum, node) => sum + node.total(bucket, 0), 0),
  }));
  return maturityOf(maturity, weights, lastDay);
}
