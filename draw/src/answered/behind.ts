import type { Bars } from '../bars';
import type { Heat } from '../heat';
import { type Lines, notesAt } from '../lines';
import type { Ring } from '../ring';
import type { Scatter } from '../scatter';

/** The table behind a picture, for whoever does not see it: the same figures, in the words they have on hover. */
export interface Behind {
  readonly heads: readonly string[];
  /** Each begins with what it is of. */
  readonly rows: readonly (readonly string[])[];
}

const MEMBER = 'Member';

export function behindBars({ bars, write }: Bars, label: string): Behind {
  const isCompared = bars.some(({ before }) => before !== null);
  return {
    heads: [MEMBER, label, ...(isCompared ? ['In the days compared with'] : [])],
    rows: bars.map(({ name, now, before }) => [name, write(now), ...(isCompared ? [before ? write(before) : ''] : [])]),
  };
}

export const behindRing = ({ parts, write }: Ring, label: string): Behind => ({
  heads: [MEMBER, label, 'Share'],
  rows: parts.map(({ name, figure, share }) => [name, write(figure), share]),
});

export const behindScatter = ({ points }: Scatter): Behind => ({
  heads: ['Member and its figures'],
  rows: points.map(({ words }) => [words]),
});

export const behindHeat = ({ rows, columns, cells, write }: Heat): Behind => ({
  heads: [MEMBER, ...columns],
  rows: rows.map((name, row) => [name, ...(cells[row] ?? []).map(({ figure }) => write(figure))]),
});

/** Day by day, with what is marked there. */
export function behindLines(of: Lines): Behind {
  const { labels, lines, write } = of;
  const notes = labels.map((_, at) => notesAt(of, at).join('; '));
  const hasNotes = notes.some((note) => note !== '');
  return {
    heads: ['Days', ...lines.map(({ name }) => name), ...(hasNotes ? ['Noted'] : [])],
    rows: labels.map((label, at) => [
      label,
      ...lines.map(({ figures }) => (figures[at] ? write(figures[at]) : '')),
      ...(hasNotes ? [notes[at] ?? ''] : []),
    ]),
  };
}
