import { poissonAtLeast, poissonAtMost } from './gamma';
import { type Interval, poissonInterval } from './interval';

export const VERDICTS = [
  /** The whole interval lies on the wrong side of the bar. */
  'misses',
  'beats',
  'undecided',
  /** So close to the bar that more data will not decide. */
  'at the bar',
] as const;
export type Verdict = (typeof VERDICTS)[number];

/** How much more of the same would decide. */
export interface More {
  readonly clicks: number;
  readonly spend: number;
}

export interface Judgement {
  readonly verdict: Verdict;
  readonly more: More | null;
  /** Two-sided chance of a count this far from the bar, were the member exactly at it. */
  readonly pValue: number;
}

export interface Evidence {
  /** Outcomes counted so far. */
  readonly count: number;
  /** Outcomes a member exactly at the bar would show by now for this spend, late ones allowed for. */
  readonly atBar: number;
  /** What was brought, as a share of what the bar asks: 1 is exactly at the bar. */
  readonly reached: Interval;
  readonly clicks: number;
  readonly spend: number;
}

/** Beyond this many times today's data, "collect more" is no advice. */
const MOST_TIMES = 30;

/** Judges a member by whether its interval, of a level, lies on one side of the bar (calculations, chapter 10). */
export function judge(evidence: Evidence, level = 0.95): Judgement {
  const pValue = twoSided(evidence.count, evidence.atBar);
  if (evidence.reached.high < 1) return { verdict: 'misses', more: null, pValue };
  if (evidence.reached.low > 1) return { verdict: 'beats', more: null, pValue };
  const times = timesNeeded(evidence.count, evidence.atBar, level);
  if (times === undefined) return { verdict: 'at the bar', more: null, pValue };
  return { verdict: 'undecided', more: { clicks: Math.ceil((times - 1) * evidence.clicks), spend: (times - 1) * evidence.spend }, pValue };
}

function twoSided(count: number, mean: number): number {
  return Math.min(1, 2 * Math.min(poissonAtMost(count, mean), poissonAtLeast(count, mean)));
}

/** How many times the data so far decides if it goes on like this, or undefined if not within reason. */
function timesNeeded(count: number, atBar: number, level: number): number | undefined {
  const decides = (times: number): boolean => {
    const { low, high } = poissonInterval(count * times, level);
    return high < atBar * times || low > atBar * times;
  };
  if (atBar <= 0 || !decides(MOST_TIMES)) return undefined;
  let low = 1;
  let high = MOST_TIMES;
  while (high - low > 0.01) {
    const middle = (low + high) / 2;
    if (decides(middle)) high = middle;
    else low = middle;
  }
  return Math.max(high, 1.05);
}
