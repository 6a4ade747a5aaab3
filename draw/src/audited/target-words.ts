import { BUILT_IN_BOOK, formatNumber, rangeText, type Style, type TargetFinding, TARGET_METRICS } from '@lens/core';

const OUTCOMES: Readonly<Record<string, string>> = {
  purchase: 'orders',
  lead: 'leads',
  booking: 'bookings',
  install: 'installs',
  subscription: 'subscriptions',
};

/** What several of an outcome are called where advice is given. */
export const outcomesText = (outcome: string): string => OUTCOMES[outcome] ?? 'outcomes';

/** How something stands to the target, in pieces of a sentence. */
export interface TargetWords {
  /** “ROAS 1.30”, “no orders yet”, “Not judged”. */
  readonly actual: string;
  /** “target ≥ 2.60”. */
  readonly against: string;
  /** “95 % sure it is between 0.90 and 1.80”; empty where nothing is judged. */
  readonly range: string;
  /** What an ad spent without a step that it should have led to; empty where it did not pass its cap. */
  readonly stopLoss: string;
}

export function targetWords({ metric: id, unfit, actual, range, target, stopLoss }: TargetFinding, style: Style): TargetWords {
  const { label, unit, better } = BUILT_IN_BOOK.named(id);
  const write = (amount: number): string => formatNumber(amount, unit, style);
  const money = (amount: number): string => formatNumber(amount, 'money', style);
  const none = `no ${outcomesText(TARGET_METRICS[id].outcome)} yet`;
  return {
    actual: unfit ? 'Not judged' : actual === null ? none : `${label} ${write(actual)}`,
    against: `target ${better === 'lower' ? '≤' : '≥'} ${write(target)}`,
    range: unfit ? '' : `95 % sure it is between ${write(range.low)} and ${range.high === null ? 'open' : write(range.high)}`,
    stopLoss: stopLoss?.stop
      ? `Stop loss: ${money(stopLoss.spend)} spent ${rangeText(stopLoss.days, style.locale)} without one ${stopLoss.step}; the cap is ${money(stopLoss.cap)}. An ad exactly at the bar would look like this in ${formatNumber(stopLoss.chance, 'share', style)} of cases.`
      : '',
  };
}

/** How something stands to the target in whole sentences, for whoever reads of it without the audit. */
export function evidenceSentences(finding: TargetFinding, style: Style): string[] {
  const { actual, against, range, stopLoss } = targetWords(finding, style);
  const days = `By click date, ${rangeText(finding.days, style.locale)}, late results allowed for.`;
  return [`${actual}, ${against}.`, range && `${range}.`, stopLoss, days].filter((sentence) => sentence !== '');
}
