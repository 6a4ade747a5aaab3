import { MILLIONTHS } from '../measure/scale';
import type { Vocabulary } from '../measure/vocabulary';
import type { Day } from '../time/day';
import { type Cell, cellText } from '../text/cell';
import { parseMoment } from './date';
import { type Mapping, type Role, roleKey } from './mapping';
import { decimalOf } from './dialect';
import { isNothing, isShare, parseNumber, provesOther } from '../text/number';
import { notADay } from './read-day';
import { type CellProblem } from './read-row';

export interface OrderRow {
  readonly id: string;
  readonly saleDay: Day;
  readonly clickDay: Day | null;
  readonly value: number | null;
  /** How many it stands for, in millionths; null for the one it is. */
  readonly count: number | null;
  /** What it tells beside, by measure, in millionths of money or of one; null where a cell says nothing. */
  readonly beside: Readonly<Record<string, number | null>>;
  readonly tagCampaign: string | null;
  readonly tagAd: string | null;
  readonly tagKeyword: string | null;
  readonly tagLink: string | null;
}

/** The cell of a row by what its column means. */
export function cellFinder(cells: readonly Cell[], mapping: Mapping): (key: string) => { column: number; cell: string } {
  return (key) => {
    const column = mapping.columns.findIndex((role) => roleKey(role) === key);
    return { column, cell: column < 0 ? '' : cellText(cells[column]) };
  };
}

/** What a cell says, by what its column means; null where it says nothing or there is no such column. */
export function textFinder(cells: readonly Cell[], mapping: Mapping): (key: string) => string | null {
  const cellOf = cellFinder(cells, mapping);
  return (key) => {
    const { cell } = cellOf(key);
    return isNothing(cell) ? null : cell;
  };
}

/** Money of a cell in millionths; null where it says nothing or there is no such column. */
export function moneyOf(
  { column, cell }: { column: number; cell: string },
  cells: readonly Cell[],
  mapping: Mapping,
): number | null | CellProblem {
  if (isShare(cell)) return { column, message: `“${cell}” is a share, and shares cannot be added up` };
  const amount = column < 0 ? null : parseNumber(cells[column] ?? '', decimalOf(mapping, column));
  if (amount === undefined) {
    const isOther = provesOther(cell, decimalOf(mapping, column));
    return { column, message: `“${cell}” is not a number`, ...(isOther ? { against: 'decimal sign' } : {}) };
  }
  return amount === null ? null : Math.round(amount * MILLIONTHS);
}

/** Reads one order or lead. `zone` is the client's, for times that carry an offset. */
export function readOrderRow(cells: readonly Cell[], mapping: Mapping, zone: string, vocabulary: Vocabulary): OrderRow | CellProblem {
  const cellOf = cellFinder(cells, mapping);
  const sale = cellOf('sale time');
  const saleDay = parseMoment(sale.cell, mapping.dateOrder, zone)?.day;
  if (saleDay === undefined) return { column: sale.column, ...notADay(sale.cell, 'time', mapping.dateOrder) };
  const click = cellOf('click time');
  const clickDay = isNothing(click.cell) ? null : parseMoment(click.cell, mapping.dateOrder, zone)?.day;
  if (clickDay === undefined) return { column: click.column, ...notADay(click.cell, 'time', mapping.dateOrder) };
  const value = moneyOf(cellOf('order value'), cells, mapping);
  if (typeof value === 'object' && value !== null) return value;
  const many = cellOf('order count');
  const count = moneyOf(many, cells, mapping);
  if (typeof count === 'object' && count !== null) return count;
  if (many.column >= 0 && (count === null || count < 0)) return { column: many.column, message: `“${many.cell}” is no number of outcomes` };
  const beside = besideOf(cells, mapping, count ?? MILLIONTHS, vocabulary);
  if ('message' in beside) return beside;
  const id = cellOf('order id');
  if (id.column >= 0 && id.cell === '') return { column: id.column, message: 'The row has no order id' };
  return {
    id: id.column >= 0 ? id.cell : unnamed(cells, mapping),
    saleDay,
    clickDay,
    value,
    count,
    beside: beside.amounts,
    tagCampaign: tagOf(cellOf('tag campaign').cell),
    tagAd: tagOf(cellOf('tag ad').cell),
    tagKeyword: tagOf(cellOf('tag keyword').cell),
    tagLink: tagOf(cellOf('tag link').cell),
  };
}

const YES = new Set(['yes', 'y', 'true', 'new', 'first', 'ja', 'oui', 'sí', 'si', 'sim', 'sì']);
const NO = new Set(['no', 'n', 'false', 'returning', 'repeat', 'existing', 'nein', 'non', 'não', 'nee']);
const plainWord = (cell: string): string => cell.trim().toLowerCase();

/** Whether a cell says whether something is so, instead of how often. */
export const isYesOrNo = (cell: string): boolean => YES.has(plainWord(cell)) || NO.has(plainWord(cell));

/** What an outcome tells beside its value. A count may be told as yes or no: then it is all of the row's outcomes, or none. */
function besideOf(
  cells: readonly Cell[],
  mapping: Mapping,
  count: number,
  vocabulary: Vocabulary,
): { readonly amounts: OrderRow['beside'] } | CellProblem {
  const amounts: Record<string, number | null> = {};
  for (const [column, role] of mapping.columns.entries()) {
    if (role.role !== 'measure') continue;
    const cell = cellText(cells[column]);
    const mayBeWord = vocabulary.measure(role.measure).unit === 'count' && isYesOrNo(cell);
    const amount = mayBeWord ? (YES.has(plainWord(cell)) ? count : 0) : moneyOf({ column, cell }, cells, mapping);
    if (typeof amount === 'object' && amount !== null) return amount;
    amounts[role.measure] = amount;
  }
  return { amounts };
}

/** What tells a row of counts apart that has no id: everything in it but the amounts. */
const NOT_TELLING = new Set<Role['role']>(['order count', 'order value', 'measure', 'ignore']);
const unnamed = (cells: readonly Cell[], { columns }: Mapping): string =>
  columns.flatMap(({ role }, at) => (NOT_TELLING.has(role) ? [] : [cellText(cells[at])])).join(' | ');

const tagOf = (cell: string): string | null => (isNothing(cell) ? null : cell);

/** The day of an outcome whose line cannot be read as a whole; null where the line does not tell it. */
export function dayOfOrderLine(cells: readonly Cell[], mapping: Mapping, zone: string): Day | null {
  return parseMoment(cellFinder(cells, mapping)('sale time').cell, mapping.dateOrder, zone)?.day ?? null;
}
