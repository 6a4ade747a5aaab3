import type { Journeys } from './journeys';

/** Somebody who stands beside a member in journeys that ended in an outcome. */
export interface Companion {
  readonly member: number;
  /** Outcomes, each shared equally by those who were met beside the member. */
  readonly outcomes: number;
}

/**
 * Who stands beside each member in the journeys that met it and ended in an outcome, the most first, at most so many.
 * Journeys that met nobody else have no companions.
 */
export function companions(journeys: Journeys, most: number): Companion[][] {
  const { length, members, isSold, weight, touchesFrom, member } = journeys;
  const sums = Array.from({ length: members }, () => new Map<number, number>());
  for (let journey = 0; journey < length; journey++) {
    if (isSold[journey] === 0) continue;
    const met = [...new Set(member.subarray(touchesFrom[journey], touchesFrom[journey + 1]))];
    const each = (weight[journey] ?? 0) / (met.length - 1);
    for (const own of met) for (const other of met) if (other !== own) sums[own]?.set(other, (sums[own].get(other) ?? 0) + each);
  }
  return sums.map((others) =>
    [...others]
      .map(([other, outcomes]) => ({ member: other, outcomes }))
      .sort((a, b) => b.outcomes - a.outcomes || a.member - b.member)
      .slice(0, most),
  );
}
