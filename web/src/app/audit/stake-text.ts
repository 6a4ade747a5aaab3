import { formatNumber, type Style } from '@lens/core';

/** “£600 at stake”; empty where there is nothing. */
export const stakeText = (money: number, style: Style): string =>
  Math.round(money) > 0 ? `${formatNumber(money, 'money', style, 0)} at stake` : '';
