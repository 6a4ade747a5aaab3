import type { Unit } from '../figure/text';
import type { Measure } from './measure';

/** A counted action of people. A main one counts as a result, a side one is only watched. */
export interface Outcome {
  /** What storage calls it; never changes. */
  readonly id: string;
  /** One of them, as formulas and sentences say it. */
  readonly name: string;
  /** Many of them, as a column of a table is headed. */
  readonly label: string;
  /** The outcome it follows in the funnel; absent or null for the beginning, or where it stands apart. */
  readonly after?: OutcomeId | null;
  /** Header words that suggest it at intake, lower case. */
  readonly headers: readonly string[];
}

/** The id of an outcome. */
export type OutcomeId = string;

/** On which day an outcome counts: that of the click before it, or that of the sale itself. */
export const DATE_BASES = ['click', 'sale'] as const;
export type DateBasis = (typeof DATE_BASES)[number];

/** What a report can say of an outcome: how many, how many different people, what they were worth. */
export const REPORTED_PARTS = ['count', 'people', 'value'] as const;
export type ReportedPart = (typeof REPORTED_PARTS)[number];
/** One of these, or what came with the outcome beside its value, as lists of outcomes tell it: refunds, tax, new customers. */
export type OutcomePart = ReportedPart | Measure;

/** What a part is told in. */
export function partUnit(part: OutcomePart): Unit {
  if (typeof part === 'object') return part.unit;
  return part === 'count' || part === 'people' ? 'count' : 'money';
}

/** What storage calls a part. */
export const partKey = (part: OutcomePart): string => (typeof part === 'string' ? part : part.id);
