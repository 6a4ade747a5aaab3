import type { ClientNumber } from '../measure/client-number';
import type { OutcomeId } from '../measure/outcome';
import type { ColumnLook } from './column-look';
import type { MetricId, OwnMetric } from './metric';

export type MetricSetId = string;

/** Metrics in the order a customer moves: seen, clicked, put in the cart, bought. */
export interface MetricSet {
  readonly id: MetricSetId;
  readonly label: string;
  /** The main outcome it is about; null where it is about none. */
  readonly outcome: OutcomeId | null;
  readonly metrics: readonly MetricId[];
  /** How columns look that are not as usual, by metric. */
  readonly looks?: Readonly<Record<MetricId, ColumnLook>>;
}

/** Sets of any client that are about a result it can be held to. */
export const RESULT_SET_IDS = ['shop', 'leads', 'bookings', 'installs'] as const;
export type ResultSetId = (typeof RESULT_SET_IDS)[number];

/** A set of an agency's or a client's own. */
export interface OwnMetricSet extends MetricSet {
  /** The client it is of; null for the whole agency. */
  readonly client: string | null;
}

/** The metrics and sets of an agency, with those of one client of it. */
export interface Library {
  readonly metrics: readonly OwnMetric[];
  readonly sets: readonly OwnMetricSet[];
  /** Dated numbers of the client that formulas can calculate with, beside its margin. */
  readonly numbers: readonly ClientNumber[];
}

export const EMPTY_LIBRARY: Library = { metrics: [], sets: [], numbers: [] };
