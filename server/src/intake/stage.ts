import type { CheckReport } from '@lens/contract';
import {
  addingOf,
  type Cell,
  type ClosedTerm,
  type CellProblem,
  cellText,
  decimalOf,
  dayOfOrderLine,
  type FileLayout,
  type FileRow,
  type FileRatioName,
  headerNames,
  isAmount,
  isProblem,
  mayOverlap,
  isState,
  makesParts,
  type Mapping,
  parseNumber,
  placeOfLine,
  readFileRow,
  readsHeaders,
  repeatsHeader,
  roleKey,
  saysJustTotal,
  saysTotal,
  type Shape,
  type Shaped,
  shapeOf,
  type StatedTotal,
  type Vocabulary,
  type Zones,
} from '@lens/core';
import { personHasher } from '../key';
import type { Db } from '../store/database';
import { RowStage } from '../store/stage-rows';
import { inOneGo, SLOTS, thingInserter, unreadInserter } from '../store/staging';
import { thingValues } from './thing-values';
import { readAhead } from './read/read-ahead';
import type { TableLine } from './read/table';
import { UnreadableFile } from './read/unreadable-file';

const MOST_PROBLEMS = 200;

export interface StageResult {
  readonly merged: number;
  readonly badRows: number;
  readonly problems: CheckReport['problems'];
  readonly limits: number;
  readonly repeatedHeaders: number;
  readonly leftOut: CheckReport['leftOut'];
  readonly ratios: CheckReport['ratios'];
  readonly totals: readonly StatedTotal[];
  /** Whether moments were moved into the client's zone, so that the file covers hours and not whole days. */
  readonly isMoved: boolean;
}

export interface StageSource {
  readonly path: string;
  readonly layout: FileLayout;
  readonly mapping: Mapping;
  readonly zones: Zones;
  readonly vocabulary: Vocabulary;
}

/** The terms of a mapping's amount columns, in file order: the slots of staged rows. */
export const termsOfMapping = (mapping: Mapping): string[] => mapping.columns.filter(isAmount).map(roleKey);

/** Slots that hold settings: the last row of a day counts, they are never added. */
const settingSlots = (terms: readonly ClosedTerm[]): Set<number> => new Set(terms.flatMap((term, slot) => (isState(term) ? [slot] : [])));

/**
 * Reads a whole stored file into a staging database, collecting every line that cannot be read.
 * Stops where the file proves to be written otherwise than was thought. `onRows` is called every
 * thousand lines, in the middle of the work.
 */
export async function stageFile(staging: Db, source: StageSource, onRows: (rows: number) => void): Promise<StageResult> {
  const stager = new Stager(staging, source);
  let read = 0;
  await inOneGo(staging, async () => {
    let lines = 0;
    for await (const block of readAhead(source.path, source.layout))
      for (const line of block) {
        lines += 1;
        if (lines <= source.layout.titleLines) continue;
        stager.take(line);
        read += 1;
        if (read % 1000 === 0) onRows(read);
      }
    stager.finish();
  });
  onRows(read);
  return stager.result();
}

type Read = FileRow | CellProblem;

class Stager {
  private readonly terms: readonly string[];
  private readonly lines: RowStage | undefined;
  private readonly insertThing: ((values: unknown[]) => boolean) | undefined;
  private header: readonly Cell[] = [];
  private shape: Shape | undefined;
  private readonly problems: CheckReport['problems'] = [];
  private readonly count = { merged: 0, badRows: 0, limits: 0, repeatedHeaders: 0 };
  private readonly ratios = new Map<FileRatioName, { agrees: number; differs: number }>();
  private readonly totals: StatedTotal[] = [];
  private readonly leftOut = new Map<number, number>();
  private readonly noteUnread: (day: number | null, path: number | null) => void;
  private readonly alike = new Map<string, number>();
  private isMoved = false;
  private hashPerson: ((id: string) => string) | undefined;

  constructor(
    staging: Db,
    private readonly source: StageSource,
  ) {
    const { mapping, vocabulary } = source;
    this.terms = termsOfMapping(mapping);
    this.noteUnread = unreadInserter(staging);
    if (this.terms.length > SLOTS)
      throw new UnreadableFile(`A feed can hold ${SLOTS} measures and outcomes; this mapping has ${this.terms.length}. Ignore some.`);
    if (mapping.kind === 'report') {
      const terms = this.terms.map((key) => vocabulary.termOfKey(key));
      const people = new Set(this.terms.filter((_, slot) => terms[slot] && mayOverlap(terms[slot])));
      this.lines = new RowStage(staging, { terms: this.terms, settings: settingSlots(terms), parts: makesParts(mapping.steps), people });
    } else {
      const areCounts = mapping.kind === 'orders' && !mapping.columns.some(({ role }) => role === 'order id');
      this.insertThing = thingInserter(staging, mapping.kind, areCounts);
    }
  }

  take({ line, cells, problem }: TableLine): void {
    const { mapping } = this.source;
    if (problem !== undefined) {
      if (!this.shape) throw new UnreadableFile(`Line ${line}, which holds the headers, cannot be read: ${problem}.`);
      this.leaveOut(line, '', problem);
      return;
    }
    if (!this.shape) {
      this.header = cells;
      this.shape = shapeOf(headerNames(cells), mapping.steps);
      return;
    }
    const width = this.header.length;
    const row = cells.length === width ? cells : fitted(cells, width);
    const shaped = row && this.shape.apply(row);
    const reads = shaped?.rows.map((each) => this.read(each)) ?? [];
    const isTotal = readsHeaders(mapping.steps) && saysJustTotal(cells);
    const isRead = reads.length > 0 && !reads.some(isProblem) && !isTotal;
    if (!isRead && repeatsHeader(cells, this.header)) this.count.repeatedHeaders += 1;
    else if (!isRead && saysTotal(cells)) this.totals.push({ line, amounts: this.amountsOf(cells, this.shape) });
    else if (!shaped) this.leaveOut(line, '', `The line has ${cells.length} cells, the header ${width}`);
    else this.sort(line, shaped, reads);
  }

  /** Writes what still waits to be written. */
  finish(): void {
    this.lines?.finish();
  }

  /** Totals of the file say nothing of what is kept where a step has left rows out. */
  result(): StageResult {
    const ratios = [...this.ratios].map(([ratio, counts]) => ({ ratio, ...counts }));
    const leftOut = [...this.leftOut].map(([step, rows]) => ({ step, rows }));
    const merged = this.count.merged + (this.lines?.merged ?? 0);
    return {
      ...this.count,
      merged,
      problems: this.problems,
      ratios,
      leftOut,
      isMoved: this.isMoved,
      totals: leftOut.length > 0 ? [] : this.totals,
    };
  }

  private read(row: readonly Cell[]): Read {
    const { mapping, zones, vocabulary } = this.source;
    return readFileRow(row, mapping, zones, vocabulary);
  }

  /** Keeps the rows a line was shaped into, counts those a step left out, refuses what cannot be read. */
  private sort(line: number, shaped: Shaped, reads: readonly Read[]): void {
    for (const step of shaped.leftOutBy) this.leftOut.set(step, (this.leftOut.get(step) ?? 0) + 1);
    if (shaped.problem) this.leaveOut(line, `Step ${shaped.problem.step + 1}`, shaped.problem.message);
    reads.forEach((each, at) => {
      if (!isProblem(each)) this.keep(each);
      else {
        this.refuse(line, each);
        this.noteWhere(shaped.rows[at] ?? []);
      }
    });
  }

  /** Notes the cell whose line is left out, as far as the line tells it: nobody may take it for 0. */
  private noteWhere(cells: readonly Cell[]): void {
    const { mapping, zones, vocabulary } = this.source;
    if (mapping.kind === 'orders') this.noteUnread(dayOfOrderLine(cells, mapping, zones.client), null);
    if (mapping.kind !== 'report') return;
    const { day, members } = placeOfLine(cells, mapping, zones, vocabulary);
    this.noteUnread(day, members && this.lines ? this.lines.pathTo(day, members) : null);
  }

  private keep(row: FileRow): void {
    if (!('amounts' in row)) {
      const thing = 'person' in row ? { ...row, person: this.hash(row.person) } : row;
      if (this.insertThing?.(thingValues(thing, this.nth)) === false) this.count.merged += 1;
      return;
    }
    this.lines?.add(row);
    this.isMoved ||= row.isMoved;
    this.count.limits += Object.keys(row.limits).length;
    for (const { ratio, agrees } of row.ratios) {
      const counts = this.ratios.get(ratio) ?? { agrees: 0, differs: 0 };
      this.ratios.set(ratio, counts);
      counts[agrees ? 'agrees' : 'differs'] += 1;
    }
  }

  private readonly nth = (alike: string): number => {
    const before = this.alike.get(alike) ?? 0;
    this.alike.set(alike, before + 1);
    return before;
  };

  /** What is kept of whose touch it is. */
  private hash(person: string): string {
    this.hashPerson ??= personHasher();
    return this.hashPerson(person);
  }

  private refuse(line: number, { column, message, against }: CellProblem): void {
    const name = this.shape?.headers[column] ?? '';
    // A line that is right when read the other way means that the lines before may have been read wrong.
    if (against)
      throw new UnreadableFile(
        `Line ${line}, ${name}: ${message}, but it is right with another ${against}. Choose the ${against} above; where the file mixes both, put it right first.`,
      );
    this.problem(line, name, message);
  }

  /** Leaves out a line that does not even tell which cell it belongs to. */
  private leaveOut(line: number, column: string, message: string): void {
    this.noteUnread(null, null);
    this.problem(line, column, message);
  }

  private problem(line: number, column: string, message: string): void {
    this.count.badRows += 1;
    if (this.problems.length < MOST_PROBLEMS) this.problems.push({ line, column, message });
  }

  /** Amounts of a total line; of several rows it is shaped into, their sums. */
  private amountsOf(line: readonly Cell[], shape: Shape): ReadonlyMap<string, number> {
    const { mapping, vocabulary } = this.source;
    const sums = new Map<string, number>();
    for (const cells of shape.apply(line).rows) {
      mapping.columns.forEach((role, column) => {
        const isSum = isAmount(role) && role.role !== 'impression share' && addingOf(vocabulary.termOfKey(roleKey(role))) === 'adds';
        const amount = isSum ? parseNumber(cells[column] ?? '', decimalOf(mapping, column)) : null;
        if (typeof amount === 'number') sums.set(roleKey(role), (sums.get(roleKey(role)) ?? 0) + amount);
      });
    }
    return sums;
  }
}

/** A line with empty cells behind its last column is as wide as the header; one with too few or filled ones is not. */
function fitted(cells: readonly Cell[], width: number): readonly Cell[] | undefined {
  return cells.length > width && cells.slice(width).every((cell) => cellText(cell) === '') ? cells.slice(0, width) : undefined;
}
