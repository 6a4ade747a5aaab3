import { formatNumber, type Style } from '@lens/core';

/** Money with its sign: "+£4.20", "−£18.00". */
export function signedMoney(amount: number, style: Style): string {
  const text = formatNumber(Math.abs(amount), 'money', style);
  return amount > 0 ? `+${text}` : amount < 0 ? `−${text}` : text;
}

/** A count with its sign, to one decimal. */
export function signedCount(amount: number, style: Style): string {
  const text = formatNumber(Math.abs(amount), 'number', style, 1);
  return amount > 0 ? `+${text}` : amount < 0 ? `−${text}` : text;
}
