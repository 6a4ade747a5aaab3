import type { WireTable } from '@lens/contract';
import { isDayDimension, type PictureKind } from '@lens/core';
import { wholeRow } from './picture-data';
import { mostMembers } from './time-lines';

type Row = WireTable['rows'][number];

/** Pictures whose axis is of days: there days are no members. */
const OVER_DAYS: readonly PictureKind[] = ['line', 'stacked', 'multiples'];

/** The rows that are drawn: those that somebody marked, else the outermost members. */
export function drawnRows(rows: readonly Row[], marked: readonly Row[], picture: PictureKind): readonly Row[] {
  if (marked.length > 0) return marked;
  const isOutermost = ({ depth, kind }: Row): boolean => depth === 0 && kind === 'member';
  return rows.filter((row) => isOutermost(row) && !(OVER_DAYS.includes(picture) && isDayDimension(row.level)));
}

/** The members whose metric is drawn over days: the first that have room, or all that the advertising brought. */
export function drawnMembers(table: Pick<WireTable, 'rows'>, picture: PictureKind): readonly Row[] {
  const whole = wholeRow({ table });
  if (picture === 'figure') return whole ? [whole] : [];
  return drawnRows(table.rows, [], picture).slice(0, mostMembers(picture));
}

/** What of the rows it is, in words behind the metric that is drawn. */
export function drawnText(marked: readonly Row[], picture: PictureKind, isMatched: boolean): string {
  if (picture === 'figure' || (picture === 'funnel' && marked.length !== 1))
    return isMatched ? 'of all that campaigns brought' : 'of all of it';
  return marked.length === 0 ? 'of the first members; mark rows to draw others' : 'of the rows marked';
}
