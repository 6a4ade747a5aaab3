import type { Direction } from '../figure/order';
import type { Counting } from '../measure/term';
import type { MetricId } from '../metric/metric';
import type { MetricSetId } from '../metric/metric-set';
import type { Day, DayRange } from '../time/day';
import type { Condition } from './condition';
import type { Filter } from './filter';

/** What rows are split by where nothing is chosen. */
export const ADS_BY_CHANNEL = ['channel', 'campaign', 'group', 'ad'] as const;

export const SORT_OF = ['now', 'before', 'change'] as const;

export interface Sort {
  /** A metric, the name, or “target”: how much of what was promised is met. */
  readonly by: MetricId;
  /** Which of its figures: that of the period, of what it is compared with, or the change. */
  readonly of: (typeof SORT_OF)[number];
  readonly direction: Direction;
}

/**
 * What is asked of one client or several: what the address holds, the API takes, an export writes and a trace
 * repeats. Days are resolved, so the same question always means the same days.
 */
export interface Question extends Counting {
  /** At least one. How days are written and which metrics there are goes by the first. */
  readonly clients: readonly string[];
  /** What money is told in, exchanged by the rates of its days; null for the currency of the first client. */
  readonly currency: string | null;
  readonly period: DayRange;
  readonly comparison: DayRange | null;
  /** Asks for the data as it was known at the end of this day; null for as it is known now. */
  readonly knownOn: Day | null;
  readonly metricSet: MetricSetId;
  /** What members are split by, outermost first. */
  readonly rows: readonly string[];
  /** What one metric is spread over in columns beside its total; null for a column a metric. */
  readonly columns: Columns | null;
  /** What is kept of the data: all of these must hold. */
  readonly where: readonly Filter[];
  /** Text that a member, something above it or something below it has in its name; empty for all. */
  readonly named: string;
  /** What members must come to to be shown: all of these. */
  readonly having: readonly Condition[];
  readonly sort: Sort;
  /** The rows wanted; null for all there are. */
  readonly page: Page | null;
}

/** One metric by the members of a dimension that the rows are not split by. */
export interface Columns {
  readonly by: string;
  readonly metric: MetricId;
}

/** The rows on a screen: the outermost members and those of what is open, each at most so many. */
export interface Page {
  /** Their keys; or how many levels are open, from the outermost. */
  readonly open: readonly string[] | number | 'all';
  readonly size: number;
}

/** The last day that had finished when the data was known of which a question is asked: ages of click days are counted to it. */
export const lastDayOf = ({ knownOn }: Pick<Question, 'knownOn'>, today: Day): Day =>
  (knownOn === null ? today : Math.min(today, knownOn)) - 1;
