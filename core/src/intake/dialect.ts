import type { Cell } from '../text/cell';
import type { Mapping, Role } from './mapping';
import { type Decimal, guessDecimal, provesOther } from '../text/number';

/** How the numbers of one column are written: a sign that its cells prove, either where all fit both ("13,091"), or none where it has no sign at all. */
export const NUMBER_SIGNS = ['.', ',', 'either', 'none'] as const;
export type NumberSign = (typeof NUMBER_SIGNS)[number];

export function numberSign(cells: readonly Cell[]): NumberSign {
  const signed = cells.some((cell) => typeof cell === 'string' && /\d[.,]\d/.test(cell));
  if (!signed) return 'none';
  const [point, comma] = [cells.some((cell) => provesOther(cell, ',')), cells.some((cell) => provesOther(cell, '.'))];
  return point === comma ? 'either' : (guessDecimal(cells) ?? 'either');
}

const AMOUNTS = new Set<Role['role']>([
  'measure',
  'impression share',
  'outcome',
  'order value',
  'order count',
  'price',
  'agreed',
  'delivered',
  'weight',
  'ratio',
]);

/** How the numbers of a file are written. */
export interface Dialect {
  /** Null where no column that is read proves it: it must be asked. */
  readonly decimal: Decimal | null;
  /** By column: the sign of those that prove another one than the file's. */
  readonly decimals: readonly (Decimal | null)[];
}

/**
 * How the columns that are read as amounts are written: as most of those say that prove anything. A
 * column that proves the other sign has a dialect of its own; where none proves anything and one could be
 * read both ways, a person is asked.
 */
export function dialectOf(columns: readonly Role[], signs: readonly NumberSign[]): Dialect {
  const own = columns.map((role, at) => (AMOUNTS.has(role.role) ? (signs[at] ?? 'none') : 'none'));
  const times = (sign: NumberSign): number => own.filter((each) => each === sign).length;
  const [point, comma] = [times('.'), times(',')];
  if (point === 0 && comma === 0) return { decimal: times('either') > 0 ? null : '.', decimals: columns.map(() => null) };
  const decimal: Decimal = comma > point ? ',' : '.';
  return { decimal, decimals: own.map((sign) => ((sign === '.' || sign === ',') && sign !== decimal ? sign : null)) };
}

/** The sign that separates decimals in a column. */
export const decimalOf = ({ decimal, decimals }: Mapping, column: number): Decimal => decimals[column] ?? decimal;
