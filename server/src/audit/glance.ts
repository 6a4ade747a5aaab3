import type { Client, ClientGlance, Promises, WireTable } from '@lens/contract';
import {
  balanceLeft,
  daysInMonth,
  dayParts,
  type Figure,
  gap,
  isToDo,
  type MetricId,
  type OrdersMeant,
  pacing,
  plainQuestion,
  type Question,
  resolvePeriod,
  shareMet,
  surenessOf,
  type Target,
  TARGET_METRICS,
  targetFor,
  unpackFigures,
  value,
} from '@lens/core';
import { clockOf, type Context } from '../context';
import { targetQuestion } from '../query/audit';
import { dataRange } from '../store/clients';
import { rulesOf } from '../store/rules';
import { withDecisions } from '../moves/decide';
import { undecidedByRules } from '../moves/undecided-by-rules';
import { movesStanding } from '../moves/keep-move';

/** One client this month: target met, spend against plan, what waits for a decision. */
export async function glanceOfClient(context: Context, client: Client): Promise<ClientGlance> {
  const { db, queries } = context;
  const { today } = clockOf(context, client.timeZone);
  const resolved = resolvePeriod({ preset: 'this-month' }, today, undefined);
  const accepted = (await movesStanding(context, client)).filter(isToDo).length;
  const byRules = undecidedByRules(context, client.id);
  const nothing: ClientGlance = {
    client,
    period: null,
    target: null,
    actual: null,
    other: null,
    met: null,
    sureness: 'undecided',
    spend: null,
    plan: null,
    pacing: null,
    balances: [],
    waiting: { proposals: 0, accepted, byRules, first: [] },
  };
  if (!resolved || !dataRange(db, client.id)) return nothing;
  const period = { from: resolved.from, to: resolved.to };
  const { targets, budgets, balances } = rulesOf(db, client.id, 'promises');
  const target = targetFor(targets, period) ?? null;
  const plan = budgets.find((each) => each.from <= period.to && period.to <= each.to)?.amount ?? null;
  const [{ spend, arrived, ...totals }, audit, left] = await Promise.all([
    totalsOf(context, client, target, period),
    queries.audit(client.id, period, today),
    balancesLeft(context, client, balances, today - 1),
  ]);
  const proposals = withDecisions(context, client.id, audit).filter(({ move, decided }) => move && !decided);
  const spent = spend.kind === 'value' ? spend.value : null;
  const meant = totals[target?.orders ?? 'all'];
  const met = target ? shareMet(target, meant.actual) : undefined;
  const count = meant.count.kind === 'value' ? meant.count.value : undefined;
  return {
    client,
    period,
    target,
    actual: target ? meant.actual : null,
    other: target && totals.differ ? otherOf(target, totals) : null,
    met: met ?? null,
    sureness: surenessOf(met, count, arrived ?? undefined),
    spend,
    plan,
    pacing: plan !== null && spent !== null ? (pacing(plan, spent, dayParts(period.to).date, daysInMonth(period.to)) ?? null) : null,
    balances: left,
    waiting: { proposals: proposals.length, accepted, byRules, first: proposals.toSorted((a, b) => b.spend - a.spend).slice(0, MOST_TOLD) },
  };
}

/** Proposals that are told in a glance. */
const MOST_TOLD = 6;

/** The figure of a target's metric and the count behind it, of the orders the target may mean. */
interface Total {
  readonly actual: Figure;
  readonly count: Figure;
}

interface Totals extends Record<OrdersMeant, Total> {
  readonly spend: Figure;
  /** Whether some orders match no campaign, so that the two are not the same. */
  readonly differ: boolean;
  readonly arrived: number | null;
}

function otherOf(target: Target, totals: Pick<Totals, OrdersMeant>): ClientGlance['other'] {
  const orders = target.orders === 'all' ? 'matched' : 'all';
  const { actual } = totals[orders];
  return { orders, actual, met: shareMet(target, actual) ?? null };
}

async function totalsOf(
  { queries }: Context,
  client: Client,
  target: Target | null,
  period: { from: number; to: number },
): Promise<Totals> {
  const anyTarget: Target = target ?? { metric: 'roas', value: 1, countedBy: 'orders', basis: 'sale', orders: 'all', ...period };
  const table = await queries.totals(targetQuestion(client, anyTarget, period), period.to + 1);
  const differ = table.rows.some(({ key }) => key === 'matched');
  const total = (row: 'total' | 'matched'): Total => ({
    actual: figureOf(table, row, anyTarget.metric),
    count: figureOf(table, row, TARGET_METRICS[anyTarget.metric].count),
  });
  return {
    spend: figureOf(table, 'total', 'spend'),
    all: total('total'),
    matched: total(differ ? 'matched' : 'total'),
    differ,
    arrived: table.arrived,
  };
}

/** A figure of a row of totals. */
export function figureOf({ rows, metrics, columns }: WireTable, row: 'total' | 'matched', metric: MetricId): Figure {
  const column = columns[metrics.indexOf(metric)];
  return (column && unpackFigures(column.now)[rows.findIndex(({ key }) => key === row)]) ?? gap('not measured');
}

/** Days of which the pace of spending is told. */
const PACE_DAYS = 7;

/** What is left of the newest balance of each channel after the last finished day. */
function balancesLeft(
  { queries }: Context,
  client: Client,
  balances: Promises['balances'],
  last: number,
): Promise<ClientGlance['balances']> {
  const newest = new Map(balances.toSorted((a, b) => a.day - b.day).map((each) => [each.channel, each]));
  const spendOf = async (channel: string, from: number): Promise<Figure> => {
    if (from > last) return value(0);
    const where: Question['where'] = [{ dimension: 'channel', any: [{ test: 'is', value: channel }] }];
    const asked = plainQuestion({
      clients: [client.id],
      period: { from, to: last },
      countedBy: 'orders',
      basis: 'sale',
      metricSet: client.metricSet,
    });
    return figureOf(await queries.totals({ ...asked, where }, last + 1), 'total', 'spend');
  };
  return Promise.all(
    [...newest.values()].map(async ({ channel, day, amount }) => {
      const [spent, lately] = await Promise.all([spendOf(channel, day), spendOf(channel, last - PACE_DAYS + 1)]);
      return { channelName: channel, ...balanceLeft(amount, spent, lately, PACE_DAYS) };
    }),
  );
}
