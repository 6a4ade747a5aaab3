/** The hour of a day, which columns of hours and of times tell. */
export const HOUR = 'hour';
/** The path of the landing page, without what stands behind it in the address. */
export const PAGE_PATH = 'landing page path';
/** The dimension worked out of the day and the hour of a row. */
export const HOUR_OF_WEEK = 'hour of week';

/** Something below the campaign that rows can be broken down by, beside the levels. */
export interface Dimension {
  /** What storage calls it; never changes. */
  readonly id: string;
  readonly label: string;
  /** Header words that suggest it at intake, lower case. */
  readonly headers: readonly string[];
}
