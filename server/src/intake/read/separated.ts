import type { FileLayout } from '@lens/core';
import { parse } from 'csv-parse/sync';
import { pipeline } from 'node:stream';
import type { TableLine } from './table';
import { decoded, storedBytes } from './text';
import { UnreadableFile } from './unreadable-file';

/** Characters parsed at once: enough that starting the parser costs nothing, little enough for memory. */
const BLOCK = 262_144;
const LONGEST_LINE = 1_000_000;
/** A quoted cell that would go on for more lines than this was not closed. */
const MOST_LINES_IN_A_CELL = 100;

const NOT_CLOSED = 'A quotation mark is not closed';
const STRAY = 'A quotation mark stands where none can be';

/**
 * Reads separated text in blocks of whole lines; quoted cells may hold line breaks. A line break ends
 * a line where the quotes before it are even in number. A line whose quotes are wrong comes with its
 * problem, and reading goes on behind it.
 */
export async function* readSeparated(path: string, { delimiter, encoding }: FileLayout): AsyncGenerator<readonly TableLine[]> {
  const text = decoded(encoding);
  const fail = (error: Error | null): void => {
    if (error) text.destroy(error);
  };
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
  /** Cells of the line before. */
  private width = 0;
  /** What ends a line, by the first that is there. */
  private breaks: string | undefined;

  constructor(private readonly delimiter: string) {}

  add(chunk: string): TableLine[] {
    this.waiting += chunk;
    if (this.waiting.length < BLOCK) return [];
    const end = this.lastLineEnd();
    if (end > 0) return this.parse(end, false);
    if (this.waiting.length < 2 * BLOCK) return [];
    const lines = this.carefully(false);
    if (lines.length === 0 && this.waiting.length > LONGEST_LINE)
      throw new UnreadableFile(`Line ${this.line + 1} cannot be read: it is far too long.`);
    return lines;
  }

  rest(): TableLine[] {
    return this.parse(this.waiting.length, true);
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

  /** Takes so many characters at once; line by line where their quotes do not fit together. */
  private parse(length: number, isLast: boolean): TableLine[] {
    const records = this.records(this.waiting.slice(0, length));
    if (!records || this.hasSwallowed(records)) return this.carefully(isLast);
    this.waiting = this.waiting.slice(length);
    return records.flatMap((cells) => this.lineOf(cells));
  }

  /** Whether lines stand in one cell that were hardly meant to: two wrong quotes far apart make a pair. */
  private hasSwallowed(records: readonly string[][]): boolean {
    let width = this.width;
    return records.some((cells) => {
      const breaks = breaksIn(cells);
      const isOdd = breaks > MOST_LINES_IN_A_CELL || (breaks > 0 && cells.length < width);
      width = cells.length;
      return isOdd;
    });
  }

  /**
   * Line by line: one with an odd number of quotes goes on in the lines behind it until they are even, if
   * that makes a row; else it alone is refused. What may go on in text yet to come stays waiting.
   */
  private carefully(isLast: boolean): TableLine[] {
    const breaks = this.lineBreak();
    const texts = this.waiting.split(breaks);
    const whole = isLast ? texts.length : texts.length - 1;
    const lines: TableLine[] = [];
    let at = 0;
    while (at < whole) {
      const record = this.recordAt(texts, at, whole);
      if (record === 'open' && !isLast && whole - at <= MOST_LINES_IN_A_CELL) break;
      if (typeof record === 'string') {
        this.line += 1;
        lines.push({ line: this.line, cells: [], problem: record === 'open' ? NOT_CLOSED : STRAY });
        at += 1;
      } else {
        lines.push(...this.lineOf(record.cells));
        at += record.lines;
      }
    }
    this.waiting = texts.slice(at).join(breaks);
    return lines;
  }

  private recordAt(texts: readonly string[], at: number, end: number): { cells: string[]; lines: number } | 'open' | 'stray' {
    let text = '';
    let quotes = 0;
    for (let next = at; next < Math.min(end, at + MOST_LINES_IN_A_CELL); next += 1) {
      const line = texts[next] ?? '';
      text = next === at ? line : text + this.lineBreak() + line;
      quotes += countOf(line, '"', 0, line.length);
      if (quotes % 2 === 1) continue;
      const cells = quotes === 0 ? text.split(this.delimiter) : this.records(text)?.[0];
      if (!cells) return next === at ? 'stray' : 'open';
      const isRow = next === at || cells.length >= this.width;
      if (isRow) return { cells, lines: next - at + 1 };
    }
    return 'open';
  }

  /** The line of these cells; none where all are empty. */
  private lineOf(cells: string[]): TableLine[] {
    this.line += 1 + breaksIn(cells);
    if (!cells.some((cell) => cell.trim() !== '')) return [];
    this.width = cells.length;
    return [{ line: this.line, cells }];
  }

  private records(text: string): string[][] | undefined {
    try {
      return parse(text, { bom: this.line === 0, delimiter: this.delimiter, relax_column_count: true, record_delimiter: this.lineBreak() });
    } catch {
      return undefined;
    }
  }
}

const breaksIn = (cells: readonly string[]): number =>
  cells.reduce((count, cell) => (cell.includes('\n') ? count + countOf(cell, '\n', 0, cell.length) : count), 0);

function countOf(text: string, character: string, from: number, to: number): number {
  let count = 0;
  for (let at = text.indexOf(character, from); at >= 0 && at < to; at = text.indexOf(character, at + 1)) count += 1;
  return count;
}
