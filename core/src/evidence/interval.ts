import { gammaQuantile } from './gamma';

/** A range with both ends, `high` possibly Infinity. */
export interface Interval {
  readonly low: number;
  readonly high: number;
}

/** The normal quantile of a two-sided 95 % interval. */
export const Z95 = 1.959963984540054;

/**
 * 95 % interval of a proportion after Wilson (1927). 4 of 9 clicks → 19–73 %.
 * Throws a RangeError unless 0 ≤ successes ≤ trials and trials > 0.
 */
export function wilson(successes: number, trials: number, z = Z95): Interval {
  if (!(trials > 0) || successes < 0 || successes > trials) throw new RangeError(`No proportion from ${successes} of ${trials}`);
  const share = successes / trials;
  const z2 = (z * z) / trials;
  const centre = (share + z2 / 2) / (1 + z2);
  const half = (z / (1 + z2)) * Math.sqrt((share * (1 - share)) / trials + z2 / (4 * trials));
  return { low: Math.max(0, centre - half), high: Math.min(1, centre + half) };
}

/**
 * Exact 95 % interval of the mean of a Poisson count (Garwood 1936): gamma quantiles with shapes
 * k and k + 1. A count of 0 gives 0 to 3.69. Counts may be fractional.
 */
export function poissonInterval(count: number, level = 0.95): Interval {
  if (!(count >= 0)) throw new RangeError(`No count of ${count}`);
  const tail = (1 - level) / 2;
  return { low: count === 0 ? 0 : gammaQuantile(tail, count), high: gammaQuantile(1 - tail, count + 1) };
}
