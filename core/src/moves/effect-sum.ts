import type { Effect } from './finding';

/** What several moves are expected to do together, a day: middles added, ranges added at their worst and best. */
export interface SummedEffect {
  readonly moves: number;
  readonly spend: number;
  readonly outcomes: { readonly low: number; readonly middle: number; readonly high: number };
  /** Null as soon as one of them has no known profit. */
  readonly profit: { readonly low: number; readonly middle: number; readonly high: number } | null;
}

/**
 * Adds up effects as if each move stood alone. Where an ad and its campaign both change, together
 * they do less than the sum: see `overlaps`.
 */
export function sumEffects(effects: readonly Effect[]): SummedEffect {
  const total = (pick: (effect: Effect) => number): number => effects.reduce((sum, effect) => sum + pick(effect), 0);
  const known = effects.every((effect) => effect.profit !== null);
  return {
    moves: effects.length,
    spend: total((effect) => effect.spend),
    outcomes: {
      low: total((effect) => effect.outcomes.low),
      middle: total((effect) => effect.outcomes.middle),
      high: total((effect) => effect.outcomes.high),
    },
    profit: known
      ? {
          low: total((effect) => effect.profit?.low ?? 0),
          middle: total((effect) => effect.profit?.middle ?? 0),
          high: total((effect) => effect.profit?.high ?? 0),
        }
      : null,
  };
}

/** Whether some of these members lie inside another: keys are paths such as "channel/campaign/group/ad". */
export const overlaps = (keys: readonly string[]): boolean => keys.some((key) => keys.some((other) => other.startsWith(`${key}/`)));
