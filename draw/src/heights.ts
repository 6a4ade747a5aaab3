import type { Figure } from '@lens/core';

/** Where a figure is drawn: a bound at its closed side; null for a gap. */
export function heightOf(figure: Figure | undefined): number | null {
  if (figure === undefined || figure.kind === 'gap') return null;
  return figure.kind === 'value' ? figure.value : (figure.low ?? figure.high);
}

/** Between which a figure lies, where both ends are known and apart. */
export const rangeOf = (figure: Figure | undefined): readonly [number, number] | null =>
  figure?.kind === 'bounds' && figure.low !== null && figure.high !== null ? [figure.low, figure.high] : null;
