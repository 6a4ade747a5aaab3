import type { ClientTables } from '../grain/tables';
import { isRowDimension, passable } from '../question/dimensions';

/**
 * What rows and filters ask of data that no report, and no list of outcomes, tells together; null where each step
 * down the rows is told by some. Levels that may be passed over need not be told.
 */
export function untold({ feeds, orders }: ClientTables, rows: readonly string[], filtered: readonly string[]): readonly string[] | null {
  const own = filtered.filter(isRowDimension);
  const levelsMay = passable(rows);
  const sources = [...feeds.map(({ dimensions }) => dimensions), ...orders.map(({ codes }) => codes)];
  for (let depth = 0; depth <= rows.length; depth++) {
    const asked = [...new Set([...own, ...rows.slice(0, depth).filter(isRowDimension)])];
    const needed = asked.filter((dimension) => own.includes(dimension) || !levelsMay.has(dimension));
    if (needed.length > 0 && !sources.some((source) => needed.every((each) => source.has(each)))) return asked;
  }
  return null;
}
