import { TARGET_METRICS } from '../target/target';
import type { TargetFinding } from '../moves/finding';
import { LEAST_LOST } from '../moves/propose';
import type { ClaimsFinding } from './claims';

/** What is off, by the check that found it. */
export type Finding = TargetFinding | OtherFinding;
/** What is found beside the target. */
export type OtherFinding = ClaimsFinding;
export const CHECKS = ['target', 'claims'] as const satisfies readonly Finding['check'][];

/** What a finding comes to, in the order in which they are read. */
export const FINDING_GROUPS = ['cannot be judged', 'not the advertising', 'loses money', 'held back', 'worth watching', 'fine'] as const;
export type FindingGroup = (typeof FINDING_GROUPS)[number];

export const groupOf = (finding: Finding): FindingGroup => (finding.check === 'target' ? targetGroup(finding) : 'not the advertising');

/** Groups that something is to be done about; of the others nothing need be. */
export const OFF_GROUPS: readonly FindingGroup[] = ['not the advertising', 'loses money', 'held back'];
export const isOff = (finding: Finding): boolean => OFF_GROUPS.includes(groupOf(finding));

function targetGroup({ verdict, unfit, supported, stopLoss, lostToBudget, move }: TargetFinding): FindingGroup {
  // A cap on losses is no verdict, and needs no more data.
  if ((supported && verdict === 'misses') || stopLoss?.stop === true) return 'loses money';
  if (unfit) return 'cannot be judged';
  if (!supported) return 'worth watching';
  // Clearly better than promised: it matters where its budget keeps it from more.
  return move !== null || (lostToBudget ?? 0) >= LEAST_LOST ? 'held back' : 'fine';
}

/**
 * Money at stake over the days that were looked at, in whole units of the client's currency, for the order of a list: what
 * was spent beyond what the target allows for what it brought, or how much more it might have cost; what is claimed wrongly.
 */
export function stakeOf(finding: Finding): number {
  if (finding.check === 'claims') return finding.value;
  const { metric, target, outcomes, value, maturity, spend } = finding;
  // What nothing has arrived of yet allows for nothing that is known.
  const whole = (arrived: number): number => (arrived > 0 ? arrived / maturity : 0);
  const allowed = TARGET_METRICS[metric].bound === 'at least' ? whole(value) / target : whole(outcomes) * target;
  return Math.abs(spend - allowed);
}
