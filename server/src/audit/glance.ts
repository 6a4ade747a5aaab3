import type { Client, ClientGlance } from '@lens/contract';
import {
  daysInMonth,
  dayParts,
  type Figure,
  metricNamed,
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
import { targetQuestion } from '../query/engine';
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
  const totals = await totalsOf(context, client, target, period);
  const decided = new Set(moves.map(({ subject }) => subject));
  const audit = await queries.audit(client.id, period, today);
  const proposals = audit.findings.filter((finding) => finding.move && !decided.has(subjectOf(finding, finding.move))).length;
  const spent = totals.spend.kind === 'value' ? totals.spend.value : null;
  const met = target ? shareMet(target, totals.actual) : undefined;
  const count = totals.count.kind === 'value' ? totals.count.value : undefined;
  return {
    client,
    period,
    target,
    actual: target ? totals.actual : null,
    met: met ?? null,
    sureness: surenessOf(met, count, totals.arrived ?? undefined),
    spend: totals.spend,
    plan,
    pacing: plan !== null && spent !== null ? (pacing(plan, spent, dayParts(period.to).date, daysInMonth(period.to)) ?? null) : null,
    waiting: { proposals, accepted },
  };
}

interface Totals {
  readonly spend: Figure;
  readonly actual: Figure;
  readonly count: Figure;
  readonly arrived: number | null;
}

async function totalsOf(
  { queries }: Context,
  client: Client,
  target: Target | null,
  period: { from: number; to: number },
): Promise<Totals> {
  const anyTarget: Target = target ?? { metric: 'roas', value: 1, countedBy: 'orders', basis: 'sale', ...period };
  const table = await queries.compare(targetQuestion(client, anyTarget, period), period.to + 1);
  const total = (metric: string): Figure => {
    const column = table.columns[table.metrics.findIndex((each) => each === metric)];
    return (column && unpackFigures(column.now)[0]) ?? { kind: 'gap', gap: 'not measured' };
  };
  return {
    spend: total('spend'),
    actual: total(metricNamed(anyTarget.metric).id),
    count: total(TARGET_METRICS[anyTarget.metric].count),
    arrived: table.arrived,
  };
}
