import type { Cell, FileLayout } from '@lens/core';
import { readJson } from './json';
import { readSeparated } from './separated';
import { readSheet } from './sheet';
import { UnreadableFile } from './unreadable-file';

export interface TableLine {
  /** Line or row of the file, from 1. */
  readonly line: number;
  readonly cells: readonly Cell[];
  /** Why the line cannot be read, where its marks are wrong; it then has no cells. */
  readonly problem?: string;
}

const MOST_COLUMNS = 500;
const LONGEST_CELL = 32_767;

/** Reads the filled lines of a stored file in order, title lines and header first. Streams: memory does not grow with the file. */
export async function* readTable(path: string, layout: FileLayout): AsyncGenerator<TableLine> {
  for await (const lines of readBlocks(path, layout)) yield* lines;
}

/** The same, as many lines at once as were read together: waiting for each by itself takes longer than reading it. */
export async function* readBlocks(path: string, layout: FileLayout): AsyncGenerator<readonly TableLine[]> {
  for await (const lines of blocksOf(path, layout)) {
    lines.forEach(refuseLarge);
    yield lines;
  }
}

function refuseLarge({ line, cells }: TableLine): void {
  if (cells.length > MOST_COLUMNS)
    throw new UnreadableFile(`Line ${line} has ${cells.length} columns; at most ${MOST_COLUMNS} can be read.`);
  const long = cells.findIndex((cell) => typeof cell === 'string' && cell.length > LONGEST_CELL);
  if (long >= 0)
    throw new UnreadableFile(`Line ${line}, column ${long + 1} is longer than ${LONGEST_CELL} characters. Is a quote not closed?`);
}

function blocksOf(path: string, layout: FileLayout): AsyncGenerator<readonly TableLine[]> {
  switch (layout.format) {
    case 'separated':
      return readSeparated(path, layout);
    case 'sheet':
      return oneByOne(readSheet(path, layout.sheet));
    case 'json':
      return oneByOne(readJson(path, layout.encoding));
  }
}

async function* oneByOne(lines: AsyncIterable<TableLine>): AsyncGenerator<readonly TableLine[]> {
  for await (const line of lines) yield [line];
}
