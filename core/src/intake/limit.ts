import type { Cell } from '../text/cell';
import { type Decimal, parseNumber } from '../text/number';

/** Between which an amount lies, both included; open above where `most` is null. */
export interface Limit {
  readonly least: number;
  readonly most: number | null;
}

/** Amounts of a row, by role key. */
type Amounts = Readonly<Record<string, number | null>>;
export type Limits = Readonly<Record<string, Limit>>;

const BELOW = /^(?:[<≤]=?|below|under|at most|up to|unter|höchstens|moins de|menos de)\s*(\S.*)$/i;
const ABOVE = /^(?:[>≥]=?|above|over|more than|at least|über|mindestens|plus de|más de)\s*(\S.*)$/i;
const BETWEEN = /^(\d[\d.,\s]*[km]?)\s*(?:-|–|—|to|bis|à|a)\s*(\d.*)$/i;

/** No limit is written longer. */
const LONGEST = 60;

/**
 * The limits of an amount that a cell does not tell exactly: "< 10 %", "≥ 90", "10–100", as reports write
 * few people or little money. Amounts are not negative, so what is below something is at least 0.
 * Undefined for any other text.
 */
export function parseLimit(cell: Cell, decimal: Decimal): Limit | undefined {
  if (typeof cell === 'number' || cell.length > LONGEST) return undefined;
  const text = cell.trim();
  const read = (part: string | undefined): number | undefined => {
    const number = part === undefined ? undefined : parseNumber(part, decimal);
    return typeof number === 'number' && number >= 0 ? number : undefined;
  };
  const [below, above] = [read(BELOW.exec(text)?.[1]), read(ABOVE.exec(text)?.[1])];
  if (below !== undefined) return { least: 0, most: below };
  if (above !== undefined) return { least: above, most: null };
  const [, first, second] = BETWEEN.exec(text) ?? [];
  const [least, most] = [read(first), read(second)];
  return least !== undefined && most !== undefined && least < most ? { least, most } : undefined;
}

/**
 * Limits of two rows taken together. An amount that neither row limits has none, unless it counts
 * `people`, who may be the same; one that a row does not measure (null) has none either, unless rows
 * hold `parts` of what was measured.
 */
export function addLimits(a: AmountsWithin, b: AmountsWithin, { parts, people }: Together): Limits {
  const sums: Record<string, Limit> = {};
  for (const key of new Set([...Object.keys(a.limits), ...Object.keys(b.limits), ...people])) {
    const [left, right] = [within(a, key), within(b, key)];
    const sum = left && right ? (people.has(key) ? ofPeople : sumOfLimits)(left, right) : parts ? (left ?? right) : undefined;
    if (sum) sums[key] = sum;
  }
  return sums;
}

/** How rows are taken together. */
export interface Together {
  /** Each row holds a part of what was measured: what it lacks is in its siblings, not unmeasured. */
  readonly parts: boolean;
  /** Keys of what counts different people. */
  readonly people: ReadonlySet<string>;
}

/** The amounts of a row and what is known of them only within limits. */
export interface AmountsWithin {
  readonly amounts: Amounts;
  readonly limits: Limits;
}

function within({ amounts, limits }: AmountsWithin, key: string): Limit | undefined {
  const amount = amounts[key];
  return limits[key] ?? (typeof amount === 'number' ? { least: amount, most: amount } : undefined);
}

const ofPeople = (a: Limit, b: Limit): Limit => ({ ...sumOfLimits(a, b), least: Math.max(a.least, b.least) });

export const sumOfLimits = (a: Limit, b: Limit): Limit => ({
  least: a.least + b.least,
  most: a.most === null || b.most === null ? null : a.most + b.most,
});
