import { termScale } from '../measure/term';
import { measureNamed } from '../measure/measure';
import type { Day } from '../time/day';
import { parseDate, parseMoment } from './date';
import { LEVELS, type Level, type Mapping, type Role, roleKey } from './mapping';
import { isNothing, parseNumber } from './number';

/** A cell that cannot be read, with what to do about it. */
export interface CellProblem {
  readonly column: number;
  readonly message: string;
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

/** Reads one line of a report. Returns the row, or what is wrong with it. */
export function readReportRow(cells: readonly string[], mapping: Mapping): ReportRow | CellProblem {
  let day: Day | undefined;
  const ids: Partial<Record<string, string>> = {};
  const splits: Record<string, string> = {};
  const amounts: Record<string, number | null> = {};
  for (const [column, role] of mapping.columns.entries()) {
    const cell = cells[column]?.trim() ?? '';
    switch (role.role) {
      case 'day':
        day = parseDate(cell, mapping.dateOrder);
        if (day === undefined) return { column, message: `“${cell}” is not a date (${mapping.dateOrder})` };
        break;
      case 'level':
        ids[roleKey(role)] = cell;
        break;
      case 'hour': {
        const hour = /^(\d{1,2})(?::\d{2})?$/.exec(cell)?.[1];
        if (hour === undefined || Number(hour) > 23) return { column, message: `“${cell}” is not an hour from 0 to 23` };
        splits['hour'] = hour.padStart(2, '0');
        break;
      }
      case 'dimension':
        splits[role.dimension] = cell;
        break;
      case 'measure':
      case 'outcome': {
        const amount = readAmount(cell, role, mapping);
        if (amount === undefined)
          return {
            column,
            message: `“${cell}” is not ${role.role === 'measure' && role.measure === 'running' ? 'a known status' : 'a number'}`,
          };
        amounts[roleKey(role)] = amount;
        break;
      }
      default:
    }
  }
  if (day === undefined) return { column: 0, message: 'The row has no day' };
  return membersOf(ids, mapping, (members) => ({ day, members, splits, amounts }));
}

function readAmount(cell: string, role: Role & { role: 'measure' | 'outcome' }, { decimal }: Mapping): number | null | undefined {
  if (role.role === 'measure' && role.measure === 'running') return RUNNING.get(cell.toLowerCase()) ?? (cell === '' ? null : undefined);
  const number = parseNumber(cell, decimal);
  if (number === null || number === undefined) return number;
  const scale =
    role.role === 'outcome' ? 1_000_000 : termScale({ kind: 'measure', measure: measureNamed(role.measure).name as typeof role.measure });
  const stored = Math.round(number * scale);
  return Number.isSafeInteger(stored) ? stored : undefined;
}

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
export function readOrderRow(cells: readonly string[], mapping: Mapping, zone: string): OrderRow | CellProblem {
  const cellOf = (key: string): { column: number; cell: string } => {
    const column = mapping.columns.findIndex((role) => roleKey(role) === key);
    return { column, cell: column < 0 ? '' : (cells[column]?.trim() ?? '') };
  };
  const id = cellOf('order id');
  if (id.cell === '') return { column: id.column, message: 'The row has no order id' };
  const sale = cellOf('sale time');
  const saleDay = parseMoment(sale.cell, mapping.dateOrder, zone);
  if (saleDay === undefined) return { column: sale.column, message: `“${sale.cell}” is not a time (${mapping.dateOrder})` };
  const click = cellOf('click time');
  const clickDay = isNothing(click.cell) ? null : parseMoment(click.cell, mapping.dateOrder, zone);
  if (clickDay === undefined) return { column: click.column, message: `“${click.cell}” is not a time (${mapping.dateOrder})` };
  const worth = cellOf('order value');
  const value = worth.column < 0 ? null : parseNumber(worth.cell, mapping.decimal);
  if (value === undefined) return { column: worth.column, message: `“${worth.cell}” is not a number` };
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
