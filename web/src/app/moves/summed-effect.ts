import type { MovesReply } from '@lens/contract';
import { formatNumber, type Style } from '@lens/core';
import { signedMoney } from '../ui/signed';

/** What accepted moves are expected to do together, in words: "spend −£18.00 a day, profit +£4.00 to +£9.00 a day". */
export function summedEffectText({ moves, spend, profit, withoutProfit }: MovesReply['accepted'], style: Style): string {
  const known = profit ? `profit ${signedMoney(profit.low, style)} to ${signedMoney(profit.high, style)} a day` : '';
  const of = (number: number): string => formatNumber(number, 'count', style);
  const some = withoutProfit > 0 && profit ? ` by the ${of(moves - withoutProfit)} of ${of(moves)} whose profit is known` : '';
  return [`spend ${signedMoney(spend.middle, style)} a day`, known + some].filter((text) => text !== '').join(', ');
}
