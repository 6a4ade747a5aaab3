import { mean, sum } from 'simple-statistics';
import { type Interval, Z95 } from '../evidence/interval';

/** How many different people so many impressions reached, on some days that follow one another. */
export interface Reached {
  readonly impressions: number;
  readonly people: number;
}

/** Who can be reached, and how unevenly impressions fall on them. */
export interface Audience {
  readonly people: number;
  /** Small is uneven: a few see most of it. */
  readonly evenness: number;
}

/**
 * People reached at least once by so many impressions of an audience, exposures being negative-binomial
 * (Goodhardt, Ehrenberg & Chatfield 1984): N × (1 − (1 + x / (N k))^−k).
 */
export const reachOf = ({ people, evenness }: Audience, impressions: number): number =>
  people * (1 - (1 + impressions / (people * evenness)) ** -evenness);

/** People not reached before whom a thousand more impressions reach. */
export const nextThousand = (audience: Audience, impressions: number): number =>
  reachOf(audience, impressions + 1000) - reachOf(audience, impressions);

const [LEAST_EVEN, MOST_EVEN] = [0.05, 20];
/** An audience is looked for up to so many times the most people that were reached. */
const MOST_TIMES = 200;

/**
 * The audience behind the reach of windows of several lengths (7 and 30 days): that which comes nearest to all of them on the
 * scale of logarithms, with the 95 % interval of its size by leaving out each day in turn (jackknife, Tukey 1958). Null for
 * fewer than three days, or where windows reached nobody.
 */
export function audienceOf(days: readonly (readonly Reached[])[]): (Audience & { readonly size: Interval }) | null {
  if (days.length < 3 || days.flat().some(({ impressions, people }) => people <= 0 || impressions < people)) return null;
  const found = fit(days.flat());
  const without = days.map((_, out) => Math.log(fit(days.filter((__, at) => at !== out).flat()).people));
  const middle = mean(without);
  const error = Math.sqrt(((days.length - 1) / days.length) * sum(without.map((each) => (each - middle) ** 2)));
  const half = Math.exp(Z95 * error);
  return { ...found, size: { low: found.people / half, high: found.people * half } };
}

function fit(points: readonly Reached[]): Audience {
  const most = Math.max(...points.map(({ people }) => people));
  const lossOf = (audience: Audience): number =>
    sum(points.map(({ impressions, people }) => Math.log(people / reachOf(audience, impressions)) ** 2));
  const bestOf = (evenness: number): Audience => {
    const size = leastAt((logged) => lossOf({ people: Math.exp(logged), evenness }), Math.log(most), Math.log(most * MOST_TIMES));
    return { people: Math.exp(size), evenness };
  };
  return bestOf(Math.exp(leastAt((logged) => lossOf(bestOf(Math.exp(logged))), Math.log(LEAST_EVEN), Math.log(MOST_EVEN))));
}

/** Steps that leave of a range what a rounded number does not show. */
const STEPS = 20;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** Where a function of one valley is least between two places, by golden section (Kiefer 1953). */
function leastAt(of: (x: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [atA, atB] = [of(a), of(b)];
  for (let step = 0; step < STEPS; step++) {
    if (atA < atB) {
      [high, b, atB] = [b, a, atA];
      a = high - GOLDEN * (high - low);
      atA = of(a);
    } else {
      [low, a, atA] = [a, b, atB];
      b = low + GOLDEN * (high - low);
      atB = of(b);
    }
  }
  return (low + high) / 2;
}
