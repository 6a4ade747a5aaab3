import { type ClosedTerm, isState, columnKey, termScale, termUnit } from '../measure/term';
import type { Vocabulary } from '../measure/vocabulary';
import { ownText } from '../text/own-text';
import type { Day } from '../time/day';
import { hourElsewhere } from '../time/zone';
import { type Cell, cellText } from '../text/cell';
import { parseMoment } from './date';
import { LONGEST } from './span';
import { notADay, spanOfCell } from './read-day';
import { LEVELS, type Level } from '../measure/level';
import { type ImpressionShare, isAmount, type Mapping, type Role, roleKey } from './mapping';
import type { Limit, Limits } from './limit';
import { decimalOf } from './dialect';
import { type Decimal, isNothing } from '../text/number';
import { countedShares } from './impression-share';
import { type Amount, type AmountColumn, readAmount } from './read-amount';
import { type FileRatioName, ratioAgrees } from './ratio';

/** A cell that cannot be read, with what to do about it. */
export interface CellProblem {
  readonly column: number;
  readonly message: string;
  /** The cell is right if the file is written otherwise than was thought: reading on would be a guess. */
  readonly against?: 'decimal sign' | 'date order';
}

export const isProblem = (row: object): row is CellProblem => 'message' in row;

/** Zones a row's hours are written in and wanted in. */
export interface Zones {
  readonly account: string;
  readonly client: string;
}

export interface MemberName {
  /** The channel's own id, or the name where it gives none. */
  readonly id: string;
  readonly name: string;
}

export type Members = Readonly<Partial<Record<Level, MemberName>>>;

export interface ReportRow {
  readonly day: Day;
  /** The last day it stands for. */
  readonly to: Day;
  /** Whether its moment was moved into the client's zone: then its file begins and ends in the middle of a day. */
  readonly isMoved: boolean;
  /** The same object for rows that name the same. */
  readonly members: Members;
  /** What the file calls the picture of its ad; null where it names none. */
  readonly picture: string | null;
  /** Values of the other dimensions: device, hour. */
  readonly splits: Readonly<Record<string, string>>;
  /** By role key, in stored units; null where the cell says "not measured". */
  readonly amounts: Readonly<Record<string, number | null>>;
  /** What a cell tells only within limits ("< 10"), by role key, in stored units; its amount is null. */
  readonly limits: Limits;
  /** Ratios the file states, by whether they are what their parts make. */
  readonly ratios: readonly { readonly ratio: FileRatioName; readonly agrees: boolean }[];
}

interface Reading {
  when: { day: Day; to: Day; hour: string | undefined; isMoved: boolean } | undefined;
  last: Day | undefined;
  /** Where its ids and names lead so far. */
  place: Place;
  picture: string | null;
  readonly splits: Record<string, string>;
  readonly amounts: Record<string, number | null>;
  limits: Record<string, Limit>;
  /** Averages by key, until the row has told their weights. */
  averages: Map<string, Amount> | undefined;
  /** Shares of the impressions there could have been, until the row has told its impressions. */
  shares: Map<ImpressionShare, Amount> | undefined;
}

/** A column that is read, with what is the same for every row of it. */
interface ReadColumn {
  readonly column: number;
  readonly role: Role;
  readonly key: string;
  /** Stored units of one whole unit, of an amount. */
  readonly scale: number;
  readonly amount: AmountColumn;
  /** Of an average: the key of its weight, and stored units of one whole unit of that. */
  readonly average: { readonly weight: string; readonly scale: number } | undefined;
}

/** A way through the cells of a row's levels, with the members at its end. */
interface Place {
  readonly cells: readonly string[];
  readonly next: Map<string, Place>;
  members?: Members | undefined;
}
const nowhere = (): Place => ({ cells: [], next: new Map() });

/** A mapping made ready for reading many rows. */
interface Prepared {
  readonly mapping: Mapping;
  readonly vocabulary: Vocabulary;
  readonly columns: readonly ReadColumn[];
  readonly averages: readonly ReadColumn[];
  readonly ratios: readonly { readonly column: number; readonly ratio: FileRatioName }[];
  readonly levels: readonly Level[];
  /** What the columns of levels hold, in their order. */
  readonly memberKeys: readonly string[];
  /** Members met before, by what their columns hold one after the other: most of a file's rows share theirs. */
  known: Place;
  places: number;
  readonly campaignColumn: number;
  readonly keywordColumn: number;
  readonly lastColumn: number;
  readonly hasHourColumn: boolean;
}

const ready = new WeakMap<Mapping, Prepared>();
const MOST_PLACES = 200_000;

const PLAIN: AmountColumn = { unit: 'number', decimal: '.', mayBeLimited: false };

const columnOf = (role: Role, term: ClosedTerm, decimal: Decimal): AmountColumn => ({
  unit: role.role === 'impression share' ? 'share' : columnKey(term) === 'running' ? 'status' : termUnit(term),
  decimal,
  mayBeLimited: !isState(term),
});

const averageOf = (term: ClosedTerm | undefined, vocabulary: Vocabulary): ReadColumn['average'] =>
  term?.kind === 'measure' && term.weight
    ? { weight: term.weight.id, scale: termScale(vocabulary.measureTerm(term.weight.id)) }
    : undefined;

function prepared(mapping: Mapping, vocabulary: Vocabulary): Prepared {
  const known = ready.get(mapping);
  if (known?.vocabulary === vocabulary) return known;
  const all = mapping.columns.map((role, column): ReadColumn => {
    const key = roleKey(role);
    const term = isAmount(role) ? vocabulary.termOfKey(key) : undefined;
    return {
      column,
      role,
      key,
      scale: term ? termScale(term) : 1,
      amount: term ? columnOf(role, term, decimalOf(mapping, column)) : PLAIN,
      average: averageOf(term, vocabulary),
    };
  });
  const made: Prepared = {
    mapping,
    vocabulary,
    columns: all.filter(({ role }) => role.role !== 'ignore' && role.role !== 'ratio'),
    averages: all.filter(({ average }) => average !== undefined),
    ratios: all.flatMap(({ role, column }) => (role.role === 'ratio' ? [{ column, ratio: role.ratio }] : [])),
    levels: LEVELS.filter((level) => mapping.columns.some((role) => role.role === 'level' && role.level === level)),
    memberKeys: all.filter(({ role }) => role.role === 'level').map(({ key }) => key),
    known: nowhere(),
    places: 0,
    keywordColumn: mapping.columns.findIndex((role) => role.role === 'level' && role.level === 'keyword'),
    campaignColumn: mapping.columns.findIndex((role) => role.role === 'level' && role.level === 'campaign'),
    lastColumn: mapping.columns.findIndex(({ role }) => role === 'last day'),
    hasHourColumn: mapping.columns.some((role) => role.role === 'hour'),
  };
  ready.set(mapping, made);
  return made;
}

const begin = (of: Prepared): Reading => ({
  when: undefined,
  last: undefined,
  averages: undefined,
  shares: undefined,
  place: of.known,
  picture: null,
  splits: {},
  amounts: {},
  limits: {},
});

/** Reads one line of a report. Returns the row, or what is wrong with it. */
export function readReportRow(cells: readonly Cell[], mapping: Mapping, zones: Zones, vocabulary: Vocabulary): ReportRow | CellProblem {
  const of = prepared(mapping, vocabulary);
  const read = begin(of);
  for (const each of of.columns) {
    const problem = readCell(read, each, cells[each.column] ?? '', of, zones.client);
    if (problem) return { column: each.column, ...problem };
  }
  for (const each of of.averages) {
    const problem = weigh(read, each);
    if (problem) return problem;
  }
  if (read.shares) for (const [key, amount] of countedShares(read.amounts, read.shares)) keep(read, key, amount, 1);
  if (!read.when) return { column: 0, message: 'The row has no day' };
  const { day, hour, isMoved } = read.when;
  const to = read.last ?? read.when.to;
  if (to < day || to - day >= LONGEST) return { column: of.lastColumn, message: 'The last day of the row does not fit its first' };
  if (hour !== undefined) read.splits['hour'] = hour;
  const own = read.splits['hour'];
  if (own !== undefined && zones.account !== zones.client && of.hasHourColumn)
    read.splits['hour'] = twoDigits(hourElsewhere(day, Number(own), zones.account, zones.client));
  const members = membersAt(read.place, of);
  if (!members) return { column: of.campaignColumn, message: 'The row names no campaign' };
  // Both lie in the ad group, neither in the other: the row would belong to two members.
  if (members.ad && members.keyword)
    return {
      column: of.keywordColumn,
      message: 'The row names an ad and a keyword: leave one of the two columns out, its rows are then added together',
    };
  const { splits, amounts, limits } = read;
  return {
    day,
    to,
    isMoved,
    members,
    picture: read.picture,
    splits,
    amounts,
    limits,
    ratios: of.ratios.length === 0 ? [] : ratiosOf(cells, mapping, of, amounts),
  };
}

/** As much as a line tells of where it belongs although it cannot be read as a whole. */
export interface LinePlace {
  readonly day: Day | null;
  readonly members: Members | null;
}

/** The day and the members of a line of a report, each where its cells can be read by themselves. */
export function placeOfLine(cells: readonly Cell[], mapping: Mapping, zones: Zones, vocabulary: Vocabulary): LinePlace {
  const of = prepared(mapping, vocabulary);
  const read = begin(of);
  for (const each of of.columns) if (PLACING.has(each.role.role)) readCell(read, each, cells[each.column] ?? '', of, zones.client);
  const members = membersAt(read.place, of);
  return { day: read.when && read.when.day === read.when.to ? read.when.day : null, members: members?.campaign ? members : null };
}

const PLACING = new Set<Role['role']>(['day', 'time', 'level']);

function ratiosOf(
  cells: readonly Cell[],
  mapping: Mapping,
  { ratios, vocabulary }: Prepared,
  amounts: Reading['amounts'],
): ReportRow['ratios'] {
  return ratios.flatMap(({ column, ratio }) => {
    const agrees = ratioAgrees(ratio, cells[column] ?? '', decimalOf(mapping, column), (key) => wholeOf(amounts, key, vocabulary));
    return agrees === undefined ? [] : [{ ratio, agrees }];
  });
}

type Refusal = Omit<CellProblem, 'column'> | undefined;

/** Takes one cell into the row being read, or says why it cannot. */
function readCell(read: Reading, column: ReadColumn, cell: Cell, of: Prepared, zone: string): Refusal {
  const { role } = column;
  const { mapping } = of;
  const text = cellText(cell);
  switch (role.role) {
    case 'last day':
      read.last = spanOfCell(cell, mapping)?.to;
      return read.last === undefined ? notADay(text, 'date', mapping.dateOrder) : undefined;
    case 'day':
    case 'time':
      return readWhen(read, role.role, cell, mapping, zone);
    case 'level':
      read.place = follow(read.place, text, of);
      return undefined;
    case 'hour': {
      // Exports write the hour of a day, or the whole moment it begins at.
      const moment = parseMoment(text, mapping.dateOrder, zone);
      const hour = /^(\d{1,2})(?::\d{2})?(?::\d{2})?$/.exec(text)?.[1] ?? (moment?.isMoved === false ? moment.hour?.toString() : undefined);
      if (hour === undefined || Number(hour) > 23) return { message: `“${text}” is not an hour from 0 to 23` };
      read.splits['hour'] = twoDigits(Number(hour));
      return undefined;
    }
    case 'picture':
      read.picture = isNothing(text) ? null : text;
      return undefined;
    case 'dimension':
      read.splits[role.dimension] = text;
      return undefined;
    case 'measure':
    case 'outcome':
    case 'impression share':
      return take(read, column, cell);
    default:
      return undefined;
  }
}

function readWhen(read: Reading, kind: 'day' | 'time', cell: Cell, mapping: Mapping, zone: string): Refusal {
  const { dateOrder } = mapping;
  const text = cellText(cell);
  if (kind === 'day') {
    const span = spanOfCell(cell, mapping);
    if (!span) return notADay(text, 'date', dateOrder);
    read.when = { day: span.from, to: span.to, hour: undefined, isMoved: false };
    return undefined;
  }
  const moment = parseMoment(text, dateOrder, zone);
  if (moment?.hour === undefined) return notADay(text, 'time with its hour', dateOrder);
  read.when = { day: moment.day, to: moment.day, hour: twoDigits(moment.hour), isMoved: moment.isMoved };
  return undefined;
}

/** Keeps the amount of a cell in stored units, or says why it cannot. */
function take(read: Reading, { role, key, scale, amount, average }: ReadColumn, cell: Cell): Refusal {
  const found = readAmount(cell, amount);
  if (found !== null && typeof found === 'object' && 'message' in found) return found;
  if (average) (read.averages ??= new Map()).set(key, found);
  if (role.role === 'impression share') (read.shares ??= new Map()).set(role.of, found);
  if (average || role.role === 'impression share') return undefined;
  return keep(read, key, found, scale) ? undefined : tooLarge(cell);
}

/** Whether an amount can be kept: sums are exact only below 2^53. */
function keep({ amounts, limits }: Reading, key: string, amount: Amount, scale: number): boolean {
  if (amount === null || typeof amount === 'number') {
    const stored = amount === null ? null : Math.round(amount * scale);
    amounts[key] = stored;
    return stored === null || Number.isSafeInteger(stored);
  }
  const { least, most } = { least: Math.round(amount.least * scale), most: amount.most === null ? null : Math.round(amount.most * scale) };
  limits[key] = { least, most };
  amounts[key] = null;
  return Number.isSafeInteger(most ?? least);
}

const tooLarge = (cell: Cell): Refusal => ({ message: `“${cellText(cell)}” is larger than can be kept` });

/** An average is kept as average × weight, which adds; without a weight in its row it is not measured. */
function weigh(read: Reading, { column, key, scale, average }: ReadColumn): CellProblem | undefined {
  const found = read.averages?.get(key);
  if (!average || found === undefined) return undefined;
  const weight = read.amounts[average.weight];
  const times = (amount: number): number => (amount * (weight ?? 0)) / average.scale;
  const amount = found === null || weight === null || weight === undefined ? null : timesOf(found, times);
  return keep(read, key, amount, scale) ? undefined : { column, message: 'The average times its weight is larger than can be kept' };
}

const timesOf = (amount: number | Limit, times: (of: number) => number): Amount =>
  typeof amount === 'number' ? times(amount) : { least: times(amount.least), most: amount.most === null ? null : times(amount.most) };

const wholeOf = (amounts: Reading['amounts'], key: string, vocabulary: Vocabulary): number | null => {
  const amount = amounts[key];
  return amount === null || amount === undefined ? null : amount / termScale(vocabulary.termOfKey(key));
};

const twoDigits = (hour: number): string => String(hour).padStart(2, '0');

const ID_KEYS = { campaign: 'campaign id', group: 'group id', ad: 'ad id', keyword: 'keyword id' } as const satisfies Record<Level, string>;
const NAME_KEYS = { campaign: 'campaign name', group: 'group name', ad: 'ad name', keyword: 'keyword name' } as const satisfies Record<
  Level,
  string
>;

/** The members a row names, or undefined where it names no campaign although it should. */
function follow(place: Place, text: string, of: Prepared): Place {
  const known = place.next.get(text);
  if (known) return known;
  const own = ownText(text);
  const next: Place = { cells: [...place.cells, own], next: new Map() };
  place.next.set(own, next);
  of.places += 1;
  if (of.places >= MOST_PLACES) [of.known, of.places] = [nowhere(), 0];
  return next;
}

function membersAt(place: Place, of: Prepared): Members | undefined {
  place.members ??= membersNamed(Object.fromEntries(of.memberKeys.map((key, at) => [key, place.cells[at] ?? ''])), of);
  return place.members;
}

function membersNamed(ids: Partial<Record<string, string>>, { levels }: Prepared): Members | undefined {
  const members: Partial<Record<Level, MemberName>> = {};
  for (const level of levels) {
    const id = ids[ID_KEYS[level]] ?? '';
    const name = ids[NAME_KEYS[level]] ?? '';
    if (id !== '' || name !== '') members[level] = { id: id || name, name: name || id };
  }
  return levels.length > 0 && !members.campaign ? undefined : members;
}
