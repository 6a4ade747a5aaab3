import type { Finding } from './finding';

/** What a check may have no data for. */
export const CHECK_LACKS = ['target', 'claims one by one', 'own list of outcomes'] as const;
export type CheckLack = (typeof CHECK_LACKS)[number];

/** What a check has looked at: how many things, what is off about them, and what it has no data for. */
export interface Looked<Found extends Finding = Finding> {
  readonly check: Found['check'];
  /** Things that were looked at, those that are fine among them. */
  readonly things: number;
  readonly findings: readonly Found[];
  readonly lacks: CheckLack | null;
}

/** Nothing could be looked at, for want of this. */
export const lacking = <Found extends Finding>(check: Found['check'], lacks: CheckLack): Looked<Found> => ({
  check,
  things: 0,
  findings: [],
  lacks,
});
