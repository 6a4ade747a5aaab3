import type { MetricId } from '../metric/metric';
import type { Day } from '../time/day';
import type { Lines } from '../watch/lines';
import type { UnusualDay } from '../watch/unusual-days';
import type { Daily } from '../watch/usual-day';
import type { About } from './finding';

/** A line of days: of everything, of the advertising, of a channel, or of a campaign. */
export interface Watched {
  readonly key: string;
  readonly about: About;
  /** Its channel's name; null where it is of all. */
  readonly channel: string | null;
  /** Lines that hold it as well. */
  readonly within: readonly string[];
  /** What it counts, by the day it came or by that of its click: “purchases”, “purchases click”. */
  readonly counted: string;
  readonly metric: MetricId;
  readonly values: Daily;
  /** The lines that it is one of. */
  readonly lines: Lines;
}

export interface Odd extends UnusualDay {
  readonly watched: Watched;
  readonly day: Day;
}

/** What is matched to campaigns, and also what is not. */
export const [WHOLE, EVERYTHING] = ['all', 'everything'];
/** The kind of lines that are of all of the client. */
export const CLIENT = 'Client';

/** What counts by the day of the click is called after what it counts, with this. */
export const CLICKED = ' click';
