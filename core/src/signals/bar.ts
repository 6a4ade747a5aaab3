import { linearRegression, quantileSorted } from 'simple-statistics';
import type { Interval } from '../evidence/interval';
import { seededRandom } from '../evidence/random';

/** What an early step may cost. */
export interface Bar extends Interval {
  /** The cost at which the expected result is just at the target. */
  readonly cost: number;
  /** Whether a dearer step goes with a worse result; else, as with impressions that few others want, with a better one. */
  readonly isAtMost: boolean;
}

/** An ad's early cost of a step, and what came later beside what the target asks. */
export interface Pair {
  readonly cost: number;
  readonly reached: number;
}

const DRAWS = 400;
const SEED = 12;

/**
 * The cost of an early step at which the expected result equals the target: where the line of the logarithm of the later
 * result over that of the early cost passes the target (calculations 12), with the 95 % interval of resampled ads. Null where
 * that lies outside what ads cost, or where resampling leaves its place or the line's direction open.
 */
export function barOf(pairs: readonly Pair[]): Bar | null {
  const points = pairs.map(({ cost, reached }): Point => [Math.log(cost), Math.log(reached)]);
  const line = lineOf(points);
  const costs = points.map(([cost]) => cost);
  const [least, most] = [Math.min(...costs), Math.max(...costs)];
  if (!line || line.crossing < least || line.crossing > most) return null;
  const random = seededRandom(SEED);
  const drawn = Array.from({ length: DRAWS }, () => lineOf(points.map(() => points[Math.floor(random() * points.length)] ?? [0, 0])));
  const isAlike = (other: Line | null): other is Line => other !== null && other.slope < 0 === line.slope < 0;
  const crossings = drawn
    .filter(isAlike)
    .map(({ crossing }) => Math.min(most, Math.max(least, crossing)))
    .sort((a, b) => a - b);
  if (crossings.length < SURE * DRAWS) return null;
  const [low, high] = [quantileSorted(crossings, 0.025), quantileSorted(crossings, 0.975)];
  return { cost: Math.exp(line.crossing), low: Math.exp(low), high: Math.exp(high), isAtMost: line.slope < 0 };
}

/** Share of the resamples that must lean as all ads together do. */
const SURE = 0.975;

type Point = [cost: number, reached: number];
interface Line {
  readonly slope: number;
  readonly crossing: number;
}

function lineOf(points: Point[]): Line | null {
  const { m: slope, b } = linearRegression(points);
  return Math.abs(slope) > 0 ? { slope, crossing: -b / slope } : null;
}
