import { poissonInterval } from '../evidence/interval';
import type { Effect, TargetFinding, Ranged } from './finding';
import { type Observed, totalOf } from './observe';
import { CAUSED, EFFECT_DAYS, ELASTICITY, outcomesFollow, rangeOf } from './response';
import type { Worth } from './worth';

/** An effect with what it is expected to gain a day, counting carefully; 0 or less for what had better be left. */
export interface Expected {
  readonly effect: Effect;
  readonly gain: number;
  /** The same by the outcomes just as they are counted. */
  readonly gainAsCounted: number;
}

/** How much of a budget's change may turn up as spend at the most, in busier days than those seen. */
const SPENT_MOST = 1.25;
/** And at the least: the less a budget holds back, the sooner falling demand stays below it whatever it is. */
const spentLeast = (lost: number | null): number => Math.min(0.4, 2 * (lost ?? 0));
/** A share by which all of it is taken away. */
export const STOPPED = -1;
/** What is paused spends nothing, whatever held it back: only other days than those seen vary. */
const STOPPED_LEAST = 0.75;
/**
 * Counted carefully, a member that is cut has caused more outcomes than are counted for it: the later they
 * come, the more of what it began is finished, and counted, elsewhere. One that is raised causes fewer.
 */
const carefulTimes = (share: number, lateShare: number): number => (share < 0 ? 1.2 + 0.8 * lateShare : 0.7);
/** And what is gained by a move is to be a clear part of the money it moves. */
const CLEARLY = 0.1;

/** How a budget is to change, and what is known of what it answers to. */
export interface SpendChange {
  /** −0.2 for a fifth less. */
  readonly share: number;
  readonly worth: Worth;
  /** Spend a day. */
  readonly spend: number;
  /** Outcomes counted a day, with those still to arrive, and how many had arrived to know it by. */
  readonly counted: number;
  readonly seen: number;
  /** Outcomes a day that chance could hide where none were seen. */
  readonly mostUnseen: number;
  readonly elasticity: Ranged;
  /** How many times what is counted for it is caused by it. */
  readonly caused: Ranged;
  readonly lostToBudget: number | null;
  readonly assumption: string;
}

/**
 * What a budget changed by a share does a day: spend follows it, outcomes follow spend less than in
 * proportion, and only what the member causes is missed or gained.
 */
export function spendEffect({ share, worth, counted, seen, elasticity, caused, ...change }: SpendChange): Effect {
  const follow = outcomesFollow(share, elasticity.middle);
  const middle = follow * counted * caused.middle;
  const spend = share * change.spend;
  const least = share === STOPPED ? STOPPED_LEAST : spentLeast(change.lostToBudget);
  const { low, high } = poissonInterval(seen);
  const doubts = [
    { less: caused.low / caused.middle, more: caused.high / caused.middle },
    { less: outcomesFollow(share, elasticity.low) / follow, more: outcomesFollow(share, elasticity.high) / follow },
    { less: least, more: SPENT_MOST },
    { less: seen > 0 ? Math.max(0.05, low / seen) : 1, more: seen > 0 ? high / seen : 1 },
  ];
  const outcomes = counted > 0 ? rangeOf(middle, doubts, Math.abs(middle)) : noneSeen(follow, change.mostUnseen);
  return {
    spend: ordered(spend, spend * least, spend * SPENT_MOST),
    outcomes,
    profit: worth.isEarned ? profitOf(outcomes, { spend, least }, worth.each) : null,
    assumption: change.assumption,
  };
}

/** A budget that an audit changes by a share, for what its finding says of it. */
export interface BudgetChange {
  readonly share: number;
  readonly worth: Worth;
  /** Share of its outcomes that come later than on the day of the click. */
  readonly lateShare: number;
  /** How many times what is counted for it is caused by it, where the site's log tells that. */
  readonly caused?: Ranged | undefined;
}

/** The effect of a budget's change by the usual response, and what it gains where what the member causes is counted carefully. */
export function budgetEffect(finding: TargetFinding, observed: Observed, { share, worth, lateShare, caused }: BudgetChange): Expected {
  const days = Math.max(1, observed.days.length);
  const spend = finding.spend / days;
  const counted = finding.outcomes / finding.maturity / days;
  const claimed = totalOf(observed, 'claimed') / finding.maturity / days;
  const claims = counted > 0 ? claimed / counted : 1;
  const gainOf = (times: number): number => outcomesFollow(share, ELASTICITY.middle) * counted * times * worth.each - share * spend;
  const careful = Math.max(carefulTimes(share, lateShare), share < 0 && counted > 0 ? claims : 0);
  return {
    effect: spendEffect({
      ...{ share, worth, spend, counted, seen: finding.outcomes, elasticity: ELASTICITY, lostToBudget: finding.lostToBudget },
      caused: caused ?? { ...CAUSED, high: Math.max(CAUSED.high, carefulTimes(-1, lateShare), claims) },
      mostUnseen: poissonInterval(finding.outcomes).high / days,
      assumption: assumptionOf(share, caused),
    }),
    gain: gainOf(careful) - CLEARLY * Math.abs(share * spend),
    gainAsCounted: gainOf(1),
  };
}

function assumptionOf(share: number, caused: Ranged | undefined): string {
  const { low, high } = caused ?? CAUSED;
  const part = `${Math.round(100 * low)} to ${Math.round(100 * high)} % of what is counted for it${caused ? ', by the site’s log,' : ''}`;
  return share === STOPPED
    ? `Nothing of it is spent, and ${part} is lost: some would come by another way, and some that it began is counted elsewhere.`
    : `Spend follows the budget. What it brings follows with an elasticity of 0.7 (0.45 to 1), as the last part of a budget brings less than the average, and ${part} is caused by it.`;
}

/** Nothing was brought so far: at most what so much spend could hide. */
const noneSeen = (follow: number, most: number): Ranged => ordered(0, 0, follow * most);

/** Outcomes and spend move together: much of the one comes with much of the other. */
function profitOf(outcomes: Ranged, { spend, least }: { spend: number; least: number }, each: number): Ranged {
  const middle = outcomes.middle * each - spend;
  const ends = [outcomes.low, outcomes.high].flatMap((count) => [least, SPENT_MOST].map((spent) => count * each - spend * spent));
  return { low: Math.min(...ends, middle), middle, high: Math.max(...ends, middle) };
}

/** A member's rate is drawn towards its siblings' as if it had brought so many outcomes more at theirs. */
const SHRUNK = 4;
/** Shares of the paused ad's spend by which the group's may move, as its siblings' clicks cost less or more. */
const MOVED = 0.3;

/**
 * What pausing an ad does a day: its siblings are shown instead, so spend hardly changes, and its clicks
 * bring what theirs do. Where clicks are not measured, spend stands for them.
 */
export function pauseEffect(
  observed: Observed,
  siblings: readonly Observed[],
  { finding, worth, hasMargin }: { readonly finding: Pick<TargetFinding, 'maturity'>; readonly worth: Worth; readonly hasMargin: boolean },
): { readonly effect: Effect; readonly gain: number } {
  const brought = (of: readonly Observed[]): Brought => {
    const sum = (part: keyof Brought): number => of.reduce((all, each) => all + totalOf(each, part), 0);
    return { spend: sum('spend'), clicks: sum('clicks'), outcomes: sum('outcomes') / finding.maturity };
  };
  const days = Math.max(1, observed.days.length);
  return takenOver({ own: brought([observed]), theirs: brought(siblings), days, worth, hasMargin });
}

/** What was spent on something on some days, and what came of it. */
export interface Brought {
  readonly spend: number;
  readonly clicks: number;
  readonly outcomes: number;
}

interface TakenOver {
  readonly own: Brought;
  /** Of those that are shown instead. */
  readonly theirs: Brought;
  readonly days: number;
  readonly worth: Worth;
  readonly hasMargin: boolean;
}

/** The same by what it and the others brought on so many days. */
export function takenOver({ own: mine, theirs: others, days, worth, hasMargin }: TakenOver): {
  readonly effect: Effect;
  readonly gain: number;
} {
  const weigh = mine.clicks > 0 ? ('clicks' as const) : ('spend' as const);
  const weight = mine[weigh] / days;
  const theirs = { count: others.outcomes, weight: others[weigh] };
  const own = { count: mine.outcomes, weight: mine[weigh] };
  const theirRate = theirs.weight > 0 ? theirs.count / theirs.weight : 0;
  const ownRate = theirRate > 0 ? (own.count + SHRUNK) / (own.weight + SHRUNK / theirRate) : own.count / Math.max(1e-9, own.weight);
  const middle = weight * (theirRate - ownRate);
  const spread = (count: number, of: number): { less: number; more: number } => {
    const { low, high } = poissonInterval(count);
    return { less: (weight * (count - low)) / Math.max(1e-9, of), more: (weight * (high - count)) / Math.max(1e-9, of) };
  };
  const [ofOwn, other] = [spread(own.count, own.weight), spread(theirs.count, theirs.weight)];
  const chance = 2 * Math.sqrt((weight * (theirRate + ownRate)) / EFFECT_DAYS);
  const outcomes: Ranged = {
    low: middle - Math.hypot(other.less, ofOwn.more, chance),
    middle,
    high: middle + Math.hypot(other.more, ofOwn.less, chance),
  };
  const ownSpend = mine.spend / days;
  const spend: Ranged = { low: -MOVED * ownSpend, middle: 0, high: MOVED * ownSpend };
  const gain = middle * worth.each;
  return {
    effect: {
      spend,
      outcomes,
      profit:
        hasMargin && worth.isEarned
          ? { low: outcomes.low * worth.each - spend.high, middle: gain, high: outcomes.high * worth.each - spend.low }
          : null,
      assumption: `The other ads of its group are shown instead: they take over its ${weigh === 'clicks' ? 'clicks' : 'spend'} and bring what they do now.`,
    },
    gain,
  };
}

export const ordered = (middle: number, a: number, b: number): Ranged => ({
  middle,
  low: Math.min(a, b, middle),
  high: Math.max(a, b, middle),
});
