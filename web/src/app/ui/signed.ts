import { formatNumber, type Style } from '@lens/core';

/** Keeps a sign and its number on one line. */
const JOINER = '\u2060';

/** Money with its sign: "+£4.20", "−£18.00". What is written as nothing has none. */
export const signedMoney = (amount: number, style: Style): string => signed(amount, (size) => formatNumber(size, 'money', style));

/** A count with its sign, to one decimal. */
export const signedCount = (amount: number, style: Style): string => signed(amount, (size) => formatNumber(size, 'number', style, 1));

function signed(amount: number, written: (size: number) => string): string {
  const text = written(Math.abs(amount));
  if (text === written(0)) return text;
  return `${amount > 0 ? '+' : '−'}${JOINER}${text}`;
}
