import type { Effect, Ranged } from './finding';

/** What several moves are expected to do together, a day: middles added, ranges added at their worst and best. */
export interface SummedEffect {
  readonly moves: number;
  readonly spend: Ranged;
  readonly outcomes: Ranged;
  /** Of the moves whose profit is known; null where it is of none. */
  readonly profit: Ranged | null;
  /** Moves whose profit is not known: the sum is of the others. */
  readonly withoutProfit: number;
}

/**
 * Adds up effects as if each move stood alone. Where an ad and its campaign both change, together
 * they do less than the sum: see `overlaps`.
 */
export function sumEffects(effects: readonly Effect[]): SummedEffect {
  const profits = effects.flatMap(({ profit }) => (profit ? [profit] : []));
  return {
    moves: effects.length,
    spend: sumOf(effects.map(({ spend }) => spend)),
    outcomes: sumOf(effects.map(({ outcomes }) => outcomes)),
    profit: profits.length > 0 ? sumOf(profits) : null,
    withoutProfit: effects.length - profits.length,
  };
}

const sumOf = (ranges: readonly Ranged[]): Ranged => ({
  low: ranges.reduce((sum, { low }) => sum + low, 0),
  middle: ranges.reduce((sum, { middle }) => sum + middle, 0),
  high: ranges.reduce((sum, { high }) => sum + high, 0),
});

/** Ranges whose doubts are not the same for each: their middles added, and their doubts as squares. */
export function sumApart(ranges: readonly Ranged[]): Ranged {
  const middle = ranges.reduce((sum, each) => sum + each.middle, 0);
  const apart = (of: (each: Ranged) => number): number => Math.hypot(...ranges.map(of));
  return { low: middle - apart((each) => each.middle - each.low), middle, high: middle + apart((each) => each.high - each.middle) };
}

/** A move by the key of what it changes, a path such as "channel/campaign:1/ad:2", and the field it changes of that. */
interface Moved {
  readonly key: string;
  readonly field: string;
}

/** Whether some moves change something within what another changes, or another setting of the same: what one does the other finds done. */
export const overlaps = (moves: readonly Moved[]): boolean =>
  moves.some((one) => moves.some((other) => other.key.startsWith(`${one.key}/`) || (other.key === one.key && other.field !== one.field)));
