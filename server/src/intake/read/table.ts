import type { Cell, FileLayout } from '@lens/core';
import { readJson } from './json';
import { readSeparated } from './separated';
import { readSheet } from './sheet';
import { UnreadableFile } from './unreadable-file';

export interface TableLine {
  /** Line or row of the file, from 1. */
  readonly line: number;
  readonly cells: readonly Cell[];
}

const MOST_COLUMNS = 500;
const LONGEST_CELL = 32_767;

/** Reads the filled lines of a stored file in order, title lines and header first. Streams: memory does not grow with the file. */
export async function* readTable(path: string, layout: FileLayout): AsyncGenerator<TableLine> {
  for await (const line of linesOf(path, layout)) {
    if (line.cells.length > MOST_COLUMNS)
      throw new UnreadableFile(`Line ${line.line} has ${line.cells.length} columns; at most ${MOST_COLUMNS} can be read.`);
    const long = line.cells.findIndex((cell) => typeof cell === 'string' && cell.length > LONGEST_CELL);
    if (long >= 0)
      throw new UnreadableFile(`Line ${line.line}, column ${long + 1} is longer than ${LONGEST_CELL} characters. Is a quote not closed?`);
    yield line;
  }
}

function linesOf(path: string, layout: FileLayout): AsyncGenerator<TableLine> {
  switch (layout.format) {
    case 'separated':
      return readSeparated(path, layout);
    case 'sheet':
      return readSheet(path, layout.sheet);
    case 'json':
      return readJson(path, layout.encoding);
  }
}
