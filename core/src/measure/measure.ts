import type { Unit } from '../figure/text';

/**
 * How amounts of a measure combine over days and members (calculations, chapter 2):
 * `adds` sums over days and members; of `people` the same ones may stand in several rows, so that more than one row
 * tells at least the largest, at most the sum; a `setting` is a state on a day (a daily budget, a status), never summed,
 * of which the latest one counts.
 */
export const ADDINGS = ['adds', 'people', 'setting'] as const;
export type Adding = (typeof ADDINGS)[number];

/** A number that a feed delivers. */
export interface Measure {
  /** What storage calls its column; never changes. */
  readonly id: string;
  /** What a formula calls it. */
  readonly name: string;
  /** What a column of a table is headed with. */
  readonly label: string;
  readonly unit: Unit;
  readonly adding: Adding;
  readonly definition: string;
  /** Counted by the client's own site, not by a channel: whoever delivers only such is no place where traffic is bought. */
  readonly bySite?: boolean;
  /** Header words that suggest it at intake, lower case. */
  readonly headers: readonly string[];
}
