import { formatNumber, type Style } from '@lens/core';

/** Keeps a sign and its number on one line. */
const JOINER = '\u2060';

/** Money with its sign: "+£4.20", "−£18.00". */
export function signedMoney(amount: number, style: Style): string {
  const text = formatNumber(Math.abs(amount), 'money', style);
  return amount > 0 ? `+${JOINER}${text}` : amount < 0 ? `−${JOINER}${text}` : text;
}

/** A count with its sign, to one decimal. */
export function signedCount(amount: number, style: Style): string {
  const text = formatNumber(Math.abs(amount), 'number', style, 1);
  return amount > 0 ? `+${JOINER}${text}` : amount < 0 ? `−${JOINER}${text}` : text;
}
