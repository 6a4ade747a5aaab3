import type { Journeys } from './journeys';

/** Journeys that hold something: all of the members asked for, in any order. */
export interface Containing {
  /** Their places, the newest outcome first, then those that ended in nothing; at most as many as asked for. */
  readonly places: readonly number[];
  /** How many there are, sold and not, by weight, and what the sold ones are worth, in millionths. */
  readonly sold: number;
  readonly unsold: number;
  readonly value: number;
}

/** Finds journeys with a touch of each of several groups of members; of no group all journeys with a touch. */
export function journeysWith(
  journeys: Journeys,
  groups: readonly ReadonlySet<number>[],
  { most, endOf }: { readonly most: number; readonly endOf: (journey: number) => number },
): Containing {
  const { length, touchesFrom, member, isSold, weight, value } = journeys;
  const found: number[] = [];
  const sums = { sold: 0, unsold: 0, value: 0 };
  for (let journey = 0; journey < length; journey++) {
    const own = member.subarray(touchesFrom[journey] ?? 0, touchesFrom[journey + 1] ?? 0);
    if (own.length === 0 || !groups.every((group) => own.some((each) => group.has(each)))) continue;
    found.push(journey);
    const times = weight[journey] ?? 0;
    if (isSold[journey] === 1) {
      sums.sold += times;
      sums.value += Number.isNaN(value[journey]) ? 0 : times * (value[journey] ?? 0);
    } else sums.unsold += times;
  }
  found.sort((a, b) => (isSold[b] ?? 0) - (isSold[a] ?? 0) || endOf(b) - endOf(a));
  return { places: found.slice(0, most), ...sums };
}
