/** How a channel writes its exports. */
export interface Dialect {
  readonly delimiter: ',' | ';';
  readonly decimal: '.' | ',';
  readonly day: (day: number) => string;
}

export type Cell = string | number;

/** Money in hundredths as the dialect writes it. */
export const money = ({ decimal }: Dialect, hundredths: number): string => (hundredths / 100).toFixed(2).replace('.', decimal);

/** One line of separated text; cells with separators or quotes are quoted (RFC 4180). */
export function line({ delimiter }: Dialect, cells: readonly Cell[]): string {
  return cells.map((cell) => quoted(String(cell), delimiter)).join(delimiter);
}

const quoted = (text: string, delimiter: string): string =>
  text.includes(delimiter) || /["\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
