import type { OutcomeId } from '../measure/outcome';
import type { MetricId } from './metric';

export type MetricSetId = string;

/** Metrics in the order a customer moves: seen, clicked, put in the cart, bought. */
export interface MetricSet {
  readonly id: MetricSetId;
  readonly label: string;
  /** The main outcome it is about; null where it is about none. */
  readonly outcome: OutcomeId | null;
  readonly metrics: readonly MetricId[];
}

/** Sets of any client that are about a result it can be held to. */
export const RESULT_SET_IDS = ['shop', 'leads', 'bookings', 'installs'] as const;
export type ResultSetId = (typeof RESULT_SET_IDS)[number];
