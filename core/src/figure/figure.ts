/**
 * Why there is no number. Where several apply, the first in this order shows
 * (calculations, chapter 1).
 */
export const GAPS = ['not measured', 'no rate', 'not additive', 'nothing to divide by', 'too little data'] as const;

export type Gap = (typeof GAPS)[number];

/** What travels beside a figure: how much of the spend its parts are known for (0–1). */
export interface FigureNotes {
  readonly coverage?: number;
}

export interface Value extends FigureNotes {
  readonly kind: 'value';
  readonly value: number;
}

/** Everything between `low` and `high`, both included; `null` leaves a side open. */
export interface Bounds extends FigureNotes {
  readonly kind: 'bounds';
  readonly low: number | null;
  readonly high: number | null;
}

export interface NoNumber extends FigureNotes {
  readonly kind: 'gap';
  readonly gap: Gap;
}

/**
 * The one type of a number that people read, from the calculation to the screen: a value, bounds,
 * or a named gap. Neither bounds nor a gap ever turns into 0, an empty cell or NaN.
 */
export type Figure = Value | Bounds | NoNumber;

/** A known number. Throws a RangeError on NaN or infinity: those are gaps and have a name. */
export function value(number: number): Value {
  if (!Number.isFinite(number)) throw new RangeError(`A figure cannot be ${number}`);
  return { kind: 'value', value: number === 0 ? 0 : number };
}

/** Bounds; equal sides are a value. Throws a RangeError when both sides are open or crossed. */
export function bounds(low: number | null, high: number | null): Figure {
  if (low === null && high === null) throw new RangeError('Bounds need a side');
  if (low !== null && low === high) return value(low);
  if (low !== null && high !== null && low > high) throw new RangeError('Bounds are crossed');
  return { kind: 'bounds', low, high };
}

/** The same, where an infinite side is an open one; with both of them open there is nothing to be had. */
export function between(low: number, high: number): Figure {
  const [least, most] = [Number.isFinite(low) ? low : null, Number.isFinite(high) ? high : null];
  return least === null && most === null ? gap('not additive') : bounds(least, most);
}

export function gap(name: Gap): NoNumber {
  return { kind: 'gap', gap: name };
}

/** The gap that shows when several apply. */
export function firstGap(gaps: readonly Gap[]): Gap | undefined {
  return GAPS.find((name) => gaps.includes(name));
}

/** The same figure with its coverage noted; full coverage is not worth a note. */
export function withCoverage<F extends Figure>(figure: F, coverage: number | undefined): F {
  if (coverage === undefined || coverage >= 1) return figure;
  return { ...figure, coverage };
}
