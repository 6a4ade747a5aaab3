import { poissonInterval } from '../evidence/interval';
import { judge, type More } from '../evidence/verdict';
import type { Bar } from './bar';

/** A step that is read of an ad: how often it was counted for the money, and what it may cost. */
export interface Rung {
  /** What is counted. */
  readonly step: string;
  readonly count: number;
  /** Money whose counts have come. */
  readonly spend: number;
  readonly bar: Bar;
  /** Whether it may decide; one whose bar did not hold in later weeks only argues. */
  readonly decides: boolean;
}

export type Says = 'keep' | 'stop' | 'open' | 'at the bar';

/** What a rung says for itself. */
export interface ReadRung extends Rung {
  readonly says: Says;
  readonly more: More | null;
}

/** What is to be done with an ad, by which rung, and those that say otherwise. */
export interface Reading {
  readonly verdict: 'keep' | 'stop' | 'wait';
  /** The one that decides; where none does, the one that needs the least more. Null without any. */
  readonly by: ReadRung | null;
  readonly against: readonly ReadRung[];
}

/** Looked at daily: the interval is of 99 % (calculations 10). */
const LEVEL = 0.99;
/** Just at the bar is what could be no more than so many times apart; what is wider is too little. */
const NARROW = 3;

/** Reads one step: it says something once its interval, and that of its bar, lie apart. */
export function readRung(rung: Rung): ReadRung {
  const { count, spend, bar } = rung;
  const asked = spend / bar.cost;
  if (!(asked > 0)) return { ...rung, says: 'open', more: null };
  const counts = poissonInterval(count, LEVEL);
  // As many as the bar asks, or more, is good where a dear step is bad; and the other way round.
  const reached = { low: counts.low / (spend / bar.low), high: counts.high / (spend / bar.high) };
  const { verdict, more } = judge({ count, atBar: asked, reached, clicks: 0, spend }, LEVEL);
  const isNarrow = counts.high <= NARROW * counts.low;
  const says = ({ misses: 'stop', beats: 'keep', undecided: 'open', 'at the bar': isNarrow ? 'at the bar' : 'open' } as const)[verdict];
  const isTurned = !bar.isAtMost && (says === 'stop' || says === 'keep');
  return { ...rung, says: isTurned ? (says === 'stop' ? 'keep' : 'stop') : says, more };
}

/**
 * The reading ladder of one ad (calculations 12): `rungs` from the result, the deepest, up to the shallowest. The deepest that
 * may decide and says something does; the others argue. What is at its bar stays: more data will not decide.
 */
export function readLadder(rungs: readonly Rung[]): Reading {
  const read = rungs.map(readRung);
  const by = read.find(({ decides, says }) => decides && says !== 'open');
  if (!by) {
    const [least] = read.filter(({ decides }) => decides).toSorted((a, b) => (a.more?.spend ?? Infinity) - (b.more?.spend ?? Infinity));
    return { verdict: 'wait', by: least ?? null, against: read.filter(({ says }) => says !== 'open') };
  }
  const verdict = by.says === 'stop' ? 'stop' : 'keep';
  const other = verdict === 'stop' ? 'keep' : 'stop';
  return { verdict, by, against: read.filter(({ says }) => says === other) };
}
