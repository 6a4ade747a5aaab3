import type { AuditedTarget } from '@lens/contract';
import { formatNumber, BUILT_IN_BOOK, placeOnScale, reachOf, stakeOf, type Style, TARGET_METRICS, type Unfit } from '@lens/core';
import { outcomesText, settingChangeText, targetWords } from '@lens/draw';
import { accountStyle, decidedText, effectText } from './effect-text';
import { stakeText } from './stake-text';

type Finding = AuditedTarget;

const UNFIT_WORDS: Record<Unfit, string> = {
  'not measured': 'Its spend and outcomes are not both measured on nine days of ten: a marketplace’s sales, say, never reach the orders.',
  'too early': 'Less than a third of what these clicks will bring has arrived.',
};

/** A finding in sentences. */
export interface FindingView {
  readonly finding: Finding;
  readonly where: string;
  /** Money at stake; empty where there is none. */
  readonly stake: string;
  readonly actual: string;
  readonly range: string;
  /** Why it is not judged; empty where it is. */
  readonly unfit: string;
  readonly against: string;
  readonly evidence: string;
  /** What a campaign's last money brings; empty where more would not be thought of. */
  readonly marginal: string;
  readonly stopLoss: string;
  readonly more: string;
  readonly change: string;
  /** What was decided, with its reason; empty while it waits. */
  readonly decided: string;
  readonly effect: string;
  readonly assumption: string;
  /** Why no change is proposed; empty where one is. */
  readonly noMove: string;
  /** Positions of the drawn interval on the scale around the target, 0–1; null where nothing is judged. */
  readonly scale: { readonly low: number; readonly high: number; readonly actual: number | null } | null;
}

/** Writes one finding for a reader of the client's locale. */
export function findingView(finding: Finding, style: Style): FindingView {
  const { unit } = BUILT_IN_BOOK.named(finding.metric);
  const write = (amount: number): string => formatNumber(amount, unit, style);
  const money = (amount: number): string => formatNumber(amount, 'money', style);
  const count = (amount: number): string => formatNumber(Math.round(amount * 10) / 10, 'count', style);
  const outcome = outcomesText(TARGET_METRICS[finding.metric].outcome);
  const place = (amount: number): number => placeOnScale(amount, finding.target);
  const { move } = finding;
  return {
    finding,
    where: [finding.channelName, ...finding.path.slice(0, -1)].join(' › '),
    stake: stakeText(finding.unfit ? 0 : stakeOf(finding), style),
    ...targetWords(finding, style),
    unfit: finding.unfit ? UNFIT_WORDS[finding.unfit] : '',
    evidence: evidenceText(finding, outcome, style),
    marginal: marginalText(finding, write),
    more: finding.more ? `About ${count(finding.more.clicks)} more clicks (${money(finding.more.spend)} of spend) needed to decide` : '',
    decided: decidedText(finding.decided),
    change: move ? settingChangeText(move.change, accountStyle(finding, style)) : '',
    effect: move ? effectText(move.effect, outcome, style) : '',
    assumption: move?.effect.assumption ?? '',
    noMove: finding.noMove,
    scale: finding.unfit
      ? null
      : {
          low: place(finding.range.low),
          high: place(finding.range.high ?? Infinity),
          actual: finding.actual === null ? null : place(finding.actual),
        },
  };
}

function evidenceText(finding: Finding, outcome: string, style: Style): string {
  const money = (amount: number): string => formatNumber(amount, 'money', style);
  const count = (amount: number): string => formatNumber(Math.round(amount * 10) / 10, 'count', style);
  const share = (part: number): string => formatNumber(part, 'share', style, 0);
  // What is not measured is no 0.
  const known = [`${money(finding.spend)} spent`, ...(finding.clicks > 0 ? [`${count(finding.clicks)} clicks`] : [])];
  if (finding.unfit === 'not measured') return known.join(', ');
  return [
    [...known, `${count(finding.outcomes)} ${outcome} so far`].join(', '),
    `${share(Math.floor(finding.maturity * 100) / 100)} have arrived`,
    finding.breakEven.roas === null ? '' : `break-even ROAS ${formatNumber(finding.breakEven.roas, 'ratio', style)}`,
    finding.breakEven.cpa === null ? '' : `break-even CPA ${money(finding.breakEven.cpa)}`,
    finding.lostToBudget === null ? '' : `loses ${share(finding.lostToBudget)} of the impressions it could have to its budget`,
  ]
    .filter((text) => text !== '')
    .join('; ');
}

const REACHES = { all: 'that meets the bar as well', part: 'that may miss the bar', none: 'that misses the bar' };

/** Of campaigns that reach the bar: whether more of them would, as the last money brings less than the average. */
function marginalText({ marginal, metric, target, verdict }: Finding, write: (amount: number) => string): string {
  if (!marginal || (verdict !== 'beats' && verdict !== 'at the bar')) return '';
  const { label, better } = BUILT_IN_BOOK.named(metric);
  const meets = REACHES[reachOf(marginal, target, better === 'lower')];
  return `Its last money brings less than the average: ${label} about ${write(marginal.middle)} (${write(marginal.low)} to ${write(marginal.high)}) by the usual response to spend, and ${meets}.`;
}
