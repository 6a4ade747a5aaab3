import { type PlainCell, safeCell } from '@lens/core';
import { stringify } from 'csv-stringify/sync';

/**
 * Writes rows as CSV (RFC 4180, UTF-8 with a mark so that spreadsheets read the names right). Text from people is kept
 * from running as a formula in a spreadsheet, numbers stay numbers.
 */
export function toCsv(headers: readonly string[], rows: readonly (readonly PlainCell[])[]): string {
  return stringify([headers, ...rows] as (PlainCell[] | string[])[], {
    bom: true,
    record_delimiter: 'windows',
    // A lone line feed or return ends a row for many readers, so it is quoted as well.
    quoted_match: /[\r\n]/,
    cast: { string: safeCell },
  });
}
