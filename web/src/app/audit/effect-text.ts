import type { AuditedTarget } from '@lens/contract';
import type { Effect, Style } from '@lens/core';
import { signedCount, signedMoney } from '../ui/signed';

/** Settings of an account are written in its own currency. */
export const accountStyle = ({ currency }: { readonly currency: string }, style: Style): Style =>
  currency ? { ...style, currency } : style;

/** What a move is expected to do a day, with its ranges; `outcome` is what several of them are called. */
export function effectText(effect: Effect, outcome: string, style: Style): string {
  const spend = `spend ${signedMoney(effect.spend.middle, style)} (${signedMoney(effect.spend.low, style)} to ${signedMoney(effect.spend.high, style)})`;
  const outcomes = `${outcome} ${signedCount(effect.outcomes.middle, style)} (${signedCount(effect.outcomes.low, style)} to ${signedCount(effect.outcomes.high, style)})`;
  const profit = effect.profit
    ? `, profit ${signedMoney(effect.profit.middle, style)} (${signedMoney(effect.profit.low, style)} to ${signedMoney(effect.profit.high, style)})`
    : '';
  return `A day: ${spend}, ${outcomes}${profit}`;
}

/** What was decided of a move, with its reason; empty while nothing was. */
export function decidedText(decided: AuditedTarget['decided']): string {
  if (!decided) return '';
  const said = decided.decision === 'accepted' ? 'Accepted' : 'Dismissed';
  return decided.reason === '' ? said : `${said}: ${decided.reason}`;
}
