import type { Chunk, Rows } from './rows';

/**
 * Rows with the budget of their days beside the daily budget: what could have been spent, which adds up. A day on
 * which the member was paused has none (calculations, chapter 2).
 */
export function withBudget(rows: Rows): Rows {
  if (!rows.columns.has(DAILY) || rows.columns.has(BUDGET)) return rows;
  const isPausedTold = rows.columns.has(RUNNING);
  return {
    length: rows.length,
    members: rows.members,
    splits: rows.splits,
    spans: rows.spans,
    columns: new Set([...rows.columns, BUDGET]),
    mayLack: (column) => rows.mayLack(column === BUDGET ? DAILY : column),
    scan: (days, columns, each) => {
      const at = columns.indexOf(BUDGET);
      if (at < 0) {
        rows.scan(days, columns, each);
        return;
      }
      const asked = columns.with(at, DAILY);
      rows.scan(days, isPausedTold ? [...asked, RUNNING] : asked, (chunk) => {
        if (isPausedTold) clearPaused(chunk, at, columns.length);
        each(chunk);
      });
    },
  };
}

const DAILY = 'daily budget';
const BUDGET = 'budget';
const RUNNING = 'running';

function clearPaused({ amounts, length }: Chunk, budget: number, running: number): void {
  const [own, runs] = [amounts[budget], amounts[running]];
  if (own && runs) for (let row = 0; row < length; row++) if (runs[row] === 0) own[row] = 0;
}
