import type { WireTable } from '@lens/contract';
import { BUILT_IN_BOOK, type Figure, packFigures, value } from '@lens/core';
import type { Answered } from '../answered/picture-data';

export const STYLE = { locale: 'en-GB', currency: 'GBP' };
export const column = (now: readonly Figure[], before: readonly Figure[] | null = null): WireTable['columns'][number] => ({
  ...{ now: packFigures(now), before: before && packFigures(before), change: null, beyondChance: [], doubt: [] },
});

/** Members and the figures of each metric, member by member. */
export function answered(metrics: Readonly<Record<string, readonly Figure[]>>, more: Partial<WireTable> = {}, level = 'channel'): Answered {
  const many = Object.values(metrics)[0]?.length ?? 0;
  const rows = Array.from({ length: many }, (_, at): WireTable['rows'][number] => ({
    ...{ key: `row ${at}`, parent: null, kind: 'member', level, code: at, name: `Row ${at}`, note: '', channel: null, depth: 0 },
    ...{ hasChildren: false, more: 0, held: null },
  }));
  const table: WireTable = {
    ...{ metrics: Object.keys(metrics), rows, columns: Object.values(metrics).map((each) => column(each)), across: null },
    ...{ withoutClickDay: [], unknown: 0, untold: null, kept: null, arrived: null, dataVersion: 1 },
    ...more,
  };
  return { table, rows, book: BUILT_IN_BOOK, style: STYLE };
}
export const named = (id: string) => BUILT_IN_BOOK.named(id);
export const many = (count: number): Figure[] => Array.from({ length: count }, (_, at) => value(at + 1));
