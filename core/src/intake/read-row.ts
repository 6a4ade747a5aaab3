import { measureNamed } from '../measure/measure';
import { termScale } from '../measure/term';
import type { Day } from '../time/day';
import { hourElsewhere } from '../time/zone';
import { type Cell, cellText } from './cell';
import { isLongerThanADay, parseDate, parseMoment } from './date';
import { LEVELS, type Level, type Mapping, type Role, roleKey } from './mapping';
import { isLimit, isNothing, parseNumber, provesOther } from './number';
import { type FileRatioName, ratioAgrees } from './ratio';

/** A cell that cannot be read, with what to do about it. */
export interface CellProblem {
  readonly column: number;
  readonly message: string;
  /** The cell is right if the file is written otherwise than was thought: reading on would be a guess. */
  readonly against?: 'decimal sign' | 'date order';
}

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

export interface ReportRow {
  readonly day: Day;
  readonly members: Partial<Record<Level, MemberName>>;
  /** Values of the other dimensions: device, hour. */
  readonly splits: Readonly<Record<string, string>>;
  /** By role key, in stored units; null where the cell says "not measured". */
  readonly amounts: Readonly<Record<string, number | null>>;
  /** Cells that hold only a limit ("< 10 %") and so count as not measured. */
  readonly limits: number;
  /** Ratios the file states, by whether they are what their parts make. */
  readonly ratios: readonly { readonly ratio: FileRatioName; readonly agrees: boolean }[];
}

export interface OrderRow {
  readonly id: string;
  readonly saleDay: Day;
  readonly clickDay: Day | null;
  readonly value: number | null;
  readonly tagCampaign: string | null;
  readonly tagAd: string | null;
}

const RUNNING = new Map([
  ...['running', 'active', 'enabled', 'on', 'yes', '1', 'aktiv'].map((word) => [word, 1] as const),
  ...['paused', 'off', 'stopped', 'ended', 'removed', 'disabled', 'no', '0', 'pausiert'].map((word) => [word, 0] as const),
]);

interface Reading {
  when: { day: Day; hour: string | undefined } | undefined;
  readonly ids: Partial<Record<string, string>>;
  readonly splits: Record<string, string>;
  readonly amounts: Record<string, number | null>;
  limits: number;
}

/** Reads one line of a report. Returns the row, or what is wrong with it. */
export function readReportRow(cells: readonly Cell[], mapping: Mapping, zones: Zones): ReportRow | CellProblem {
  const read: Reading = { when: undefined, ids: {}, splits: {}, amounts: {}, limits: 0 };
  for (const [column, role] of mapping.columns.entries()) {
    const problem = readCell(read, role, cells[column] ?? '', mapping, zones.client);
    if (problem) return { column, ...problem };
  }
  if (!read.when) return { column: 0, message: 'The row has no day' };
  const { day, hour } = read.when;
  if (hour !== undefined) read.splits['hour'] = hour;
  const own = read.splits['hour'];
  if (own !== undefined && zones.account !== zones.client && mapping.columns.some((role) => role.role === 'hour'))
    read.splits['hour'] = twoDigits(hourElsewhere(day, Number(own), zones.account, zones.client));
  const { ids, splits, amounts, limits } = read;
  const ratios = mapping.columns.flatMap((role, column) => {
    if (role.role !== 'ratio') return [];
    const agrees = ratioAgrees(role.ratio, cells[column] ?? '', mapping.decimal, (key) => wholeOf(amounts, key));
    return agrees === undefined ? [] : [{ ratio: role.ratio, agrees }];
  });
  return membersOf(ids, mapping, (members) => ({ day, members, splits, amounts, limits, ratios }));
}

type Refusal = Omit<CellProblem, 'column'> | undefined;

/** Takes one cell into the row being read, or says why it cannot. */
function readCell(read: Reading, role: Role, cell: Cell, mapping: Mapping, zone: string): Refusal {
  const text = cellText(cell);
  switch (role.role) {
    case 'day':
    case 'time':
      return readWhen(read, role.role, cell, mapping, zone);
    case 'level':
      read.ids[roleKey(role)] = text;
      return undefined;
    case 'hour': {
      const hour = /^(\d{1,2})(?::\d{2})?(?::\d{2})?$/.exec(text)?.[1];
      if (hour === undefined || Number(hour) > 23) return { message: `“${text}” is not an hour from 0 to 23` };
      read.splits['hour'] = twoDigits(Number(hour));
      return undefined;
    }
    case 'dimension':
      read.splits[role.dimension] = text;
      return undefined;
    case 'measure':
    case 'outcome':
      return readAmount(read, role, cell, mapping);
    default:
      return undefined;
  }
}

function readWhen(read: Reading, kind: 'day' | 'time', cell: Cell, { dateOrder }: Mapping, zone: string): Refusal {
  const text = cellText(cell);
  const moment = kind === 'time' ? parseMoment(text, dateOrder, zone) : { day: dayOfCell(cell, dateOrder), hour: 0 };
  if (moment?.day === undefined || moment.hour === undefined)
    return notADay(text, kind === 'time' ? 'time with its hour' : 'date', dateOrder);
  read.when = { day: moment.day, hour: kind === 'time' ? twoDigits(moment.hour) : undefined };
  return undefined;
}

/** Days since 30 December 1899, as spreadsheets number dates. */
const SPREADSHEET_EPOCH = 25_569;

const dayOfCell = (cell: Cell, order: Mapping['dateOrder']): Day | undefined => {
  if (typeof cell !== 'number') return parseDate(cell, order);
  return cell > 20_000 && cell < 80_000 ? Math.floor(cell) - SPREADSHEET_EPOCH : parseDate(String(cell), order);
};

function notADay(text: string, what: string, order: Mapping['dateOrder']): Omit<CellProblem, 'column'> {
  if (isLongerThanADay(text)) return { message: `“${text}” is a whole week, month or quarter: export the report by day` };
  const message = `“${text}” is not a ${what} (${order})`;
  const other = (['year first', 'day first', 'month first'] as const).some((each) => each !== order && parseDate(text, each) !== undefined);
  return other ? { message, against: 'date order' } : { message };
}

function readAmount(read: Reading, role: Role & { role: 'measure' | 'outcome' }, cell: Cell, { decimal }: Mapping): Refusal {
  const key = roleKey(role);
  const text = cellText(cell);
  if (key === 'running') {
    const running = RUNNING.get(text.toLowerCase());
    if (running === undefined && text !== '') return { message: `“${text}” is not a known status` };
    read.amounts[key] = running ?? null;
    return undefined;
  }
  if (typeof cell === 'string' && isLimit(cell)) {
    read.limits += 1;
    read.amounts[key] = null;
    return undefined;
  }
  const number = parseNumber(cell, decimal);
  const stored = typeof number === 'number' ? Math.round(number * scaleOf(key)) : number;
  if (stored === undefined)
    return { message: `“${text}” is not a number`, ...(provesOther(cell, decimal) ? { against: 'decimal sign' } : {}) };
  if (stored !== null && !Number.isSafeInteger(stored)) return { message: `“${text}” is larger than can be kept` };
  read.amounts[key] = stored;
  return undefined;
}

/** Stored units of one whole unit of an amount column. */
function scaleOf(key: string): number {
  return key.includes('.') ? 1_000_000 : termScale({ kind: 'measure', measure: measureNamed(key as never).name as never });
}

const wholeOf = (amounts: Reading['amounts'], key: string): number | null => {
  const amount = amounts[key];
  return amount === null || amount === undefined ? null : amount / scaleOf(key);
};

const twoDigits = (hour: number): string => String(hour).padStart(2, '0');

function membersOf(
  ids: Partial<Record<string, string>>,
  mapping: Mapping,
  then: (members: ReportRow['members']) => ReportRow,
): ReportRow | CellProblem {
  const members: Partial<Record<Level, MemberName>> = {};
  for (const level of LEVELS) {
    const id = ids[`${level} id`] ?? '';
    const name = ids[`${level} name`] ?? '';
    if (id !== '' || name !== '') members[level] = { id: id || name, name: name || id };
    else if (level === 'campaign' && mapping.columns.some((role) => role.role === 'level')) {
      const column = mapping.columns.findIndex((role) => role.role === 'level' && role.level === 'campaign');
      return { column, message: 'The row names no campaign' };
    }
  }
  return then(members);
}

/** Reads one order or lead. `zone` is the client's, for times that carry an offset. */
export function readOrderRow(cells: readonly Cell[], mapping: Mapping, zone: string): OrderRow | CellProblem {
  const cellOf = (key: string): { column: number; cell: string } => {
    const column = mapping.columns.findIndex((role) => roleKey(role) === key);
    return { column, cell: column < 0 ? '' : cellText(cells[column]) };
  };
  const id = cellOf('order id');
  if (id.cell === '') return { column: id.column, message: 'The row has no order id' };
  const sale = cellOf('sale time');
  const saleDay = parseMoment(sale.cell, mapping.dateOrder, zone)?.day;
  if (saleDay === undefined) return { column: sale.column, ...notADay(sale.cell, 'time', mapping.dateOrder) };
  const click = cellOf('click time');
  const clickDay = isNothing(click.cell) ? null : parseMoment(click.cell, mapping.dateOrder, zone)?.day;
  if (clickDay === undefined) return { column: click.column, ...notADay(click.cell, 'time', mapping.dateOrder) };
  const worth = cellOf('order value');
  const value = worth.column < 0 ? null : parseNumber(cells[worth.column] ?? '', mapping.decimal);
  if (value === undefined) {
    const isOther = provesOther(worth.cell, mapping.decimal);
    return { column: worth.column, message: `“${worth.cell}” is not a number`, ...(isOther ? { against: 'decimal sign' } : {}) };
  }
  return {
    id: id.cell,
    saleDay,
    clickDay,
    value: value === null ? null : Math.round(value * 1_000_000),
    tagCampaign: tagOf(cellOf('tag campaign').cell),
    tagAd: tagOf(cellOf('tag ad').cell),
  };
}

export const isProblem = (row: ReportRow | OrderRow | CellProblem): row is CellProblem => 'message' in row;

const tagOf = (cell: string): string | null => (isNothing(cell) ? null : cell);
