import type { Figure } from './figure';

export const DIRECTIONS = ['ascending', 'descending'] as const;
export type Direction = (typeof DIRECTIONS)[number];

/** The number a figure sorts by: bounds sort by their closed side, so "more than 135" sorts as 135 and up. */
function sortKey(figure: Figure): number {
  if (figure.kind === 'value') return figure.value;
  if (figure.kind === 'gap') return NaN;
  if (figure.high === null) return Infinity;
  if (figure.low === null) return -Infinity;
  return (figure.low + figure.high) / 2;
}

/**
 * Orders figures for a sorted column. Gaps come last in both directions; an open "more than" sorts
 * beyond every value, and among themselves by their closed side.
 */
export function compareFigures(a: Figure, b: Figure, direction: Direction): number {
  const gapA = a.kind === 'gap';
  const gapB = b.kind === 'gap';
  if (gapA || gapB) return Number(gapA) - Number(gapB);
  const sign = direction === 'ascending' ? 1 : -1;
  const keyA = sortKey(a);
  const keyB = sortKey(b);
  if (keyA === keyB) return sign * (closedSide(a) - closedSide(b));
  return keyA < keyB ? -sign : sign;
}

const closedSide = (figure: Figure): number =>
  figure.kind === 'value' ? figure.value : figure.kind === 'bounds' ? (figure.low ?? figure.high ?? 0) : 0;
