import { groupBy } from '../list/group-by';
import type { Effect, Finding, Proposal, Ranged } from './finding';
import { type Observed, totalOf } from './observe';
import type { Setting } from './settings';

/** What a proposal needs to know beside the finding. */
export interface Situation {
  readonly margin: number | undefined;
  readonly budgets: ReadonlyMap<string, Setting>;
  readonly running: ReadonlyMap<string, Setting>;
}

/** The most a budget moves at once. */
const STEP_LIMIT = 0.2;
/** Smaller changes of a budget are noise. */
const LEAST_STEP = 0.05;
/** Losing less than this to the budget is not worth a raise. */
const LEAST_LOST = 0.05;

interface Judged {
  readonly finding: Finding;
  readonly observed: Observed;
}

/**
 * Adds to each supported finding the one change it calls for: a budget one step down or up, or an
 * ad paused. Never pauses the last running ad of a group.
 */
export function propose(judged: readonly Judged[], situation: Situation): Finding[] {
  const spared = sparedAds(judged, situation);
  return judged.map((each) => ({ ...each.finding, move: proposalFor(each, situation, spared) }));
}

function proposalFor({ finding, observed }: Judged, situation: Situation, spared: ReadonlySet<Finding>): Proposal | null {
  if (finding.verdict === 'not judged') return null;
  if (finding.level === 'ad') {
    const pause = (finding.supported && finding.verdict === 'misses') || finding.stopLoss?.stop === true;
    return pause && isRunning(finding, situation) && !spared.has(finding) ? pauseAd(finding, observed, situation) : null;
  }
  if (!finding.supported) return null;
  return finding.verdict === 'misses' ? lowerBudget(finding, observed, situation) : raiseBudget(finding, observed, situation);
}

const isRunning = (finding: Finding, { running }: Situation): boolean => running.get(`${finding.level} ${finding.member}`)?.value === 1;

/** In a group whose running ads would all be paused, the one that brings most for its spend stays. */
function sparedAds(judged: readonly Judged[], situation: Situation): Set<Finding> {
  const ads = judged.filter(({ finding }) => finding.level === 'ad' && isRunning(finding, situation));
  const spared = new Set<Finding>();
  for (const group of groupBy(ads, ({ observed }) => observed.group).values()) {
    const toPause = group.filter(({ finding }) => (finding.supported && finding.verdict === 'misses') || finding.stopLoss?.stop === true);
    if (toPause.length < group.length) continue;
    const best = group.reduce((top, each) =>
      each.finding.outcomes / each.finding.spend > top.finding.outcomes / top.finding.spend ? each : top,
    );
    spared.add(best.finding);
  }
  return spared;
}

function pauseAd(finding: Finding, observed: Observed, situation: Situation): Proposal {
  const effect = effectOf(finding, observed, situation, -1, 'Its spend and what it brings stop; nothing else in the group changes.');
  return { field: 'status', oldValue: 'running', newValue: 'paused', effect };
}

function lowerBudget(finding: Finding, observed: Observed, situation: Situation): Proposal | null {
  const reached =
    finding.actual === null ? 0 : finding.metric === 'roas' ? finding.actual / finding.target : finding.target / finding.actual;
  return budgetMove(finding, observed, situation, -Math.min(STEP_LIMIT, Math.max(LEAST_STEP, 1 - reached)));
}

/** Only where the budget binds: otherwise more budget would not be spent. */
function raiseBudget(finding: Finding, observed: Observed, situation: Situation): Proposal | null {
  const lost = finding.lostToBudget ?? 0;
  if (lost < LEAST_LOST) return null;
  return budgetMove(finding, observed, situation, Math.min(STEP_LIMIT, lost / (1 - lost)));
}

function budgetMove(finding: Finding, observed: Observed, situation: Situation, step: number): Proposal | null {
  const budget = situation.budgets.get(`campaign ${finding.member}`)?.value;
  if (budget === undefined || budget <= 0) return null;
  // Cut towards the old budget, so that rounding never passes the step limit.
  const proposed = budget + Math.trunc(budget * step * 100) / 100;
  const assumption = 'In proportion: spend follows the budget, and what it brings follows the spend.';
  return {
    field: 'daily budget',
    oldValue: budget.toFixed(2),
    newValue: proposed.toFixed(2),
    effect: effectOf(finding, observed, situation, proposed / budget - 1, assumption),
  };
}

/** Scales a day's spend and outcomes by `share`, the range from the finding's interval. */
function effectOf(finding: Finding, observed: Observed, { margin }: Situation, share: number, assumption: string): Effect {
  const days = finding.days.to - finding.days.from + 1;
  const spend = (finding.spend / days) * share;
  const range = finding.range;
  const value = totalOf(observed, 'value') / finding.maturity / days;
  const outcomes = finding.outcomes / finding.maturity / days;
  if (finding.metric === 'roas') {
    const perDay = finding.spend / days;
    const profit = (roas: number): number => share * perDay * (roas * (margin ?? NaN) - 1);
    const each = value > 0 ? outcomes / value : 0;
    return {
      spend,
      outcomes: ranged(share * outcomes, share * range.low * perDay * each, share * (range.high ?? 0) * perDay * each),
      profit: margin === undefined ? null : ranged(profit(value / perDay), profit(range.low), profit(range.high ?? range.low)),
      assumption,
    };
  }
  const perDay = finding.spend / days;
  const fewest = range.high === null ? 0 : perDay / range.high;
  const most = perDay / range.low;
  const each = outcomes > 0 ? value / outcomes : 0;
  const profit = (count: number): number => share * (count * each * (margin ?? NaN) - perDay);
  return {
    spend,
    outcomes: ranged(share * outcomes, share * fewest, share * most),
    profit: margin === undefined || value === 0 ? null : ranged(profit(outcomes), profit(fewest), profit(most)),
    assumption,
  };
}

const ranged = (middle: number, a: number, b: number): Ranged => ({ middle, low: Math.min(a, b, middle), high: Math.max(a, b, middle) });
