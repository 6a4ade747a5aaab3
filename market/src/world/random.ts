// Looked up once: a global is slow to reach from inside a test's sandbox, and these run a hundred million times.
const { imul } = Math;

/** Mixes two whole numbers into one of 32 bits (the finaliser of MurmurHash3 after each). */
export function mix(a: number, b: number): number {
  let state = imul(0x9e3779b9 ^ a, 0x85ebca6b);
  state = imul(state ^ (state >>> 13), 0xc2b2ae35);
  state = imul(state ^ (state >>> 16) ^ b, 0x85ebca6b);
  state = imul(state ^ (state >>> 13), 0xc2b2ae35);
  return (state ^ (state >>> 16)) >>> 0;
}

/** FNV-1a: a number for a name, the same on every machine. */
export function hashOf(text: string): number {
  let state = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) state = imul(state ^ text.charCodeAt(at), 0x01000193);
  return state >>> 0;
}

/** The number that a thing's draws begin from: its name, and the world's own course. */
export const seedOf = ({ seed = 0 }: { readonly seed?: number }, name: string): number =>
  seed === 0 ? hashOf(name) : mix(hashOf(name), seed);

/**
 * What happens to one person (or one campaign's day) for one purpose, in [0, 1). There is no stream:
 * a draw depends on nothing but its key, so a world without one campaign differs only where it must.
 */
export const draw = (seed: number, purpose: number): number => mix(seed, purpose) / 4_294_967_296;

/** A normal variate by summing four draws: bounded, and without transcendental functions. */
export function normal(seed: number, purpose: number): number {
  let sum = -2;
  for (let at = 0; at < 4; at++) sum += draw(seed, purpose * 8 + at + 0x5000);
  return sum * 1.7320508075688772;
}

/** A whole number around a mean: the fraction by chance, above 30 as varied as a Poisson count. */
export function countAround(seed: number, purpose: number, mean: number): number {
  if (mean > 30) return Math.max(0, Math.round(mean + normal(seed, purpose) * Math.sqrt(mean)));
  let count = 0;
  let left = Math.exp(-mean);
  let chance = left;
  const until = draw(seed, purpose);
  while (until > chance && count < 200) {
    count += 1;
    left *= mean / count;
    chance += left;
  }
  return count;
}

/** Weights made ready for drawing: running sums ending in 1. */
export function runningShares(weights: readonly number[]): number[] {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  let reached = 0;
  return weights.map((weight) => (reached += weight / total));
}

/** The place at which a draw falls among running shares; -1 among none. */
export function pick(shares: readonly number[], at: number): number {
  for (let place = 0; place < shares.length; place++) if (at < (shares[place] ?? 1)) return place;
  return shares.length - 1;
}
