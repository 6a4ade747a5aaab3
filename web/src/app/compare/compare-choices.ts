import type { ChangeAs, Sort } from '@lens/core';
import type { Choice } from '../ui/choices';

/** Parts of the sentence that take no room while they are not used. */
export type Part = 'others' | 'columns' | 'where' | 'having' | 'named' | 'settings' | 'changes' | 'doubts';
export const PARTS: readonly Choice<Part>[] = [
  { value: 'columns', label: 'in columns by…', note: 'one metric by week, by device…' },
  { value: 'where', label: 'where…', note: 'what is kept of the data' },
  { value: 'having', label: 'only…', note: 'members that come to something' },
  { value: 'named', label: 'named…', note: 'members with a text in their name' },
  { value: 'changes', label: 'with changes as amounts', note: 'beside per cent, or instead' },
  { value: 'settings', label: 'with settings', note: 'status and last change of each member' },
  { value: 'doubts', label: 'without ≈', note: 'the mark at figures of few clicks or sales' },
  { value: 'others', label: 'together with…', note: 'other clients in the same table' },
];

export const CHANGES: readonly Choice<ChangeAs>[] = [
  { value: 'share', label: 'in per cent' },
  { value: 'amount', label: 'as amounts' },
  { value: 'both', label: 'as amounts and in per cent' },
];

export const SETTINGS: readonly Choice<boolean>[] = [
  { value: true, label: 'status and last change' },
  { value: false, label: 'leave them out' },
];

export const DOUBTS: readonly Choice<boolean>[] = [
  { value: true, label: 'mark them with ≈' },
  { value: false, label: 'leave the mark out' },
];

/** The choice of columns that is no field. */
export const METRICS = ' metrics';

/** A choice of what to sort by: “change of spend”. */
export const sortKey = ({ by, of }: Pick<Sort, 'by' | 'of'>): string => (by === 'name' ? by : `${of} of ${by}`);

/** Files a table can be taken along in. */
export const EXPORTS = [
  { label: 'CSV', format: 'csv', limits: 'words' },
  { label: 'CSV, limits and gaps in columns', format: 'csv', limits: 'columns' },
  { label: 'Workbook (XLSX)', format: 'xlsx', limits: 'words' },
  { label: 'Workbook (XLSX), limits and gaps in columns', format: 'xlsx', limits: 'columns' },
  { label: 'JSON', format: 'json', limits: 'words' },
] as const;
