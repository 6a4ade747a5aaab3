import { inverse, Matrix } from 'ml-matrix';
import type { Journeys } from './journeys';
import { placeEnd } from './places';

/** How people go on from member to member: a chain of first order, with what ends it. All by weight. */
export interface Chain {
  readonly members: number;
  /** From the start to each member. */
  readonly starts: Float64Array;
  /** From a member (row) to another, row by row. */
  readonly steps: Float64Array;
  readonly sold: Float64Array;
  readonly unsold: Float64Array;
}

/** Members beyond which a chain is not solved: its matrix grows with their square, its solution with their cube. */
export const MOST_REMOVED = 500;

/**
 * The chain of journeys, by all of their touches. Touches of one moment share a place: each is gone to and left in equal
 * parts. `weight` stands for that of the journeys, as resamples do.
 */
export function chainOf(journeys: Journeys, weight: Float64Array = journeys.weight): Chain {
  const { members, isSold, touchesFrom, age } = journeys;
  const chain: Chain = {
    members,
    starts: new Float64Array(members),
    steps: new Float64Array(members * members),
    sold: new Float64Array(members),
    unsold: new Float64Array(members),
  };
  const { member, length } = journeys;
  const { starts, steps } = chain;
  for (let journey = 0; journey < length; journey++) {
    const times = weight[journey] ?? 0;
    if (times === 0) continue;
    const to = touchesFrom[journey + 1] ?? 0;
    let [lastFrom, lastTo] = [0, 0];
    for (let at = touchesFrom[journey] ?? 0, end = at; at < to; at = end) {
      end = placeEnd(age, at, to);
      const each = times / (end - at) / Math.max(1, lastTo - lastFrom);
      for (let next = at; next < end; next++) {
        const own = member[next] ?? 0;
        if (lastTo === lastFrom) starts[own] = (starts[own] ?? 0) + each;
        for (let last = lastFrom; last < lastTo; last++) {
          const cell = (member[last] ?? 0) * members + own;
          steps[cell] = (steps[cell] ?? 0) + each;
        }
      }
      lastFrom = at;
      lastTo = end;
    }
    // A journey without a touch ends nowhere.
    const ends = isSold[journey] === 1 ? chain.sold : chain.unsold;
    for (let last = lastFrom; last < lastTo; last++) ends[member[last] ?? 0] = (ends[member[last] ?? 0] ?? 0) + times / (lastTo - lastFrom);
  }
  return chain;
}

/**
 * Share of the sales lost without each member, its visits sent to nothing: (b N)ₘ (N s)ₘ / (Nₘₘ P) with N = (I − Q)⁻¹,
 * b the starts, s the chances of a sale and P = b N s (Anderl et al. 2016, in the closed form of an absorbing chain:
 * the chance to come by m, times that of a sale from there). Zeros where nothing is sold. 500 members take a second.
 */
export function removalEffects({ members, starts, steps, sold, unsold }: Chain): Float64Array {
  const effects = new Float64Array(members);
  const begun = starts.reduce((sum, each) => sum + each, 0);
  if (begun === 0 || sold.every((each) => each === 0)) return effects;
  const left = Float64Array.from(sold, (each, member) => {
    let sum = each + (unsold[member] ?? 0);
    for (let next = 0; next < members; next++) sum += steps[member * members + next] ?? 0;
    return sum;
  });
  const visits = inverse(
    new Matrix(
      Array.from({ length: members }, (_, row) =>
        Array.from({ length: members }, (_each, column) => {
          const all = left[row] ?? 0;
          return (row === column ? 1 : 0) - (all > 0 ? (steps[row * members + column] ?? 0) / all : 0);
        }),
      ),
    ),
  );
  const reached = new Float64Array(members);
  const sells = new Float64Array(members);
  let all = 0;
  for (let row = 0; row < members; row++)
    for (let column = 0; column < members; column++) {
      const often = visits.get(row, column);
      const chance = (left[column] ?? 0) > 0 ? (sold[column] ?? 0) / (left[column] ?? 1) : 0;
      const first = (starts[row] ?? 0) / begun;
      reached[column] = (reached[column] ?? 0) + first * often;
      sells[row] = (sells[row] ?? 0) + often * chance;
      all += first * often * chance;
    }
  return effects.map((_, member) => ((reached[member] ?? 0) * (sells[member] ?? 0)) / (visits.get(member, member) * all));
}
