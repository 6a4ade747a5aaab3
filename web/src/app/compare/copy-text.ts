import type { WireTable } from '@lens/contract';
import { type MetricBook, type PlainCell, plainColumns, plainName, safeCell } from '@lens/core';

/**
 * Rows of a table as text that spreadsheets take: cells with tabs between, numbers plain whatever the locale, under a
 * head. Each row says what it lies in. The share of spend that figures cover stands beside them where it is not all.
 */
export function copyText(table: WireTable, keys: ReadonlySet<string> | null, book: MetricBook, currency: string): string {
  const columns = plainColumns(table, book, currency, 'words').filter(
    ({ isCoverage, cells }) => !isCoverage || cells.some((cell) => typeof cell === 'number' && cell < 1),
  );
  const names = new Map(table.rows.map((row) => [row.key, plainName(row)]));
  const parents = new Map(table.rows.map(({ key, parent }) => [key, parent]));
  const pathOf = (key: string): string => {
    const above: string[] = [];
    for (let own = parents.get(key); own; own = parents.get(own)) above.unshift(names.get(own) ?? '');
    return above.join(' › ');
  };
  const lines = table.rows.flatMap(({ key, level }, at): PlainCell[][] =>
    keys === null || keys.has(key) ? [[level, pathOf(key), names.get(key) ?? '', ...columns.map(({ cells }) => cells[at] ?? null)]] : [],
  );
  return [['Level', 'In', 'Name', ...columns.map(({ header }) => header)], ...lines]
    .map((line) => line.map(cellText).join('\t'))
    .join('\n');
}

/** Names from people are kept from being read as formulas or as further cells. */
function cellText(cell: PlainCell): string {
  if (cell === null) return '';
  if (typeof cell === 'number') return String(cell);
  return safeCell(cell.replace(/[\t\r\n]+/g, ' '));
}
