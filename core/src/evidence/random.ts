/** Numbers in [0, 1), the same for the same seed (mulberry32). For resampling, not for secrets. */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** A gamma variate of shape ≥ 1/3 and scale 1 (Marsaglia & Tsang 2000, boosted below shape 1). */
export function gammaVariate(shape: number, random: () => number): number {
  if (shape < 1) return gammaVariate(shape + 1, random) * Math.pow(1 - random(), 1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normal(random);
    const v = Math.pow(1 + c * x, 3);
    if (v > 0 && Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}

/** The Poisson count of mean 1 at a probability, by its distribution function. */
export function poissonOne(probability: number): number {
  let chance = Math.exp(-1);
  let reached = chance;
  let count = 0;
  while (probability > reached && count < 20) {
    count += 1;
    chance /= count;
    reached += chance;
  }
  return count;
}
