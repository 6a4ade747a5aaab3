import type { Unit, UNITS } from '../figure/text';
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

/** A metric of an agency's or a client's own: a formula as it was written, with how it is to be read. */
export interface OwnMetric {
  readonly id: MetricId;
  readonly label: string;
  /** The formula; what it means goes by the words of the client it is asked of. */
  readonly text: string;
  /** What it is told in; null for the likeliest. */
  readonly unit: (typeof UNITS)[number] | null;
  readonly better: Better;
  /** What it says, in plain words; empty where the formula says it. */
  readonly definition: string;
  /** The client it is of; null for the whole agency. */
  readonly client: string | null;
}
