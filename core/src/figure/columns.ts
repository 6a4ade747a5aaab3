import { bounds, type Figure, gap, type Gap, value, withCoverage } from './figure';

/** Figures of one column packed for the wire: plain numbers, with what is not a plain number beside them by row. */
export interface FigureColumn {
  values: (number | null)[];
  gaps: [row: number, gap: Gap][];
  bounds: [row: number, low: number | null, high: number | null][];
  coverage: [row: number, share: number][];
}

/** Packs figures; the position in the list is the row. */
export function packFigures(figures: readonly Figure[]): FigureColumn {
  const packed: FigureColumn = { values: [], gaps: [], bounds: [], coverage: [] };
  figures.forEach((figure, row) => {
    packed.values.push(figure.kind === 'value' ? figure.value : null);
    if (figure.kind === 'gap') packed.gaps.push([row, figure.gap]);
    if (figure.kind === 'bounds') packed.bounds.push([row, figure.low, figure.high]);
    if (figure.coverage !== undefined) packed.coverage.push([row, figure.coverage]);
  });
  return packed;
}

/** The figures of a packed column, in row order. */
export function unpackFigures(column: FigureColumn): Figure[] {
  const figures = column.values.map((number): Figure => (number === null ? gap('not measured') : value(number)));
  for (const [row, name] of column.gaps) figures[row] = gap(name);
  for (const [row, low, high] of column.bounds) figures[row] = bounds(low, high);
  for (const [row, share] of column.coverage) figures[row] = withCoverage(figures[row] ?? gap('not measured'), share);
  return figures;
}
