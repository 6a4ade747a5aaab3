import { changeText, figureText, type Metric, unpackFigures } from '@lens/core';
import { type Answered, wholeRow } from './picture-data';

/** One figure in all, with how it changed, in words. */
export interface BigFigure {
  /** The key of its row. */
  readonly row: string;
  readonly text: string;
  readonly spoken: string;
  readonly label: string;
  /** Empty where nothing is compared. */
  readonly change: string;
}

/** The figure of all that the advertising brought; null where there is none. */
export function bigFigure(answered: Answered, { id, label, unit }: Metric): BigFigure | null {
  const { table, style } = answered;
  const row = wholeRow(answered);
  const at = row ? table.rows.indexOf(row) : -1;
  const column = table.columns[table.metrics.indexOf(id)];
  const now = column && unpackFigures(column.now)[at];
  if (!row || !now) return null;
  const change = column.change && unpackFigures(column.change)[at];
  return {
    row: row.key,
    ...figureText(now, unit, style),
    label: row.kind === 'matched' ? `${label}, matched to campaigns` : label,
    change: change?.kind === 'value' ? changeText(change, style).spoken : '',
  };
}
