import { type Narrow, narrow } from './narrow';

/**
 * Amounts in little room: whole numbers are kept as multiples of what divides all of them, in the narrowest array;
 * its largest number says "not measured". All others are kept as they are, NaN for "not measured".
 */
export interface Amounts {
  /** 1 for amounts that are kept as they are. */
  readonly unit: number;
  /** The number that stands for "not measured"; NaN for amounts that are kept as they are. */
  readonly none: number;
  readonly values: Narrow | Float64Array;
  /** Whether some row says "not measured". */
  readonly hasNone: boolean;
}

export function packAmounts(amounts: Float64Array): Amounts {
  let [unit, largest, hasNone, fits] = [0, 0, false, true];
  for (const amount of amounts) {
    if (Number.isNaN(amount)) hasNone = true;
    else if (!Number.isSafeInteger(amount) || amount < 0 || Object.is(amount, -0)) fits = false;
    else {
      unit = unit === 1 ? 1 : divisor(amount, unit);
      largest = Math.max(largest, amount);
    }
  }
  const step = unit || 1;
  const none = noneAbove(largest / step);
  if (!fits || none === undefined) return { unit: 1, none: NaN, values: amounts.slice(), hasNone };
  return {
    unit: step,
    none,
    hasNone,
    values: narrow(
      amounts.map((amount) => (Number.isNaN(amount) ? none : amount / step)),
      none,
    ),
  };
}

/** Writes the amounts of some rows, in the units they were given in, to the beginning of an array. */
export function unpackAmounts({ unit, none, values, hasNone }: Amounts, from: number, end: number, into: Float64Array): void {
  into.set(values.subarray(from, end));
  const length = end - from;
  if (hasNone && !Number.isNaN(none))
    for (let at = 0; at < length; at++) {
      const value = into[at] as number;
      into[at] = value === none ? NaN : value * unit;
    }
  else if (unit !== 1) for (let at = 0; at < length; at++) into[at] = (into[at] as number) * unit;
}

const noneAbove = (largest: number): number | undefined =>
  [2 ** 8, 2 ** 16, 2 ** 32].map((size) => size - 1).find((none) => largest < none);

/** The greatest common divisor. */
function divisor(a: number, b: number): number {
  while (b > 0) [a, b] = [b, a % b];
  return a;
}
