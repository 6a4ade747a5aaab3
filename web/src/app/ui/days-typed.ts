import { MOST_LOOKBACK } from '@lens/core';

/** Days as somebody types them; null for what is none that can be asked. */
export function daysTyped(text: string): number | null {
  const days = Number(text);
  return days > 0 && days <= MOST_LOOKBACK ? days : null;
}
