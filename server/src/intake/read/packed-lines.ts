import type { TableLine } from './table';

/** Lines that follow each other as one text, or as they are: a text goes from thread to thread much faster than its cells. */
export type PackedLines = { readonly first: number; readonly text: string } | readonly TableLine[];

// Separators that texts do not hold, by what they are called in ASCII.
const UNIT = '\u001f';
const RECORD = '\u001e';

export function packed(lines: readonly TableLine[]): PackedLines {
  const first = lines[0]?.line ?? 0;
  const isText = lines.every(
    ({ line, cells, problem }, at) =>
      line === first + at &&
      problem === undefined &&
      cells.every((cell) => typeof cell === 'string' && !cell.includes(UNIT) && !cell.includes(RECORD)),
  );
  return isText && lines.length > 0 ? { first, text: lines.map(({ cells }) => cells.join(UNIT)).join(RECORD) } : lines;
}

export function unpacked(lines: PackedLines): readonly TableLine[] {
  if (!('text' in lines)) return lines;
  return lines.text.split(RECORD).map((record, at) => ({ line: lines.first + at, cells: record.split(UNIT) }));
}
