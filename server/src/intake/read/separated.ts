import type { FileLayout } from '@lens/core';
import { parse } from 'csv-parse/sync';
import { pipeline } from 'node:stream';
import type { TableLine } from './table';
import { decoded, storedBytes } from './text';
import { UnreadableFile } from './unreadable-file';

/** Characters parsed at once: enough that starting the parser costs nothing, little enough for memory. */
const BLOCK = 262_144;
const LONGEST_LINE = 1_000_000;

/**
 * Reads separated text in blocks of whole lines; quoted cells may hold line breaks. A line break ends
 * a line where the quotes before it are even in number.
 */
export async function* readSeparated(path: string, { delimiter, encoding }: FileLayout): AsyncGenerator<readonly TableLine[]> {
  const text = decoded(encoding);
  const fail = (error: unknown): void => void (error && text.destroy(error instanceof Error ? error : new Error(String(error))));
  pipeline([...storedBytes(path), text] as never, fail);
  const block = new Block(delimiter);
  for await (const chunk of text as AsyncIterable<string | Buffer>) {
    const lines = block.add(String(chunk));
    if (lines.length > 0) yield lines;
  }
  yield block.rest();
}

/** Text that has not been parsed yet, and the line it begins on. */
class Block {
  private waiting = '';
  private line = 0;
  /** What ends a line, by the first that is there. */
  private breaks: string | undefined;

  constructor(private readonly delimiter: string) {}

  add(chunk: string): TableLine[] {
    this.waiting += chunk;
    if (this.waiting.length < BLOCK) return [];
    const end = this.lastLineEnd();
    if (end === 0 && this.waiting.length > LONGEST_LINE)
      throw this.unreadable('a quotation mark is not closed, or a line is far too long.');
    if (end === 0) return [];
    const whole = this.waiting.slice(0, end);
    this.waiting = this.waiting.slice(end);
    return this.parse(whole);
  }

  rest(): TableLine[] {
    return this.parse(this.waiting);
  }

  /** Behind the last line break that is not inside quotes; 0 where there is none. */
  private lastLineEnd(): number {
    const breaks = this.lineBreak();
    let end = this.waiting.lastIndexOf(breaks);
    let quotes = countOf(this.waiting, '"', 0, end);
    while (end >= 0 && quotes % 2 === 1) {
      const before = end > 0 ? this.waiting.lastIndexOf(breaks, end - 1) : -1;
      quotes -= countOf(this.waiting, '"', Math.max(0, before), end);
      end = before;
    }
    return end < 0 ? 0 : end + breaks.length;
  }

  private lineBreak(): string {
    this.breaks ??= /\r\n|\n|\r/.exec(this.waiting)?.[0];
    return this.breaks ?? '\n';
  }

  private parse(text: string): TableLine[] {
    const lines: TableLine[] = [];
    for (const cells of this.records(text)) {
      this.line += 1;
      for (const cell of cells) if (cell.includes('\n')) this.line += countOf(cell, '\n', 0, cell.length);
      if (cells.some((cell) => cell.trim() !== '')) lines.push({ line: this.line, cells });
    }
    return lines;
  }

  private records(text: string): string[][] {
    try {
      return parse(text, { bom: this.line === 0, delimiter: this.delimiter, relax_column_count: true, record_delimiter: this.lineBreak() });
    } catch (error) {
      const { lines = 1, message = String(error) } = error as { lines?: number; message?: string };
      this.line += lines - 1;
      throw this.unreadable(/quote/i.test(message) ? 'a quotation mark stands where none can be, or one is not closed.' : message);
    }
  }

  private unreadable(reason: string): UnreadableFile {
    return new UnreadableFile(`Line ${this.line + 1} cannot be read: ${reason}`);
  }
}

function countOf(text: string, character: string, from: number, to: number): number {
  let count = 0;
  for (let at = text.indexOf(character, from); at >= 0 && at < to; at = text.indexOf(character, at + 1)) count += 1;
  return count;
}
