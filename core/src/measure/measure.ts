import type { Unit } from '../figure/text';

/**
 * How amounts of a measure combine over days and members (calculations, chapter 2):
 * - `adds`: sums over days and members.
 * - `weighted`: an average that is told beside its weight; what is kept and summed is average × weight.
 * - `people`: the same ones may stand in several rows; of more than one at least the largest, at most the sum.
 * - `trailing`: different people of so many days up to a row's day; of several days the last answers, members as `people`.
 * - `competing`: adds over the days of one member; of several at least the largest, at most the sum, because they
 *   may compete for the same ones (eligible impressions in one auction).
 * - `setting`: a state on a day (a bid, a budget, a balance); over days and members the range is told.
 * - `ordered`: a grade, kept as its place among the measure's grades, the best first; a range as well.
 */
export const ADDINGS = ['adds', 'weighted', 'people', 'trailing', 'competing', 'setting', 'ordered'] as const;
export type Adding = (typeof ADDINGS)[number];

/** Whether amounts simply add up, over days and members. */
export const addsPlainly = (adding: Adding): boolean => adding === 'adds' || adding === 'weighted';

/** Which way is good. */
export const BETTER = ['higher', 'lower', 'neither'] as const;
export type Better = (typeof BETTER)[number];
/** Whether somebody pays for traffic. */
export const TRAFFIC = ['bought', 'unpaid'] as const;
export type Traffic = (typeof TRAFFIC)[number];

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
  /** The measure an average is weighted by. */
  readonly weight?: string;
  readonly better: Better;
  readonly definition: string;
  /** The only traffic it is told of: that which is paid for, or that which nobody pays for. */
  readonly traffic?: Traffic;
  /** Counted by the client's own site, not by a channel: whoever delivers only such is no place where traffic is bought. */
  readonly bySite?: boolean;
  /** Header words that suggest it at intake, lower case. */
  readonly headers: readonly string[];
}
