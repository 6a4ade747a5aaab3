import type { AuditedFinding, AuditReply, FindingState } from '@lens/contract';
import { type Day, isOff, rangeText } from '@lens/core';

/** What people said of a finding, and whether it is new. */
export interface SaidView {
  readonly state: FindingState | null;
  readonly isNew: boolean;
  /** The day of the audit that it is compared with. */
  readonly comparedWith: string;
  readonly lines: readonly string[];
}

/** Whether a finding is set aside on a day. */
export const isAside = (state: FindingState | undefined, today: Day): boolean => (state?.until ?? -Infinity) >= today;

export function saidView(
  finding: AuditedFinding,
  { before }: Pick<AuditReply, 'before'>,
  state: FindingState | null,
  locale: string,
): SaidView {
  const day = (each: Day): string => rangeText({ from: each, to: each }, locale);
  return {
    state,
    isNew: before !== null && isOff(finding) && !before.off.includes(finding.key),
    comparedWith: before ? day(before.madeOn) : '',
    lines: state
      ? [
          ...(state.until === null ? [] : [`Set aside until ${day(state.until)}: ${state.reason}`]),
          ...(state.assigned === '' ? [] : [`With ${state.assigned}`]),
          ...(state.note === '' ? [] : [`“${state.note}”`]),
        ]
      : [],
  };
}
