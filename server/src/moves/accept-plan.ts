import type { Client, MovesReply, PlanRequest, WireBudget } from '@lens/contract';
import type { SettingChange } from '@lens/core';
import { planSentences } from '@lens/draw';
import { clockOf, type Context } from '../context';
import { HttpProblem } from '../problem';
import type { MovablePlan } from '../query/plan';
import { accountsOf } from '../store/clients';
import { keepMoves, movesReply, type Undecided } from './keep-move';

/** Stores changes of a plan as accepted moves, all or none. The plan is made again: what it rests on may have come or gone since. */
export async function acceptPlan(
  context: Context,
  client: Client,
  {
    plan: asked,
    keys,
    dataVersion,
    by,
  }: { readonly plan: PlanRequest; readonly keys: readonly string[]; readonly dataVersion: number; readonly by: string },
): Promise<MovesReply> {
  const { today } = clockOf(context, client.timeZone);
  const plan = await context.queries.plan(client.id, asked, today);
  if (plan.dataVersion !== dataVersion)
    throw new HttpProblem(409, 'The data has changed', 'Data has come in since this plan was made. Look at it again, then accept it.');
  const moves = keys.map((key) => moveOf(context, { client, plan, key }));
  await keepMoves(context, client, moves, { decision: 'accepted', reason: '', by });
  return movesReply(context, client);
}

interface Asked {
  readonly client: Client;
  readonly plan: MovablePlan;
  readonly key: string;
}

function moveOf(context: Context, { client, plan, key }: Asked): Undecided {
  const budget = plan.budgets.find((each) => each.key === key);
  const entity = plan.entities[key];
  if (!budget?.effect || !entity)
    throw new HttpProblem(409, 'Nothing to change', `“${budget?.name ?? key}” has no change of its budget in this plan. Look at it again.`);
  const change: SettingChange = { field: 'daily budget', ...budget.budget };
  const about = { level: 'campaign', member: entity.member } as const;
  return {
    entity: {
      ...{ ...about, key, name: budget.name, channelName: budget.channelName, externalId: entity.externalId, currency: budget.currency },
      accountName: accountsOf(context.db, client.id).find(({ id }) => id === entity.accountId)?.name ?? '',
    },
    ...{ change, effect: budget.effect, outcome: plan.outcome, evidence: evidenceOf(budget, plan, client) },
    proposedBy: { kind: 'plan', days: plan.days },
  };
}

const evidenceOf = (budget: WireBudget, { isEarned }: MovablePlan, client: Client): string[] =>
  planSentences(budget, { isEarned, style: client });
