import type { PlanReply, PlanRequest, WireBudget } from '@lens/contract';
import {
  AcceptedMoves,
  barOfParts,
  type BudgetPlan,
  causedByCampaign,
  perMoney,
  planBudgets,
  type PlannedBudget,
  type PlannedCampaign,
  plannedCampaigns,
  reachedOfAll,
  settingsOf,
  type Target,
  TARGET_METRICS,
  targetFor,
} from '@lens/core';
import { acceptedMoves } from '../store/moves';
import { rulesOf } from '../store/rules';
import type { LoadedClient } from '../store/tables';
import type { ClientData } from './client-data';

/** A plan with what its moves need to be carried out, by the key of the campaign. */
export interface MovablePlan extends Omit<PlanReply, 'rest'> {
  readonly entities: Readonly<Record<string, { readonly member: number; readonly accountId: string; readonly externalId: string }>>;
}

const NOTHING = { spend: 0, outcomes: 0 };
const LATELY = 28;

/** Splits money over a client's campaigns by what is known on the day before `today`; without a target there is nothing to plan by. */
export function planOf(data: ClientData, client: string, asked: PlanRequest, today: number): MovablePlan {
  const loaded = data.load(client);
  const lastDay = today - 1;
  const lately = { from: lastDay - LATELY + 1, to: lastDay };
  const target = targetFor(rulesOf(data.db, client, 'promises').targets, { from: lastDay, to: lastDay });
  const about = { days: asked.days, dataVersion: loaded.version };
  if (!target) return { ...about, ...NO_PLAN };
  const names = data.namesOf(loaded);
  const { tables } = loaded;
  const campaigns = plannedCampaigns({ tables, target, lastDay, names, caused: causedIn(loaded) });
  const bar = barOfParts({ tables, names, client, metricSet: data.metricSetOf(client), days: lately, lastDay, target });
  // What all orders must reach, those that no campaign is matched with included, and what campaigns must reach for it.
  const ratio = (bar?.value ?? target.value) / target.value;
  const length = asked.days.to - asked.days.from + 1;
  const byKey = new Map(campaigns.map(({ key, member }) => [key, member]));
  const plan = planBudgets(campaigns, {
    goal: asked.goal,
    total: asked.total === null ? null : asked.total / length,
    promised: asked.promised === null ? null : perMoney(target, asked.promised, ratio),
    step: asked.step,
    fixed: new Map(asked.fixed.flatMap(({ key, spend }) => (byKey.has(key) ? [[byKey.get(key) ?? 0, spend] as const] : []))),
    waiting: waitingIn(data, loaded, campaigns),
  });
  return { ...about, target, ...told(plan, { target, ratio }), ...budgetsOf(loaded, plan, names) };
}

const NO_PLAN = {
  target: null,
  ...{ now: NOTHING, planned: NOTHING, least: 0, most: 0, gain: { low: 0, middle: 0, high: 0 }, isEarned: false, outcome: '' },
  ...{ reached: { now: null, planned: null }, shorts: [], budgets: [], entities: {} },
} as const;

/** What the site's log says of campaigns; nothing without one. */
const causedIn =
  (loaded: LoadedClient): Parameters<typeof plannedCampaigns>[0]['caused'] =>
  (action, days) => {
    const { log } = loaded.touches();
    return log.people > 0 ? causedByCampaign(log, action, days) : new Map();
  };

/** Campaigns with an accepted move that somebody is still to carry out. */
function waitingIn(data: ClientData, { client, tables }: LoadedClient, campaigns: readonly PlannedCampaign[]): Set<number> {
  const accepted = new AcceptedMoves(acceptedMoves(data.db, client));
  const settings = { budgets: settingsOf(tables, 'daily budget'), running: settingsOf(tables, 'running') };
  const waits = (member: number): boolean => accepted.waitingFor({ level: 'campaign', member }, settings) !== undefined;
  return new Set(campaigns.flatMap(({ member }) => (waits(member) ? [member] : [])));
}

function told(plan: BudgetPlan, { target, ratio }: { readonly target: Target; readonly ratio: number }) {
  const reached = (each: number): number | null => reachedOfAll(target, each, ratio);
  const { now, planned, least, most, gain, isEarned, promised, shorts } = plan;
  return {
    ...{ now, planned, least, most, gain, isEarned },
    outcome: TARGET_METRICS[target.metric].outcome,
    reached: { now: reached(promised.now), planned: reached(promised.planned) },
    shorts: shorts.map((short) =>
      short.kind === 'promise not reached' ? { ...short, reached: reached(short.reached) ?? 0 } : short,
    ) satisfies PlanReply['shorts'],
  };
}

function budgetsOf(loaded: LoadedClient, { budgets }: BudgetPlan, names: (level: string, code: number | string) => string) {
  const accounts = loaded.tables.accounts;
  return {
    budgets: budgets.map((budget) => wireBudget(budget, names('channel', budget.campaign.channel), accounts[budget.campaign.account])),
    entities: Object.fromEntries(
      budgets.map(({ campaign: { key, member, account } }) => [
        key,
        { member, accountId: accounts[account]?.id ?? '', externalId: loaded.members.byId.get(member)?.externalId ?? '' },
      ]),
    ),
  };
}

function wireBudget(
  { campaign, move, ...budget }: PlannedBudget,
  channelName: string,
  account: { currency: string } | undefined,
): WireBudget {
  const { key, name, caused, elasticity, seen, days, points } = campaign;
  const { now, planned, low, high, limit, unplanned, lastMoney, more } = budget;
  const to = move?.change.field === 'daily budget' ? move.change.to : campaign.budget;
  return {
    ...{ key, name, channelName, currency: account?.currency ?? '', budget: { from: campaign.budget, to } },
    ...{ now, planned, low, high, limit, unplanned, lastMoney, elasticity, caused, seen, seenDays: days, more },
    points: points.map(({ spend, counted }) => ({ spend, outcomes: counted * caused.middle })),
    effect: move?.effect ?? null,
  };
}
