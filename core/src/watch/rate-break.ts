import { sum } from 'simple-statistics';
import type { Daily } from './usual-day';

/** From which day on so many of one thing follow another, and how many did before. */
export interface RateBreak {
  /** The place of the first day of now. */
  readonly at: number;
  /** The first and the last place at which it may as well have been. */
  readonly within: readonly [number, number];
  readonly before: number;
  readonly now: number;
}

/** Days on either side of a break that are needed to tell it. */
const SHORTEST = 3;
/** Twice the gain in log likelihood that chance reaches on one day in some thousands, wherever the break is looked for. */
const BEYOND_CHANCE = 16;
const LEAST_CHANGE = 0.05;
/** Days that tell less than the best by no more than this may be the day as well: 95 % of breaks lie so (Yao 1987). */
const AS_WELL = 7.35;

/** What days are made of: how many there were, and of how many this followed. */
interface Counts {
  readonly of: number;
  readonly followed: number;
}

interface Pair extends Counts {
  readonly at: number;
}

/**
 * The day since which a share is another than before, where it is beyond chance: the split of the days that tells most
 * (likelihood ratio of Poisson rates), in units of what the days vary around the two rates, which is at least as much
 * as drawing them one by one would. Days of which one of the two is not known are left out. Undefined without a break.
 */
export function rateBreak(of: Daily, followed: Daily): RateBreak | undefined {
  const pairs = of.flatMap((own, at): Pair[] => {
    const after = followed[at];
    return own != null && own > 0 && after != null ? [{ at, of: own, followed: after }] : [];
  });
  const all = sumOf(pairs);
  let left: Counts = { of: 0, followed: 0 };
  const splits: { gain: number; from: number }[] = [];
  for (const [at, pair] of pairs.entries()) {
    const right = { of: all.of - left.of, followed: all.followed - left.followed };
    const gain = told(left) + told(right) - told(all);
    if (at >= SHORTEST && at <= pairs.length - SHORTEST) splits.push({ gain, from: at });
    left = { of: left.of + pair.of, followed: left.followed + pair.followed };
  }
  const best = splits.reduce<(typeof splits)[number] | undefined>(
    (most, each) => (most && most.gain >= each.gain ? most : each),
    undefined,
  );
  const first = best && pairs[best.from];
  if (!best || !first) return undefined;
  const sides = [pairs.slice(0, best.from), pairs.slice(best.from)] as const;
  const [before, now] = [rateOf(sumOf(sides[0])), rateOf(sumOf(sides[1]))];
  const unit = variation(sides) / 2;
  if (best.gain / unit <= BEYOND_CHANCE || Math.abs(now / before - 1) < LEAST_CHANGE) return undefined;
  const asWell = splits.filter(({ gain }) => (best.gain - gain) / unit <= AS_WELL).flatMap(({ from }) => pairs[from]?.at ?? []);
  return { at: first.at, within: [Math.min(...asWell), Math.max(...asWell)], before, now };
}

const sumOf = (pairs: readonly Counts[]): Counts => ({
  of: sum(pairs.map(({ of }) => of)),
  followed: sum(pairs.map((each) => each.followed)),
});
const rateOf = ({ of, followed }: Counts): number => followed / of;

/** The log likelihood of a rate that fits best, but for what is the same for any. */
const told = (counts: Counts): number => (counts.followed > 0 ? counts.followed * Math.log(rateOf(counts)) : 0);

/** What days vary around the rate of their side, of what Poisson counts would. */
function variation(sides: readonly (readonly Pair[])[]): number {
  const parts = sides.flatMap((pairs) => {
    const rate = rateOf(sumOf(pairs));
    return rate > 0 ? pairs.map(({ of, followed }) => (followed - of * rate) ** 2 / (of * rate)) : [];
  });
  const drawn = 1 - Math.min(1, rateOf(sumOf(sides.flat())));
  return Math.max(drawn, sum(parts) / Math.max(1, parts.length - sides.length), Number.EPSILON);
}

/** A share that rose, by the places of its days: with the last place of it, null where it goes on. */
export interface Risen extends Pick<RateBreak, 'at' | 'within' | 'before' | 'now'> {
  readonly until: number | null;
}

/** Since when a share is higher than before, and until when, where that has ended; null where it is not. */
export function risenSince(of: Daily, followed: Daily): Risen | null {
  const breakIn = (from: number, to: number): RateBreak | undefined => {
    const within = (values: Daily): Daily => values.map((each, at) => (at >= from && at < to ? each : null));
    return rateBreak(within(of), within(followed));
  };
  const strongest = breakIn(0, of.length);
  if (!strongest) return null;
  // What tells most may be that it has ended.
  const isEnd = strongest.now < strongest.before;
  const begun = isEnd ? breakIn(0, strongest.at) : strongest;
  const ended = isEnd ? strongest : breakIn(strongest.at, of.length);
  if (!begun || begun.now <= begun.before) return null;
  return {
    ...{ at: begun.at, within: begun.within, before: begun.before },
    until: ended && ended.now < ended.before ? ended.at - 1 : null,
    now: ended && !isEnd ? ended.before : begun.now,
  };
}
