import { gammaln } from 'simple-statistics';

/**
 * Regularised lower incomplete gamma function P(shape, x): series below shape + 1, Lentz's continued
 * fraction above (Numerical Recipes, 3rd ed., section 6.2).
 */
export function gammaP(shape: number, x: number): number {
  if (!(shape > 0) || x < 0) throw new RangeError(`No gamma probability for shape ${shape} at ${x}`);
  if (x === 0) return 0;
  const scale = Math.exp(-x + shape * Math.log(x) - gammaln(shape));
  return x < shape + 1 ? scale * series(shape, x) : 1 - scale * fraction(shape, x);
}

function series(shape: number, x: number): number {
  let term = 1 / shape;
  let sum = term;
  for (let n = 1; n < 10_000 && Math.abs(term) > Math.abs(sum) * 1e-15; n++) {
    term *= x / (shape + n);
    sum += term;
  }
  return sum;
}

function fraction(shape: number, x: number): number {
  const tiny = 1e-300;
  let b = x + 1 - shape;
  let c = 1 / tiny;
  let d = 1 / b;
  let h = d;
  for (let n = 1; n < 10_000; n++) {
    const a = -n * (n - shape);
    b += 2;
    d = a * d + b;
    if (Math.abs(d) < tiny) d = tiny;
    c = b + a / c;
    if (Math.abs(c) < tiny) c = tiny;
    d = 1 / d;
    const step = d * c;
    h *= step;
    if (Math.abs(step - 1) < 1e-15) break;
  }
  return h;
}

/** The x with P(shape, x) = probability, by bisection: slow but sure, and exact enough to print. */
export function gammaQuantile(probability: number, shape: number): number {
  if (!(probability > 0 && probability < 1)) throw new RangeError(`No quantile for probability ${probability}`);
  let low = 0;
  let high = shape + 10 * Math.sqrt(shape) + 10;
  while (gammaP(shape, high) < probability) high *= 2;
  for (let step = 0; step < 200 && high - low > 1e-12 * high; step++) {
    const middle = (low + high) / 2;
    if (gammaP(shape, middle) < probability) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** P(K ≤ count) for a Poisson count with this mean. */
export const poissonAtMost = (count: number, mean: number): number => (mean <= 0 ? 1 : 1 - gammaP(Math.floor(count) + 1, mean));

/** P(K ≥ count) for a Poisson count with this mean. */
export const poissonAtLeast = (count: number, mean: number): number => (count <= 0 ? 1 : mean <= 0 ? 0 : gammaP(Math.ceil(count), mean));
