/** A cell of a table: text, or a number where the file itself holds one (spreadsheets, JSON). */
export type Cell = string | number;

export const cellText = (cell: Cell | undefined): string => (typeof cell === 'number' ? String(cell) : (cell ?? '').trim());
