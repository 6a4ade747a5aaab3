import type { Unit } from '../figure/text';
import { type Cell, cellText } from '../text/cell';
import { parseDuration } from './duration';
import { type Limit, parseLimit } from './limit';
import { type Decimal, isNothing, isShare, parseNumber, provesOther } from '../text/number';

/** Why a cell is no amount. */
export interface AmountProblem {
  readonly message: string;
  /** The cell is right if the file is written otherwise than was thought: reading on would be a guess. */
  readonly against?: 'decimal sign';
}

const RUNNING = new Map([
  ...['running', 'active', 'enabled', 'on', 'yes', '1', 'aktiv'].map((word) => [word, 1] as const),
  ...['paused', 'off', 'stopped', 'ended', 'removed', 'disabled', 'no', '0', 'pausiert'].map((word) => [word, 0] as const),
]);

/** An amount of a row in whole units: a number, limits, or null where the cell says "not measured". */
export type Amount = number | Limit | null;

/** How the amounts of a column are read. */
export interface AmountColumn {
  /** What its cells are, in words; numbers of a unit for all but statuses. */
  readonly unit: Unit | 'status';
  readonly decimal: Decimal;
  /** Whether a cell may tell limits ("< 10"); of a state it may not. */
  readonly mayBeLimited: boolean;
}

/** Reads the amount of a cell, or says why it is none. */
export function readAmount(cell: Cell, { unit, decimal, mayBeLimited }: AmountColumn): Amount | AmountProblem {
  const text = cellText(cell);
  if (unit === 'status') return readStatus(text);
  if (typeof unit === 'object') return readGrade(text, unit.grades);
  if (unit === 'share') return readShare(cell, decimal);
  if (unit === 'seconds') {
    const seconds = parseDuration(cell, decimal);
    return seconds === undefined ? { message: `“${text}” is no length of time: write seconds, or 1:05 for a minute and five` } : seconds;
  }
  if (isShare(cell)) return { message: `“${text}” is a share, and shares cannot be added up` };
  const number = parseNumber(cell, decimal);
  if (number !== undefined) return number;
  const limit = mayBeLimited ? parseLimit(cell, decimal) : undefined;
  return limit ?? { message: `“${text}” is not a number`, ...(provesOther(cell, decimal) ? { against: 'decimal sign' } : {}) };
}

function readStatus(text: string): Amount | AmountProblem {
  if (text === '') return null;
  return RUNNING.get(text.toLowerCase()) ?? { message: `“${text}” is not a known status` };
}

/** Grades are kept by their place, the best first, from 1. */
function readGrade(text: string, grades: readonly string[]): Amount | AmountProblem {
  if (isNothing(text)) return null;
  const at = grades.findIndex((grade) => grade.toLowerCase() === text.trim().toLowerCase());
  return at < 0 ? { message: `“${text}” is none of the grades ${grades.join(', ')}` } : at + 1;
}

/** “12 %” or 0.12; what is more than 1 without a sign could be either, and is asked. */
function readShare(cell: Cell, decimal: Decimal): Amount | AmountProblem {
  const text = cellText(cell);
  const limit = parseLimit(cell, decimal);
  const share = limit ?? parseNumber(cell, decimal);
  if (share === null) return null;
  const [least, most] = limit ? [limit.least, limit.most ?? limit.least] : [share, share];
  if (typeof least !== 'number' || typeof most !== 'number')
    return { message: `“${text}” is no share`, ...(provesOther(cell, decimal) ? { against: 'decimal sign' } : {}) };
  return least >= 0 && most <= 1 ? (limit ?? least) : { message: `“${text}” is no share from 0 to 1: write 12 % or 0.12` };
}
