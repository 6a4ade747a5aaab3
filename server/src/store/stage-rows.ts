import { addLimits, type AmountsWithin, LEVELS, type Limits, type Members, pictureName, type ReportRow, type Together } from '@lens/core';
import { type Statement, SqliteError } from 'better-sqlite3';
import type { Db } from './database';
import { LEVEL_COLUMNS, slotColumns } from './staging';

/** Rows written by one statement: it takes half as long as one for each. */
const BATCH = 40;

/** What a file's rows hold. */
export interface RowKind extends Together {
  /** The amount columns, by term key. */
  readonly terms: readonly string[];
  /** Slots of settings, of which the last counts. */
  readonly settings: ReadonlySet<number>;
}

const KEY = ['day', 'to_day', 'path', 'splits'];

/** Stages lines of a report; those that share days, member and splits are added together. */
export class RowStage {
  /** Lines that were added to another. */
  merged = 0;
  private waiting: unknown[][] = [];
  private hasLimits: boolean;
  private readonly pathOf: (day: number, members: Members) => number;
  private readonly columns: readonly string[];
  private readonly insertBatch: Statement;
  private readonly merger: Merger;
  private readonly addPicture: Statement;

  constructor(
    db: Db,
    private readonly kind: RowKind,
  ) {
    this.columns = [...KEY, ...slotColumns(kind.terms.length), 'limits'];
    this.pathOf = pathNumbers(db);
    this.insertBatch = db.prepare(insertInto(this.columns, BATCH));
    this.merger = new Merger(db, this.columns, kind);
    this.addPicture = db.prepare('INSERT OR REPLACE INTO staged_picture (path, address, name) VALUES (?, ?, ?)');
    this.hasLimits = kind.people.size > 0;
  }

  add(row: ReportRow): void {
    const path = this.pathOf(row.day, row.members);
    if (row.picture !== null && row.members.ad) this.addPicture.run(path, row.picture, pictureName(row.picture));
    const values: unknown[] = [row.day, row.to, path, splitsText(row.splits)];
    for (const term of this.kind.terms) values.push(row.amounts[term] ?? null);
    const limits = limitsText(row.limits);
    values.push(limits);
    this.hasLimits ||= limits !== null;
    this.waiting.push(values);
    if (this.waiting.length === BATCH) this.writeBatch();
  }

  /** The number of members named by a line that has no row; they keep the names rows give them. */
  pathTo(day: number | null, members: Members): number {
    return this.pathOf(day ?? 0, members);
  }

  /** Writes what still waits. */
  finish(): void {
    this.writeEach();
  }

  private writeBatch(): void {
    // Where each row is a part of one, most of them meet another.
    if (this.kind.parts) {
      this.writeEach();
      return;
    }
    try {
      this.insertBatch.run(this.waiting.flat());
      this.waiting = [];
    } catch (error) {
      if (!(error instanceof SqliteError) || error.code !== 'SQLITE_CONSTRAINT_PRIMARYKEY') throw error;
      this.writeEach();
    }
  }

  private writeEach(): void {
    for (const values of this.waiting) if (!this.merger.write(values, this.hasLimits)) this.merged += 1;
    this.waiting = [];
  }
}

const insertInto = (columns: readonly string[], rows = 1): string => {
  const row = `(${columns.map(() => '?').join(', ')})`;
  return `INSERT INTO staged_row (${columns.join(', ')}) VALUES ${Array.from({ length: rows }, () => row).join(', ')}`;
};

/** Writes rows one by one, adding to those that are there. */
class Merger {
  private readonly insert: Statement;
  private readonly update: Statement;
  private readonly overlaps: Statement;
  private readonly stored: Statement;

  constructor(
    db: Db,
    columns: readonly string[],
    private readonly kind: RowKind,
  ) {
    const { terms, settings, parts } = kind;
    const slots = slotColumns(terms.length);
    const merge = slots.map((column, slot) => {
      const sum = `${column} + excluded.${column}`;
      if (settings.has(slot)) return `${column} = ${parts ? `coalesce(excluded.${column}, ${column})` : `excluded.${column}`}`;
      return `${column} = ${parts ? `coalesce(${sum}, ${column}, excluded.${column})` : sum}`;
    });
    const both = slots.map((column) => `(${column} IS NOT NULL AND ? IS NOT NULL)`);
    const where = `FROM staged_row WHERE ${KEY.map((column) => `${column} = ?`).join(' AND ')}`;
    this.insert = db.prepare(`${insertInto(columns)} ON CONFLICT DO NOTHING`);
    this.update = db.prepare(`${insertInto(columns)} ON CONFLICT DO UPDATE SET ${[...merge, 'limits = excluded.limits'].join(', ')}`);
    this.overlaps = db.prepare(`SELECT ${both.join(' OR ') || '1'} ${where}`).pluck();
    this.stored = db.prepare(`SELECT ${[...slots, 'limits'].join(', ')} ${where}`).raw();
  }

  /** Tells whether the row was new, or the missing part of one. */
  write(values: readonly unknown[], hasLimits: boolean): boolean {
    if (this.insert.run(...values).changes > 0) return true;
    const { terms, parts } = this.kind;
    const [key, amounts] = [values.slice(0, KEY.length), values.slice(KEY.length)];
    const isPart = parts && this.overlaps.get(...amounts.slice(0, terms.length), ...key) === 0;
    const limits = hasLimits ? addLimits(this.within(this.stored.get(...key) as unknown[]), this.within(amounts), this.kind) : {};
    this.update.run(...values.slice(0, -1), limitsText(limits));
    return isPart;
  }

  private within(values: readonly unknown[]): AmountsWithin {
    return {
      amounts: Object.fromEntries(this.kind.terms.map((term, slot) => [term, values[slot] as number | null])),
      limits: JSON.parse((values.at(-1) as string | null) ?? '{}') as Limits,
    };
  }
}

/** Numbers for members as a file names them. */
function pathNumbers(db: Db): (day: number, members: Members) => number {
  const add = db
    .prepare(
      `INSERT INTO staged_path (${LEVEL_COLUMNS.join(', ')}, day) VALUES (${LEVEL_COLUMNS.map(() => '?').join(', ')}, ?)
       ON CONFLICT DO UPDATE SET ${LEVEL_COLUMNS.map((column) => `${column} = iif(excluded.day >= day, excluded.${column}, ${column})`).join(', ')},
         day = max(day, excluded.day) RETURNING id`,
    )
    .pluck();
  const known = new WeakMap<Members, number>();
  const seen = new Set<number>();
  const renamed = new Set<number>();
  return (day, members) => {
    const found = known.get(members);
    if (found !== undefined && !renamed.has(found)) return found;
    const names = LEVELS.flatMap((level) => [members[level]?.id ?? '', members[level]?.name ?? '']);
    const id = add.get(...names, day) as number;
    // Met before under other names: from now on every row may be the newest.
    if (found === undefined && seen.has(id)) renamed.add(id);
    known.set(members, id);
    seen.add(id);
    return id;
  };
}

/** Limits as they are stored. */
function limitsText(limits: Limits): string | null {
  for (const _ in limits) return JSON.stringify(limits);
  return null;
}

function splitsText(splits: ReportRow['splits']): string {
  for (const _ in splits) return JSON.stringify(splits, Object.keys(splits).sort());
  return '{}';
}
