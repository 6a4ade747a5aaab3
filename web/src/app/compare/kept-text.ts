import type { KeptSpend } from '@lens/core';

/** What filters do with the spend of the period, in a sentence; `fields` are what they ask of. */
export function keptText(
  { all, kept, leftOut, cannotTell }: KeptSpend,
  fields: readonly string[],
  money: (amount: number) => string,
): string {
  const rest = cannotTell === 0 ? '' : ` Of ${money(cannotTell)} no report tells the ${fields.join(' and ')}: it is in neither.`;
  return `Of ${money(all)} spent in these days ${money(kept)} is kept and ${money(leftOut)} left out.${rest}`;
}
