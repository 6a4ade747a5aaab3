import type { WireTable } from '@lens/contract';
import { isDayDimension, type PictureKind } from '@lens/core';
import { wholeRow } from './picture-data';
import { mostMembers } from './time-lines';

type Row = WireTable['rows'][number];

/** Pictures whose axis is of days: there days are no members. */
const OVER_DAYS: readonly PictureKind[] = ['line', 'stacked', 'multiples'];

/** Whether a picture is of one row: all that the advertising brought, or of a funnel the one that somebody marked. */
const isOfAll = (picture: PictureKind, marked: number): boolean => picture === 'figure' || (picture === 'funnel' && marked !== 1);

/** The rows that are drawn: those that somebody marked, else the outermost members; or the one row that tells all. */
export function drawnRows(rows: readonly Row[], marked: readonly Row[], picture: PictureKind): readonly Row[] {
  if (isOfAll(picture, marked.length)) return [wholeRow({ table: { rows: rows } })].filter((row) => row !== undefined);
  if (marked.length > 0) return marked;
  const isOutermost = ({ depth, kind }: Row): boolean => depth === 0 && kind === 'member';
  return rows.filter((row) => isOutermost(row) && !(OVER_DAYS.includes(picture) && isDayDimension(row.level)));
}

/** The rows whose metric is drawn over days: the first that have room of those that are drawn. */
export const drawnMembers = (rows: readonly Row[], marked: readonly string[], picture: PictureKind): readonly Row[] =>
  drawnRows(rows, markedRows(rows, marked), picture).slice(0, mostMembers(picture));

/** Rows by their keys, as they stand in the table. */
export const markedRows = (rows: readonly Row[], marked: readonly string[]): readonly Row[] =>
  marked.length === 0 ? [] : rows.filter(({ key }) => marked.includes(key));

/** What of the rows it is, in words behind the metric that is drawn. */
export function drawnText(marked: readonly Row[], picture: PictureKind, isMatched: boolean): string {
  if (isOfAll(picture, marked.length)) return isMatched ? 'of all that campaigns brought' : 'of all of it';
  return marked.length === 0 ? 'of the first members; mark rows to draw others' : 'of the rows marked';
}
