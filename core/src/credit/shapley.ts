import { seededRandom } from '../evidence/random';
import type { Journeys } from './journeys';

/** Members up to which every set of them is looked at. */
export const MOST_EXACT = 20;
/** Orders of members that are drawn where there are more. */
const ORDERS = 400;
/** How many mean journeys the overall rate weighs in the rate of a set of members (k). */
const PRIOR = 50;

/** Journeys by the set of members they met: how many there are and how many were sold, by weight. */
export interface MemberSets {
  readonly members: number;
  readonly sets: readonly (readonly number[])[];
  readonly weight: Float64Array;
  readonly sales: Float64Array;
  /** Of one journey. */
  readonly meanWeight: number;
}

export interface Shapley {
  /** Each member's part of the rate of all together; they add up to it. */
  readonly parts: Float64Array;
  /** Standard error of each part, from the orders that were drawn; zeros where all sets were looked at. */
  readonly error: Float64Array;
}

/** Which set of members each journey met, for resamples to weigh anew. */
export interface SetsMet {
  readonly members: number;
  readonly sets: readonly (readonly number[])[];
  /** By journey; −1 where it has no touch. */
  readonly setOf: Int32Array;
}

/** The sets of members that journeys met, by all of their touches. */
export function setsMet(journeys: Journeys): SetsMet {
  const { length, members, member, touchesFrom } = journeys;
  if (members <= MOST_EXACT) return fewMet(journeys);
  const known = new Map<string, number>();
  const sets: number[][] = [];
  const setOf = new Int32Array(length).fill(-1);
  for (let journey = 0; journey < length; journey++) {
    const met = [...new Set(member.subarray(touchesFrom[journey], touchesFrom[journey + 1]))].sort((a, b) => a - b);
    if (met.length === 0) continue;
    const key = met.join();
    const set = known.get(key) ?? sets.push(met) - 1;
    known.set(key, set);
    setOf[journey] = set;
  }
  return { members, sets, setOf };
}

/** The same of few members: the bits of a number say which of them, and where in a list it is known. */
function fewMet({ length, members, member, touchesFrom }: Journeys): SetsMet {
  const known = new Int32Array(1 << members).fill(-1);
  const sets: number[][] = [];
  const setOf = new Int32Array(length).fill(-1);
  for (let journey = 0; journey < length; journey++) {
    let mask = 0;
    const to = touchesFrom[journey + 1] ?? 0;
    for (let at = touchesFrom[journey] ?? 0; at < to; at++) mask |= 1 << (member[at] ?? 0);
    if (mask === 0) continue;
    if (known[mask] === -1) known[mask] = sets.push(membersIn(mask)) - 1;
    setOf[journey] = known[mask] ?? -1;
  }
  return { members, sets, setOf };
}

function membersIn(mask: number): number[] {
  const members: number[] = [];
  for (let rest = mask; rest !== 0; rest &= rest - 1) members.push(31 - Math.clz32(rest & -rest));
  return members;
}

/** Weighs the sets that journeys met. `weight` stands for that of the journeys, `meanWeight` of one journey. */
export function weighSets(
  { members, sets, setOf }: SetsMet,
  { isSold }: Journeys,
  { weight, meanWeight }: { readonly weight: Float64Array; readonly meanWeight: number },
): MemberSets {
  const [all, sales] = [new Float64Array(sets.length), new Float64Array(sets.length)];
  for (let journey = 0; journey < setOf.length; journey++) {
    const set = setOf[journey] ?? -1;
    if (set < 0) continue;
    const times = weight[journey] ?? 0;
    all[set] = (all[set] ?? 0) + times;
    if (isSold[journey] === 1) sales[set] = (sales[set] ?? 0) + times;
  }
  return { members, sets, weight: all, sales, meanWeight };
}

/**
 * Shapley's value (1953) of each member in the game v(S) = (sales + m k) / (weight + k) over the journeys that met
 * members of S and no other, v(∅) = 0; m the rate of all, k 50 mean journeys. Every set of members is looked at up to
 * `mostExact` of them, 20 at most; beyond, means over `orders` in which they join, the same orders each time.
 */
export function shapleyOf(game: MemberSets, { mostExact = MOST_EXACT, orders = ORDERS } = {}): Shapley {
  return game.members <= Math.min(mostExact, MOST_EXACT) ? exactly(game) : sampled(game, orders);
}

/** What a set of members brings, by the sales and weight of journeys within it. */
function worthIn({ weight, sales, meanWeight }: MemberSets): (sales: number, weight: number) => number {
  const sum = (all: Float64Array): number => all.reduce((total, each) => total + each, 0);
  const all = sum(weight);
  const rate = all === 0 ? 0 : sum(sales) / all;
  const prior = PRIOR * meanWeight;
  return (sold, journeys) => (sold + rate * prior) / (journeys + prior);
}

function exactly(game: MemberSets): Shapley {
  const { members, sets, weight, sales } = game;
  if (members === 0) return { parts: new Float64Array(0), error: new Float64Array(0) };
  const all = 1 << members;
  const [within, sold] = [new Float64Array(all), new Float64Array(all)];
  for (const [at, set] of sets.entries()) {
    if (weight[at] === 0) continue;
    const mask = set.reduce((bits, member) => bits | (1 << member), 0);
    within[mask] = (within[mask] ?? 0) + (weight[at] ?? 0);
    sold[mask] = (sold[mask] ?? 0) + (sales[at] ?? 0);
  }
  // Sums over all subsets, one member after the other (Yates 1937).
  for (let member = 0; member < members; member++)
    for (let mask = 0; mask < all; mask++)
      if ((mask & (1 << member)) !== 0) {
        within[mask] = (within[mask] ?? 0) + (within[mask ^ (1 << member)] ?? 0);
        sold[mask] = (sold[mask] ?? 0) + (sold[mask ^ (1 << member)] ?? 0);
      }
  const worth = worthIn(game);
  const value = within.map((journeys, mask) => (mask === 0 ? 0 : worth(sold[mask] ?? 0, journeys)));
  const share = sharesBySize(members);
  const parts = new Float64Array(members);
  for (let mask = 1; mask < all; mask++) {
    const own = value[mask] ?? 0;
    const shareOfSize = share[countBits(mask) - 1] ?? 0;
    for (let rest = mask; rest !== 0; rest &= rest - 1) {
      const member = 31 - Math.clz32(rest & -rest);
      parts[member] = (parts[member] ?? 0) + shareOfSize * (own - (value[mask ^ (1 << member)] ?? 0));
    }
  }
  return { parts, error: new Float64Array(members) };
}

/** |S|! (n − |S| − 1)! / n! by |S|: 1 / (n × (n − 1 over |S|)). */
function sharesBySize(members: number): number[] {
  const shares = [1 / members];
  for (let size = 1; size < members; size++) shares.push(((shares[size - 1] ?? 0) * size) / (members - size));
  return shares;
}

function countBits(mask: number): number {
  let count = 0;
  for (let rest = mask; rest !== 0; rest &= rest - 1) count += 1;
  return count;
}

/** Means over orders in which members join (Castro, Gómez & Tejada 2009); the same orders each time. */
function sampled(game: MemberSets, orders: number): Shapley {
  const { members, sets, weight, sales } = game;
  const worth = worthIn(game);
  const random = seededRandom(members);
  const order = Uint32Array.from({ length: members }, (_, member) => member);
  const at = new Uint32Array(members);
  const [sum, squares] = [new Float64Array(members), new Float64Array(members)];
  for (let draw = 0; draw < orders; draw++) {
    shuffle(order, random);
    for (const [place, member] of order.entries()) at[member] = place;
    const [joined, sold] = [new Float64Array(members), new Float64Array(members)];
    for (const [set, met] of sets.entries()) {
      if (weight[set] === 0) continue;
      let last = 0;
      for (const member of met) last = Math.max(last, at[member] ?? 0);
      joined[last] = (joined[last] ?? 0) + (weight[set] ?? 0);
      sold[last] = (sold[last] ?? 0) + (sales[set] ?? 0);
    }
    let [journeys, soldSoFar, before] = [0, 0, 0];
    for (const [place, member] of order.entries()) {
      journeys += joined[place] ?? 0;
      soldSoFar += sold[place] ?? 0;
      const now = worth(soldSoFar, journeys);
      sum[member] = (sum[member] ?? 0) + now - before;
      squares[member] = (squares[member] ?? 0) + (now - before) ** 2;
      before = now;
    }
  }
  const parts = sum.map((each) => each / orders);
  const error = squares.map((each, member) => Math.sqrt(Math.max(0, each / orders - (parts[member] ?? 0) ** 2) / (orders - 1)));
  return { parts, error };
}

/** Fisher and Yates. */
function shuffle(order: Uint32Array, random: () => number): void {
  for (let last = order.length - 1; last > 0; last--) {
    const other = Math.floor(random() * (last + 1));
    const own = order[last] ?? 0;
    order[last] = order[other] ?? 0;
    order[other] = own;
  }
}
