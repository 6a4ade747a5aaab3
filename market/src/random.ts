/** A stream of numbers in [0, 1) named by a key: the same key gives the same stream on every machine. */
export type Random = () => number;

/** FNV-1a over the key seeds mulberry32. Keys name a person, day and purpose, so one change moves nothing else. */
export function randomFor(...key: readonly (string | number)[]): Random {
  let state = 0x811c9dc5;
  for (const letter of key.join('|')) state = Math.imul(state ^ letter.charCodeAt(0), 0x01000193);
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** A normal variate by summing twelve uniforms: no transcendental functions, so equal on every machine. */
export function normal(random: Random): number {
  let sum = -6;
  for (let draw = 0; draw < 12; draw++) sum += random();
  return sum;
}

/** Index drawn with these weights. */
export function pick(random: Random, weights: readonly number[]): number {
  let left = random() * weights.reduce((sum, weight) => sum + weight, 0);
  for (let at = 0; at < weights.length; at++) {
    left -= weights[at] ?? 0;
    if (left < 0) return at;
  }
  return weights.length - 1;
}

/** A count around a mean, as varied as a Poisson count (normal approximation above 30). */
export function countAround(random: Random, mean: number): number {
  if (mean > 30) return Math.max(0, Math.round(mean + normal(random) * Math.sqrt(mean)));
  let count = 0;
  for (let left = Math.exp(-mean), chance = random(); chance > left; chance *= random()) count += 1;
  return count;
}

/** Splits a whole number by weights into whole numbers that add up to it, the remainders by chance. */
export function splitWhole(random: Random, total: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  if (sum === 0 || weights.length === 0) return weights.map(() => 0);
  const exact = weights.map((weight) => (total * weight) / sum);
  const parts = exact.map(Math.floor);
  const rest = exact.map((each, at) => each - (parts[at] ?? 0));
  for (let left = total - parts.reduce((a, b) => a + b, 0); left > 0; left--) {
    const at = pick(random, rest.some((each) => each > 0) ? rest : weights);
    parts[at] = (parts[at] ?? 0) + 1;
    rest[at] = 0;
  }
  return parts;
}
