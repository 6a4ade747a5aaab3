import { BUILT_IN_BOOK, type TargetFinding, formatDay } from '@lens/core';

/** The evidence of a finding in one sentence, for a sheet that travels without the screen. */
export function whyText(finding: TargetFinding): string {
  const { label } = BUILT_IN_BOOK.named(finding.metric);
  const days = `${formatDay(finding.days.from)} to ${formatDay(finding.days.to)}`;
  if (finding.stopLoss?.stop === true && !finding.supported) {
    return `Stop loss: ${finding.stopLoss.spend.toFixed(2)} spent without a ${finding.stopLoss.step}, cap ${finding.stopLoss.cap.toFixed(2)}`;
  }
  const actual = finding.actual === null ? 'no outcome' : finding.actual.toFixed(2);
  const range = `${finding.range.low.toFixed(2)} to ${finding.range.high === null ? 'open' : finding.range.high.toFixed(2)}`;
  return `${label} ${actual} (95 %: ${range}) against target ${finding.target}, by click date ${days}, late sales allowed for`;
}
