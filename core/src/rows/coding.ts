import { weekday } from '../time/day';
import type { Chunk } from './rows';

/**
 * What the rows of a report know of a dimension: it follows from their member, or from their split, and for hours of
 * the week from the weekday besides.
 */
export interface Coding {
  readonly of: 'member' | 'split';
  /** A code for each place of that list, NONE where it does not tell. By weekday: the whole list for Monday, then for Tuesday … */
  readonly codes: Int32Array;
  readonly byWeekday?: boolean;
}

/** The code of a row of a chunk, counted from its first. */
export function codeIn(coding: Coding, chunk: Chunk, row: number): number {
  const place = chunk[coding.of][row] ?? 0;
  return codeAt(coding, coding.byWeekday ? place + (coding.codes.length / DAYS_A_WEEK) * weekday(chunk.day[row] ?? 0) : place);
}

/** The code at a place, which may be one of the list seven times over. */
export const codeAt = ({ codes }: Coding, place: number): number => codes[place % codes.length] ?? NONE;

/** "No code": the row does not know this dimension. */
export const NONE = -1;
export const DAYS_A_WEEK = 7;
