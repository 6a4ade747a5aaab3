import type { Figure } from '../figure/figure';
import type { OutcomeId } from '../measure/outcome';
import type { MetricId } from '../metric/metric';
import type { ResultSetId } from '../metric/metric-set';
import type { Counting } from '../measure/term';
import type { DayRange } from '../time/day';

/** Metrics a client can be promised, with the outcome behind each and the metric that counts it. */
export const TARGET_METRICS = {
  roas: { bound: 'at least', outcome: 'purchase', count: 'purchases' },
  cpa: { bound: 'at most', outcome: 'purchase', count: 'purchases' },
  'cost-per-lead': { bound: 'at most', outcome: 'lead', count: 'leads' },
  'cost-per-booking': { bound: 'at most', outcome: 'booking', count: 'bookings' },
  'cost-per-install': { bound: 'at most', outcome: 'install', count: 'installs' },
} as const satisfies Record<string, { bound: 'at least' | 'at most'; outcome: OutcomeId; count: MetricId }>;
export type TargetMetric = keyof typeof TARGET_METRICS;
export const TARGET_METRIC_IDS = Object.keys(TARGET_METRICS) as TargetMetric[];

/** The metric a client of each metric set is usually held to. */
export const USUAL_TARGET: Record<ResultSetId, TargetMetric> = {
  shop: 'roas',
  leads: 'cost-per-lead',
  bookings: 'cost-per-booking',
  installs: 'cost-per-install',
};

/** Which orders a target is held against: those that lead to a campaign, or all there were, whatever brought them. */
export const ORDERS_MEANT = ['matched', 'all'] as const;
export type OrdersMeant = (typeof ORDERS_MEANT)[number];
export const ORDERS_WORDS: Readonly<Record<OrdersMeant, string>> = { matched: 'matched to campaigns', all: 'all of them' };

/** What the client was promised, for the days from–to, and whose count settles it. */
export interface Target extends Counting, DayRange {
  readonly metric: TargetMetric;
  readonly value: number;
  readonly orders: OrdersMeant;
}

/** The target of a metric in force on the last day of a period. */
export const targetFor = (targets: readonly Target[], period: DayRange): Target | undefined =>
  targets.find((target) => target.from <= period.to && period.to <= target.to);

/**
 * How much of a target is met: actual / target for "at least", target / actual for "at most", 0
 * without outcomes. Undefined where the figure does not say. A bound counts by the side it is
 * certain of.
 */
export function shareMet(target: Target, figure: Figure): number | undefined {
  if (figure.kind === 'gap') return undefined;
  if (TARGET_METRICS[target.metric].bound === 'at least') {
    const actual = figure.kind === 'value' ? figure.value : figure.low;
    return actual === null ? undefined : actual / target.value;
  }
  if (figure.kind === 'bounds' && figure.high === null) return 0;
  const actual = figure.kind === 'value' ? figure.value : figure.high;
  return actual === null || actual <= 0 ? undefined : target.value / actual;
}
