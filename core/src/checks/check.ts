import type { CheckId, OtherCheck, OtherFinding } from './finding';
import type { Situation } from './situation';

/** What a check has looked at, what is off about it, and what it has no data for. */
export interface Looked {
  readonly check: OtherCheck;
  /** What was looked at, what is fine among it: “the claims of 2 channels”; empty where nothing could be. */
  readonly looked: string;
  readonly findings: readonly OtherFinding[];
  /** Why nothing could be looked at, and what would tell; empty where something was. */
  readonly lacks: string;
}

/** Looks into one thing. Pure: the same situation gives the same findings. */
export type Check = (situation: Situation) => Looked;

/** Nothing could be looked at. */
export const lacking = (check: OtherCheck, lacks: string): Looked => ({ check, looked: '', findings: [], lacks });

/** The key of a finding, of what is wrong and with whom: the same for the same thing found again. */
export const findingKey = (check: CheckId, ...what: readonly (string | number)[]): string => [check, ...what].join('/');
