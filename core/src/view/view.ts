import type { Counting } from '../measure/term';
import type { MetricId } from '../metric/metric';
import type { MetricSetId } from '../metric/metric-set';
import type { Condition } from '../question/condition';
import type { Filter } from '../question/filter';
import type { Comparison, Period } from '../question/period';
import type { Columns, Sort } from '../question/question';

/** A change in per cent, as an amount, or as both. */
export const CHANGES_AS = ['share', 'amount', 'both'] as const;
export type ChangeAs = (typeof CHANGES_AS)[number];

/** What an answer can be drawn as, above its table. */
export const PICTURES = ['line', 'stacked', 'bars', 'shares', 'scatter', 'heat', 'funnel', 'cards', 'multiples', 'figure', 'none'] as const;
export type PictureKind = (typeof PICTURES)[number];

/** What is asked, of whichever client and days. */
export interface Asks {
  /** The one looked at, or all there are together. */
  readonly clients: 'this' | 'all';
  /** Null for that of the client's own result. */
  readonly metricSet: MetricSetId | null;
  readonly rows: readonly string[];
  /** The metric is null for the count of the client's own result. */
  readonly columns: (Omit<Columns, 'metric'> & { readonly metric: MetricId | null }) | null;
  readonly where: readonly Filter[];
  readonly named: string;
  readonly having: readonly Condition[];
  readonly sort: Sort;
  /** Whether status and last change stand beside the members. */
  readonly settings: boolean;
  readonly changeAs: ChangeAs;
  /** Whether figures of few clicks or sales are marked. */
  readonly doubts: boolean;
  readonly picture: PictureKind;
  /** What is drawn; null for the first metric of the set. */
  readonly pictureMetric: MetricId | null;
}

/** Parts of the focus that a view keeps for itself; null where it follows the screen. */
export interface KeptFocus {
  readonly period: Period | null;
  readonly comparison: Comparison | null;
  readonly counting: Counting | null;
}

/** What names of one client were when a view was kept, so that another client can be asked the same. */
export interface ViewWords {
  /** What metrics and sets of one's own are called, by id. */
  readonly labels: Readonly<Record<string, string>>;
  /** Of which kind the channels are that it names. */
  readonly kinds: Readonly<Record<string, string>>;
}

/** A question that is worth asking again. */
export interface View {
  readonly label: string;
  /** What it is for, in a sentence. */
  readonly description: string;
  readonly asks: Asks;
  readonly keeps: KeptFocus;
  readonly words: ViewWords;
}

/** A view that comes with the product: it can be made one's own, not changed. */
export interface ShippedView extends View {
  readonly id: string;
}

export const NO_VIEW_WORDS: ViewWords = { labels: {}, kinds: {} };
export const FOLLOWS: KeptFocus = { period: null, comparison: null, counting: null };
