import type { Figure } from '../figure/figure';
import type { Action } from '../measure/outcome';
import type { Counting } from '../measure/term';
import type { DayRange } from '../time/day';

/** Metrics a client can be promised, with the outcome behind each. */
export const TARGET_METRICS = {
  roas: { bound: 'at least', action: 'purchase' },
  cpa: { bound: 'at most', action: 'purchase' },
  'cost-per-lead': { bound: 'at most', action: 'lead' },
} as const satisfies Record<string, { bound: 'at least' | 'at most'; action: Action }>;
export type TargetMetric = keyof typeof TARGET_METRICS;

/** What the client was promised, for the days from–to, and whose count settles it. */
export interface Target extends Counting, DayRange {
  readonly metric: TargetMetric;
  readonly value: number;
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
