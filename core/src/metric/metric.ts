import type { Unit } from '../figure/text';
import type { Formula } from '../formula/formula';
import type { Better } from '../measure/measure';

export type MetricId = string;

/** A named formula, with how to read it. */
export interface Metric {
  readonly id: MetricId;
  readonly label: string;
  readonly unit: Unit;
  /** Which way is good; spend and impressions are neither. */
  readonly better: Better;
  readonly formula: Formula;
  readonly definition: string;
}
