import { groupBy } from '../list/group-by';
import type { Day } from '../time/day';
import type { AcceptedMoves } from './accepted';
import { budgetEffect, pauseEffect } from './effect';
import { cents, type SettingChange } from './setting-change';
import type { TargetFinding } from './finding';
import type { Observed } from './observe';
import { ELASTICITY } from './response';
import { settingKey } from '../settings/settings-of';
import type { FigureSettings } from './setting-now';
import type { Target } from '../target/target';
import { type Worth, worthOf } from './worth';

/** What a proposal needs to know beside the finding. */
export interface Situation extends FigureSettings {
  readonly target: Target;
  readonly margin: number | undefined;
  /** Average value of an outcome of the client. */
  readonly usualValue: number;
  readonly lastDay: Day;
  readonly accepted: AcceptedMoves;
  /** Share of a campaign's outcomes that come later than on the day of the click; 0 where nothing tells. */
  readonly lateShare: (campaign: number) => number;
}

/** The most a budget moves at once. */
const STEP_LIMIT = 0.2;
/** Smaller changes of a budget are noise. */
const LEAST_STEP = 0.05;
/** Losing less than this to the budget is not worth a raise. */
export const LEAST_LOST = 0.05;
const KEPT = 'It is the best, or the only one, of the ads that still run in its group: without it the group would show nothing.';
/** An ad that has not been seen for longer is taken to run no more: a paused ad sends no rows. */
const SEEN_WITHIN = 3;

interface Judged {
  readonly finding: TargetFinding;
  readonly observed: Observed;
}

type Answer = Pick<TargetFinding, 'move' | 'noMove'>;
const because = (noMove: string): Answer => ({ move: null, noMove });

/**
 * Adds to each supported finding the one change it calls for, or why there is none: a budget one step
 * down or up, or an ad paused. Never pauses the last running ad of a group, never proposes what is not
 * expected to earn anything, and waits for what was accepted before.
 */
export function propose(judged: readonly Judged[], situation: Situation): TargetFinding[] {
  const groups = groupBy(
    judged.filter(({ finding }) => finding.level === 'ad'),
    ({ observed }) => observed.group,
  );
  const kept = keptAds([...groups.values()], situation);
  return judged.map((each) => ({ ...each.finding, ...answerFor(each, groups.get(each.observed.group) ?? [], kept, situation) }));
}

function answerFor(judged: Judged, group: readonly Judged[], kept: ReadonlySet<TargetFinding>, situation: Situation): Answer {
  const { finding } = judged;
  const waiting = situation.accepted.waitingFor(finding, situation);
  if (waiting) return { move: waiting.proposal, noMove: '' };
  if (finding.verdict === 'not judged') return because('');
  if (finding.level === 'ad') return wantsPause(finding) ? pauseAd(judged, group, kept, situation) : because('');
  if (!finding.supported) return because('');
  return finding.verdict === 'misses' ? lowerBudget(judged, situation) : raiseBudget(judged, situation);
}

const wantsPause = (finding: TargetFinding): boolean =>
  (finding.supported && finding.verdict === 'misses') || finding.stopLoss?.stop === true;

/** Whether an ad surely runs: it is set to, was shown within the last days, and no accepted pause waits for it. */
function isRunning({ finding, observed }: Judged, { running, accepted, lastDay }: Situation): boolean {
  if (running.get(settingKey(finding.level, finding.member))?.value !== 1 || observed.lastSeen <= lastDay - SEEN_WITHIN) return false;
  return accepted.waitingFor(finding, { budgets: new Map(), running }) === undefined;
}

const worked = ({ finding }: Judged): number => finding.outcomes / finding.spend;

/** In a group whose running ads would all be paused, the one that brings most for its spend stays. */
function keptAds(groups: readonly (readonly Judged[])[], situation: Situation): Set<TargetFinding> {
  const kept = new Set<TargetFinding>();
  for (const group of groups) {
    const running = group.filter((each) => isRunning(each, situation));
    const [first, ...others] = running;
    if (!first || running.some(({ finding }) => !wantsPause(finding))) continue;
    kept.add(others.reduce((best, each) => (worked(each) > worked(best) ? each : best), first).finding);
  }
  return kept;
}

function pauseAd(judged: Judged, group: readonly Judged[], kept: ReadonlySet<TargetFinding>, situation: Situation): Answer {
  if (!isRunning(judged, situation)) return because('It does not run any more.');
  if (kept.has(judged.finding)) return because(KEPT);
  const siblings = group.filter((each) => each !== judged && isRunning(each, situation));
  const effect = pauseEffect(
    judged.observed,
    siblings.map(({ observed }) => observed),
    { finding: judged.finding, worth: worthOfOne(judged, situation), hasMargin: situation.margin !== undefined },
  );
  const { low, middle } = effect.effect.outcomes;
  // A stop loss caps a loss; a verdict has to be worth the change: more likely than not by a clear margin.
  if (judged.finding.stopLoss?.stop !== true && low <= -middle)
    return because('It misses the target, and so do the others of its group: they are not clearly better, and would take over its clicks.');
  return { move: { change: { field: 'status', from: 'running', to: 'paused' }, effect: effect.effect }, noMove: '' };
}

/** What one more outcome of a member is worth, by its own average value where it has one. */
export function worthOfOne({ finding }: Pick<Judged, 'finding'>, { target, margin, usualValue }: Situation): Worth {
  return worthOf(target, margin, finding.outcomes > 0 && finding.value > 0 ? finding.value / finding.outcomes : usualValue);
}

function lowerBudget(judged: Judged, situation: Situation): Answer {
  const { finding } = judged;
  const reached =
    finding.actual === null ? 0 : finding.metric === 'roas' ? finding.actual / finding.target : finding.target / finding.actual;
  const step = -Math.min(STEP_LIMIT, Math.max(LEAST_STEP, 1 - reached));
  const change = changed(finding, situation, step);
  if (!change) return because('Its daily budget is not known, so it cannot be said what to lower it to.');
  const effect = effectOfBudget(judged, situation, change.share);
  if (effect.gain > 0) return { move: { change: change.change, effect: effect.effect }, noMove: '' };
  if (effect.gainAsCounted > 0)
    return because(
      'By the outcomes counted for it a lower budget would pay; if it starts sales that others finish, as the channel’s claims or its place in the journey allow, it would not. Left as it is.',
    );
  return because(
    worthOfOne(judged, situation).isEarned
      ? 'It misses its target and still earns more than it costs, also with its last part of the budget: lowering it would lose profit.'
      : 'Its last part of the budget still brings outcomes for less than the target: lowering it would lose them.',
  );
}

function effectOfBudget(judged: Judged, situation: Situation, share: number): ReturnType<typeof budgetEffect> {
  const { finding, observed } = judged;
  return budgetEffect(finding, observed, {
    share,
    worth: worthOfOne(judged, situation),
    lateShare: situation.lateShare(observed.campaign),
  });
}

/** Only where the budget binds: otherwise more budget would not be spent. */
function raiseBudget(judged: Judged, situation: Situation): Answer {
  const { finding } = judged;
  const lost = finding.lostToBudget ?? 0;
  if (lost < LEAST_LOST)
    return because(
      finding.lostToBudget === null
        ? 'Nothing says whether its budget holds it back.'
        : 'Its budget hardly holds it back: more of it would not be spent.',
    );
  const change = changed(finding, situation, Math.min(STEP_LIMIT, lost / (1 - lost)));
  if (!change) return because('Its daily budget is not known, so it cannot be said what to raise it to.');
  const effect = effectOfBudget(judged, situation, change.share);
  if (effect.gain > 0) return { move: { change: change.change, effect: effect.effect }, noMove: '' };
  const share = Math.round(ELASTICITY.middle * 100);
  return because(
    `It beats its target on average; the next part of the budget, at about ${share} % of that, is not expected to pay for itself.`,
  );
}

/** A budget changed by a share, cut towards the old one, so that rounding never passes the step limit. */
function changed({ member }: TargetFinding, { budgets }: Situation, step: number): { share: number; change: SettingChange } | undefined {
  const budget = budgets.get(`campaign ${member}`)?.value;
  if (budget === undefined || budget <= 0) return undefined;
  const proposed = budget + Math.trunc(budget * step * 100) / 100;
  return { share: proposed / budget - 1, change: { field: 'daily budget', from: cents(budget), to: cents(proposed) } };
}
