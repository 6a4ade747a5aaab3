import { spendEffect } from '../moves/effect';
import { sumApart } from '../moves/effect-sum';
import type { Effect, Proposal, Ranged } from '../moves/finding';
import type { PlannedCampaign, Unplanned } from './planned-campaign';
import { broughtBy, lastMoneyAt, type ResponseCurve } from './response-curve';
import { type Sharer, split, type Split } from './split';

/** What money is planned for: what is earned on it, or as many outcomes as it can bring. */
export const PLAN_GOALS = ['profit', 'outcomes'] as const;
export type PlanGoal = (typeof PLAN_GOALS)[number];

export interface PlanAsked {
  readonly goal: PlanGoal;
  /** A day's money in the client's currency, all of it to be spent; null for as much as pays. */
  readonly total: number | null;
  /** What is promised on average, as so much value or so many outcomes for each unit of money; null for no matter what. */
  readonly promised: number | null;
  /** The share by which a budget may change at once. */
  readonly step: number;
  /** Campaigns whose spend a day is said, by their code, above 0: held as they are, or drawn to something else. */
  readonly fixed: ReadonlyMap<number, number>;
  /** Campaigns whose accepted move still waits to be carried out: they are left. */
  readonly waiting: ReadonlySet<number>;
}

/** What keeps a campaign from having more or less. */
export const PLAN_LIMITS = [
  'a step down',
  'a step up',
  'all its demand',
  'demand not told',
  'said',
  'waits',
  'not clear',
  'unplanned',
] as const;
export type PlanLimit = (typeof PLAN_LIMITS)[number];

/** Spend and what it is counted to bring, a day. */
export interface Brought {
  readonly spend: number;
  readonly outcomes: number;
}

export interface PlannedBudget {
  readonly campaign: PlannedCampaign;
  readonly now: Brought;
  readonly planned: Brought;
  /** How far its spend may go. */
  readonly low: number;
  readonly high: number;
  readonly limit: PlanLimit | null;
  readonly unplanned: Unplanned | null;
  /** What its last money brings of worth, now and as planned: 1 brings itself back. */
  readonly lastMoney: { readonly now: number; readonly planned: number };
  /** A day with a fifth more than now, whatever its limits. */
  readonly more: Brought;
  /** The change of its budget; null where it stays. */
  readonly move: Proposal | null;
}

/** Why a plan is not what was asked for. */
export type PlanShort =
  | { readonly kind: 'too little money'; readonly least: number }
  | { readonly kind: 'too much money'; readonly most: number }
  | { readonly kind: 'promise not reached'; readonly reached: number };

export interface BudgetPlan {
  readonly budgets: readonly PlannedBudget[];
  /** A day of all that are planned. */
  readonly now: Brought;
  readonly planned: Brought;
  /** Money that all of them can spend a day within their limits. */
  readonly least: number;
  readonly most: number;
  /** What the plan brings against leaving all as it is, a day: worth of outcomes, less spend where profit is the goal. */
  readonly gain: Ranged;
  /** Whether worth is earned, with a known margin, or what the target pays for outcomes. */
  readonly isEarned: boolean;
  /** What the target counts, for each unit of money: value or outcomes. */
  readonly promised: { readonly now: number; readonly planned: number };
  readonly shorts: readonly PlanShort[];
}

/** Changes of a budget below this share are left: nobody would make them. */
const LEAST_CHANGE = 0.02;
const MORE = 1.2;

/**
 * Splits budgets anew so that they bring most: equal worth of the last money everywhere but where a limit stops it
 * (calculations, chapter 14). Each step is small, and the next plan begins with what this one did.
 */
export function planBudgets(campaigns: readonly PlannedCampaign[], asked: PlanAsked): BudgetPlan {
  const limited = campaigns.map((campaign) => ({ campaign, ...limitsOf(campaign, asked) }));
  const free = limited.filter(({ campaign }) => campaign.unplanned === null);
  const sharers = free.map(({ campaign, low, high }): Sharer => ({ ...sharerOf(campaign), low, high }));
  const found = split(sharers, {
    total: asked.total,
    atLeast: asked.goal === 'profit' ? 1 : 1e-9,
    average: asked.promised,
  });
  const spendOf = new Map(free.map(({ campaign }, at) => [campaign.member, found.spend[at] ?? campaign.spend]));
  const budgets = limited.map((each) => budgetOf(each, spendOf.get(each.campaign.member)));
  const planned = budgets.filter(({ unplanned }) => unplanned === null);
  const sum = (of: (each: PlannedBudget) => number): number => planned.reduce((all, each) => all + of(each), 0);
  const [now, then] = (['now', 'planned'] as const).map((when) => ({
    spend: sum((each) => each[when].spend),
    outcomes: sum((each) => each[when].outcomes),
  })) as [Brought, Brought];
  const promised = (when: 'now' | 'planned', spend: number): number =>
    spend > 0 ? sum(({ campaign, ...each }) => countedIn(campaign, each[when].outcomes) * campaign.promised) / spend : 0;
  const average = { now: promised('now', now.spend), planned: promised('planned', then.spend) };
  return {
    budgets,
    ...{ now, planned: then, promised: average },
    ...{ least: sum(({ low }) => low), most: sum(({ high }) => high) },
    gain: gainOf(planned, asked.goal),
    isEarned: planned.every(({ campaign }) => campaign.worth.isEarned),
    shorts: shortsOf(found, { least: sum(({ low }) => low), most: sum(({ high }) => high), reached: average.planned }),
  };
}

/** Outcomes of a plan as they are caused, back to those that are counted. */
const countedIn = ({ caused }: PlannedCampaign, outcomes: number): number => outcomes / caused.middle;

const curveOf = ({ spend, counted, caused, elasticity }: PlannedCampaign): ResponseCurve => ({
  spend,
  brings: counted * caused.middle,
  elasticity: elasticity.middle,
});

const sharerOf = (campaign: PlannedCampaign): Omit<Sharer, 'low' | 'high'> => ({
  curve: curveOf(campaign),
  worth: campaign.worth.each,
  promised: campaign.promised / campaign.caused.middle,
});

/** Where nothing but profit is asked for, no budget has to change: one that may as well be right is left. */
const isFreeForProfit = ({ goal, total, promised }: PlanAsked): boolean => goal === 'profit' && total === null && promised === null;

/** Standard deviations between the ends of a range that holds 95 of 100. */
const ENDS_APART = 3.92;

/**
 * Whether the last money of a campaign brings surely more than itself, or less: by a standard deviation of all that it is known
 * by, on the scale of logarithms. Of moves that are hardly likelier to be right than wrong the wrong ones cost more in the end.
 */
function isClear({ worth, spend, counted, seen, mostUnseen, caused, elasticity }: PlannedCampaign): boolean {
  // None seen may be chance: what that could hide counts.
  const lastMoney = (worth.each * elasticity.middle * (seen > 0 ? counted : mostUnseen) * caused.middle) / spend;
  const apart = ({ low, high }: Ranged): number => Math.log(high / low) / ENDS_APART;
  return Math.abs(Math.log(lastMoney)) > Math.hypot(apart(caused), apart(elasticity), 1 / Math.sqrt(Math.max(1, seen)));
}

interface Limited {
  readonly campaign: PlannedCampaign;
  readonly low: number;
  readonly high: number;
  /** What a limit is called where the plan comes to lie on it. */
  readonly above: PlanLimit;
  readonly fixed: PlanLimit | null;
}

/** A step either way; up only as far as demand reaches that its budget loses, each part of which costs more than the one before. */
function limitsOf(campaign: PlannedCampaign, asked: PlanAsked): Omit<Limited, 'campaign'> {
  const { member, spend, lostToBudget, elasticity, unplanned } = campaign;
  const { step, fixed, waiting } = asked;
  const said = fixed.get(member);
  if (unplanned !== null) return { low: spend, high: spend, above: 'unplanned', fixed: 'unplanned' };
  if (waiting.has(member)) return { low: spend, high: spend, above: 'waits', fixed: 'waits' };
  if (said !== undefined) return { low: said, high: said, above: 'said', fixed: 'said' };
  if (isFreeForProfit(asked) && !isClear(campaign)) return { low: spend, high: spend, above: 'not clear', fixed: 'not clear' };
  const demand = Math.pow(1 - (lostToBudget ?? 0), -1 / elasticity.middle);
  const above = demand >= 1 + step ? 'a step up' : lostToBudget === null ? 'demand not told' : 'all its demand';
  return { low: spend * (1 - step), high: spend * Math.min(1 + step, demand), above, fixed: null };
}

function budgetOf({ campaign, low, high, above, fixed }: Limited, found: number | undefined): PlannedBudget {
  const curve = curveOf(campaign);
  const spend = found ?? campaign.spend;
  const share = spend / campaign.spend - 1;
  const isAt = (limit: number): boolean => Math.abs(spend - limit) <= 1e-6 * campaign.spend;
  const lastMoney = (at: number): number => campaign.worth.each * lastMoneyAt(curve, at);
  const limit = fixed ?? (isAt(low) ? 'a step down' : isAt(high) ? above : null);
  return {
    campaign,
    now: { spend: campaign.spend, outcomes: curve.brings },
    planned: { spend, outcomes: broughtBy(curve, spend) },
    ...{ low, high, limit, unplanned: campaign.unplanned },
    lastMoney: { now: lastMoney(campaign.spend), planned: lastMoney(spend) },
    more: { spend: MORE * campaign.spend, outcomes: broughtBy(curve, MORE * campaign.spend) },
    move: Math.abs(share) < LEAST_CHANGE || campaign.unplanned !== null ? null : moveOf(campaign, share),
  };
}

/** Channels keep budgets in hundredths: cut towards the old one, so that rounding never passes a limit. */
function moveOf(campaign: PlannedCampaign, share: number): Proposal {
  const from = Math.round(campaign.budget * 100) / 100;
  const to = Math.round((from + Math.trunc(campaign.budget * share * 100 + Math.sign(share) * 1e-6) / 100) * 100) / 100;
  return { change: { field: 'daily budget', from, to }, effect: effectOf(campaign, to / from - 1) };
}

function effectOf(campaign: PlannedCampaign, share: number): Effect {
  const { worth, spend, counted, seen, mostUnseen, elasticity, caused, lostToBudget } = campaign;
  const power = (each: number): string => each.toFixed(2);
  return spendEffect({
    ...{ share, worth, spend, counted, seen, mostUnseen, elasticity, caused, lostToBudget },
    assumption: `Spend follows the budget. What it brings follows with an elasticity of ${power(elasticity.middle)} (${power(elasticity.low)} to ${power(elasticity.high)}), observed and not tried, and it causes ${power(caused.middle)} (${power(caused.low)} to ${power(caused.high)}) times what is counted for it.`,
  });
}

/** What all moves gain together. */
const gainOf = (budgets: readonly PlannedBudget[], goal: PlanGoal): Ranged =>
  sumApart(budgets.flatMap(({ campaign, move }) => (move ? [gainOfMove(campaign, move.effect, goal)] : [])));

function gainOfMove({ worth: { each } }: PlannedCampaign, { outcomes, spend }: Effect, goal: PlanGoal): Ranged {
  const cost = goal === 'profit' ? spend.middle : 0;
  // More money brings more: what is spent at most goes with what comes at most.
  return { low: outcomes.low * each - cost, middle: outcomes.middle * each - cost, high: outcomes.high * each - cost };
}

function shortsOf({ left, reached }: Split, { least, most, ...known }: { least: number; most: number; reached: number }): PlanShort[] {
  return [
    ...(left < 0 ? [{ kind: 'too little money', least } as const] : []),
    ...(left > 0 ? [{ kind: 'too much money', most } as const] : []),
    ...(reached ? [] : [{ kind: 'promise not reached', reached: known.reached } as const]),
  ];
}
