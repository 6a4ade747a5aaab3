import { readFileSync, writeFileSync } from 'node:fs';

const KINDS = { u8: Uint8Array, u16: Uint16Array, u32: Uint32Array, f64: Float64Array } as const;
export type Shape = Readonly<Record<string, keyof typeof KINDS>>;
type Column = Uint8Array | Uint16Array | Uint32Array | Float64Array;
export type Row<S extends Shape> = { readonly [Name in keyof S]: number };

/** Rows of numbers kept as columns: a million touches in some forty megabytes. */
export class Columns<S extends Shape> {
  length = 0;
  private capacity = 1024;
  private readonly columns: { [Name in keyof S]: Column };
  private Row: new (at: number) => Row<S>;

  constructor(private readonly shape: S) {
    this.columns = Object.fromEntries(
      Object.entries(shape).map(([name, kind]) => [name, new KINDS[kind](this.capacity)]),
    ) as typeof this.columns;
    this.Row = rowsOf(this.columns);
  }

  push(row: Readonly<Row<S>>): void {
    if (this.length === this.capacity) this.grow(this.capacity * 2);
    for (const name in this.columns) this.columns[name][this.length] = row[name];
    this.length += 1;
  }

  get(name: keyof S, row: number): number {
    return this.columns[name][row] ?? 0;
  }

  /** A row as it stands in the columns: only the cells that are asked for are read, then and not before. */
  row(at: number): Row<S> {
    return new this.Row(at);
  }

  /** A column by itself, for loops over many rows; longer than `length`. */
  column(name: keyof S): Column {
    return this.columns[name];
  }

  truncate(length: number): void {
    this.length = length;
  }

  /** Forgets the rows that are not kept; the others stay in order. */
  keep(isKept: (row: number) => boolean): void {
    let to = 0;
    for (let row = 0; row < this.length; row++) {
      if (!isKept(row)) continue;
      if (to !== row) for (const name in this.columns) this.columns[name][to] = this.get(name, row);
      to += 1;
    }
    this.length = to;
  }

  /** First row at which a column, sorted upwards, is at least `value`. */
  firstAt(name: keyof S, value: number): number {
    const column = this.columns[name];
    let low = 0;
    let high = this.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((column[middle] ?? 0) < value) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  write(path: string): void {
    const parts = Object.keys(this.shape).map((name) => {
      const column = this.columns[name as keyof S].subarray(0, this.length);
      return Buffer.from(column.buffer, column.byteOffset, column.byteLength);
    });
    const length = Buffer.alloc(8);
    length.writeUInt32LE(this.length);
    writeFileSync(path, Buffer.concat([length, ...parts]));
  }

  static read<S extends Shape>(shape: S, path: string): Columns<S> {
    const bytes = readFileSync(path);
    const table = new Columns(shape);
    const length = bytes.readUInt32LE(0);
    table.grow(Math.max(1024, length));
    table.length = length;
    let at = 8;
    for (const [name, kind] of Object.entries(shape)) {
      const size = length * KINDS[kind].BYTES_PER_ELEMENT;
      new Uint8Array(table.column(name).buffer).set(bytes.subarray(at, at + size));
      at += size;
    }
    return table;
  }

  private grow(capacity: number): void {
    this.capacity = capacity;
    for (const name in this.columns) {
      const longer = new KINDS[this.shape[name] ?? 'u32'](capacity);
      longer.set(this.columns[name]);
      this.columns[name] = longer;
    }
    this.Row = rowsOf(this.columns);
  }
}

/** A row with some of its cells otherwise. */
export const changed = <R extends object>(row: R, cells: Partial<R>): R => Object.create(row, Object.getOwnPropertyDescriptors(cells)) as R;

/** A class of rows that look into columns: reports read millions of them, and few cells of each. */
function rowsOf<S extends Shape>(columns: { readonly [Name in keyof S]: Column }): new (at: number) => Row<S> {
  class Looking {
    declare readonly at: number;
    constructor(at: number) {
      this.at = at;
    }
  }
  for (const name in columns) {
    const column = columns[name];
    Object.defineProperty(Looking.prototype, name, {
      get(this: Looking) {
        return column[this.at] ?? 0;
      },
    });
  }
  return Looking as unknown as new (at: number) => Row<S>;
}
