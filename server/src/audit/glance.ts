import type { Client, ClientGlance } from '@lens/contract';
import {
  daysInMonth,
  dayParts,
  type Figure,
  type OrdersMeant,
  pacing,
  resolvePeriod,
  shareMet,
  surenessOf,
  type Target,
  TARGET_METRICS,
  targetFor,
  unpackFigures,
} from '@lens/core';
import { clockOf, type Context } from '../context';
import { targetQuestion } from '../query/audit';
import { dataRange, promisesOf } from '../store/clients';
import { movesOf } from '../store/moves';
import { subjectOf } from './decide';

/** One client this month: target met, spend against plan, what waits for a decision. */
export async function glanceOfClient(context: Context, client: Client): Promise<ClientGlance> {
  const { db, queries } = context;
  const { today } = clockOf(context, client.timeZone);
  const resolved = resolvePeriod({ preset: 'this-month' }, today, undefined);
  const moves = movesOf(db, client.id);
  const accepted = moves.filter(({ move }) => move.decision === 'accepted').length;
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
    waiting: { proposals: 0, accepted },
  };
  if (!resolved || !dataRange(db, client.id)) return nothing;
  const period = { from: resolved.from, to: resolved.to };
  const { targets, budgets } = promisesOf(db, client.id);
  const target = targetFor(targets, period) ?? null;
  const plan = budgets.find((each) => each.from <= period.to && period.to <= each.to)?.amount ?? null;
  const [{ spend, arrived, ...totals }, audit] = await Promise.all([
    totalsOf(context, client, target, period),
    queries.audit(client.id, period, today),
  ]);
  const decided = new Set(moves.map(({ subject }) => subject));
  const proposals = audit.findings.filter((finding) => finding.move && !decided.has(subjectOf(finding, finding.move))).length;
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
    waiting: { proposals, accepted },
  };
}

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
  const row = (key: string): number => table.rows.findIndex((each) => each.key === key);
  const matched = row('matched');
  const figure = (at: number, metric: string): Figure => {
    const column = table.columns[table.metrics.findIndex((each) => each === metric)];
    return (column && unpackFigures(column.now)[at]) ?? { kind: 'gap', gap: 'not measured' };
  };
  const total = (at: number): Total => ({
    actual: figure(at, anyTarget.metric),
    count: figure(at, TARGET_METRICS[anyTarget.metric].count),
  });
  const all = row('total');
  return {
    spend: figure(all, 'spend'),
    all: total(all),
    matched: total(matched < 0 ? all : matched),
    differ: matched >= 0,
    arrived: table.arrived,
  };
}
