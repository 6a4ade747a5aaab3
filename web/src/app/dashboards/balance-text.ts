import type { ClientGlance } from '@lens/contract';
import { type Style, figureText, quantity } from '@lens/core';

/** What is left on a prepaid account, and how long that lasts. */
export function balanceText({ channelName, left, days }: ClientGlance['balances'][number], style: Style): string {
  if (left.kind === 'gap') return `What is left at ${channelName} is not known: its spend since then is not measured.`;
  const most = left.kind === 'value' ? left.value : left.high;
  if (most !== null && most <= 0) return `The balance at ${channelName} is used up, unless it was topped up.`;
  const there = `${figureText(left, 'money', style).text} left at ${channelName}`;
  if (days === null) return `${there}; the last days do not tell how long it lasts.`;
  return `${there}: it lasts ${days < 1 ? 'less than a day' : quantity(Math.floor(days), 'more day', 'more days', style)} at this pace.`;
}
