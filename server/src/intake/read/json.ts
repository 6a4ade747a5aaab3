import type { Cell, Encoding } from '@lens/core';
import { pipeline } from 'node:stream';
import type { TableLine } from './table';
import { decoded, storedBytes } from './text';
import { UnreadableFile } from './unreadable-file';

interface Token {
  readonly name: string;
  readonly value?: string | null;
}

/** Objects looked at before the columns are settled: a later one may have more. */
const SETTLE = 1000;
const DEEPEST = 64;

/**
 * Reads JSON lines, a list of objects, or the first list of objects inside an object, one object a
 * line under the names of its members. Nested members are named with a point: "cost.amount".
 */
export async function* readJson(path: string, encoding: Encoding): AsyncGenerator<TableLine> {
  const waiting: Map<string, Cell>[] = [];
  let columns: string[] | undefined;
  let line = 1;
  const cellsOf = (object: Map<string, Cell>): Cell[] => (columns ?? []).map((name) => object.get(name) ?? '');
  function* settle(): Generator<TableLine> {
    columns = [...new Set(waiting.flatMap((object) => [...object.keys()]))];
    yield { line, cells: columns };
    for (const object of waiting) yield { line: (line += 1), cells: cellsOf(object) };
  }
  for await (const object of objectsOf(path, encoding)) {
    if (columns) yield { line: (line += 1), cells: cellsOf(object) };
    else if (waiting.push(object) === SETTLE) yield* settle();
  }
  if (!columns && waiting.length > 0) yield* settle();
}

async function* objectsOf(path: string, encoding: Encoding): AsyncGenerator<Map<string, Cell>> {
  const { parser } = await import('stream-json/parser.js');
  const tokens = parser.asStream({ jsonStreaming: true, packValues: true, streamValues: false });
  const fail = (error: Error | null): void => {
    if (error) tokens.destroy(error);
  };
  pipeline([...storedBytes(path), decoded(encoding), tokens] as never, fail);
  const reading = new ObjectReader();
  try {
    for await (const token of tokens as AsyncIterable<Token>) {
      const object = reading.take(token);
      if (object) yield object;
    }
  } catch (error) {
    if (error instanceof UnreadableFile) throw error;
    throw new UnreadableFile(
      `After ${reading.read} objects the file is no JSON: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
  if (reading.read === 0)
    throw new UnreadableFile('No list of objects was found. A table as JSON is a list of objects, or an object on each line.');
}

/**
 * Puts flat rows together from the tokens of a parser. A row is an object in a list, or one at the top.
 * One at the top that turns out to hold a list of objects is only their wrapping.
 */
class ObjectReader {
  read = 0;
  private readonly path: string[] = [];
  /** For each open brace or bracket: whether it is a list. */
  private readonly open: boolean[] = [];
  private row: Map<string, Cell> | undefined;
  private rowDepth = 0;
  /** Lists open inside the row: what they hold is no cell. */
  private lists = 0;
  private key = '';

  /** A row once it is complete. */
  take({ name, value }: Token): Map<string, Cell> | undefined {
    switch (name) {
      case 'startObject':
      case 'startArray':
        this.begin(name === 'startArray');
        return undefined;
      case 'endObject':
      case 'endArray':
        return this.end();
      case 'keyValue':
        this.key = value ?? '';
        return undefined;
      default:
        if (this.row && this.lists === 0) this.row.set([...this.path, this.key].join('.'), cellOf(name, value));
        return undefined;
    }
  }

  private begin(isList: boolean): void {
    if (this.open.length >= DEEPEST) throw new UnreadableFile(`The file nests more than ${DEEPEST} levels deep.`);
    const inList = this.open.at(-1) ?? true;
    const wraps = this.rowDepth === 1 && this.lists === 1;
    if (!isList && inList && (!this.row || wraps)) {
      this.row = new Map();
      this.rowDepth = this.open.length + 1;
      this.lists = 0;
      this.path.length = 0;
    } else if (this.row) {
      this.path.push(this.key);
      if (isList) this.lists += 1;
    }
    this.open.push(isList);
  }

  private end(): Map<string, Cell> | undefined {
    const isRow = this.row !== undefined && this.open.length === this.rowDepth;
    const wasList = this.open.pop() ?? false;
    if (isRow) {
      const { row } = this;
      this.row = undefined;
      this.read += 1;
      return row;
    }
    if (this.row) {
      this.path.pop();
      if (wasList) this.lists -= 1;
    }
    return undefined;
  }
}

function cellOf(name: string, value: string | null | undefined): Cell {
  switch (name) {
    case 'numberValue':
      return Number(value);
    case 'stringValue':
      return value ?? '';
    case 'trueValue':
      return 'yes';
    case 'falseValue':
      return 'no';
    default:
      return '';
  }
}
