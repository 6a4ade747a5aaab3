import { compareFigures } from '../figure/order';
import { gap } from '../figure/figure';
import type { MetricId } from '../metric/metric';
import { isDayDimension, isInOrder } from '../question/dimensions';
import type { Question } from '../question/question';
import type { ColumnHead } from './across';
import { type Answer, memberNamed } from './answer';
import { COLUMN } from '../question/row-key';
import type { ComparisonRow, RowCell } from './comparison';
import type { Member } from './member';
import type { Selection } from './selection';

/** Columns that one table shows. */
const MOST_COLUMNS = 60;

/** One metric of the rows of a table, by the members of a dimension. */
export interface AcrossTable {
  readonly metric: MetricId;
  /** Days, hours and ages in their order, all else by what its total comes to, the most first. */
  readonly heads: readonly ColumnHead[];
  /** How many columns there are beyond those. */
  readonly more: number;
  /** Of each row as a whole. */
  readonly whole: readonly (RowCell | null)[];
  /** By row, then by column; null where a row has no such part. */
  readonly cells: readonly (readonly (RowCell | null)[])[];
}

export function acrossTable(
  found: Answer,
  { columns }: Question,
  rows: readonly ComparisonRow[],
  selection: Selection,
  cell: (member: Member, metric: MetricId) => RowCell,
): AcrossTable | null {
  if (!columns || !found.across) return null;
  const { by, metric } = columns;
  const named = (key: string): Member | undefined => memberNamed(found, () => selection, key);
  const part = (row: string, column: string): Member | undefined => named(row + COLUMN + column);
  const totalOf = ({ key }: ColumnHead) => {
    const own = part('total', key);
    return own ? cell(own, metric).now : gap('not measured');
  };
  const figures = new Map(found.across.heads.map((head) => [head, totalOf(head)]));
  const heads = [...found.across.heads].sort((a, b) =>
    isDayDimension(by)
      ? Number(a.code) - Number(b.code)
      : isInOrder(by)
        ? a.name.localeCompare(b.name, 'en', { numeric: true })
        : compareFigures(figures.get(a) ?? gap('not measured'), figures.get(b) ?? gap('not measured'), 'descending') ||
          a.name.localeCompare(b.name, 'en'),
  );
  const shown = heads.slice(0, MOST_COLUMNS);
  const whole = rows.map(({ key }) => {
    const own = named(key);
    return own ? cell(own, metric) : null;
  });
  const cells = rows.map(({ key }) =>
    shown.map((head) => {
      const own = part(key, head.key);
      return own ? cell(own, metric) : null;
    }),
  );
  return {
    metric,
    heads: shown.map(({ key, code, name, note }) => ({ key, code, name, note })),
    more: heads.length - shown.length,
    whole,
    cells,
  };
}
