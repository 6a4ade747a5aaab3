import type { Client } from '@lens/contract';
import { type DayRange, daysInMonth, dayParts, partOfRest, plainQuestion } from '@lens/core';
import { clockOf, type Context } from '../context';
import { rulesOf } from '../store/rules';
import { figureOf } from './glance';

/**
 * What is left of a client's plan for the month in which some days begin, in even parts for those of them that are in it:
 * all of it where they are its rest. Null without a plan, and where the month's spend is not known.
 */
export async function restOfPlan(context: Context, client: Client, { from, to }: DayRange): Promise<number | null> {
  const first = from - dayParts(from).date + 1;
  const month = { from: first, to: first + daysInMonth(from) - 1 };
  const plan = rulesOf(context.db, client.id, 'promises').budgets.find((each) => each.from <= month.from && month.to <= each.to)?.amount;
  if (plan === undefined) return null;
  const { today } = clockOf(context, client.timeZone);
  const next = Math.max(month.from, today);
  const spent = next === month.from ? 0 : await spentIn(context, client, { from: month.from, to: next - 1 });
  if (spent === null) return null;
  return partOfRest(plan, spent, { from, to }, { from: next, to: month.to });
}

async function spentIn({ queries }: Context, client: Client, period: DayRange): Promise<number | null> {
  const { id, metricSet } = client;
  const table = await queries.totals(
    plainQuestion({ clients: [id], period, countedBy: 'orders', basis: 'sale', metricSet }),
    period.to + 1,
  );
  const spend = figureOf(table, 'total', 'spend');
  return spend.kind === 'value' ? spend.value : null;
}
