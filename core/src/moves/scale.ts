/** The drawn scale reaches from a quarter of the target to four times it. */
const REACH = 4;

/**
 * Where an amount stands on the scale of a finding, 0–1, with the target at 0.5: equal ratios are
 * equal steps, so that half the target is as far from it as twice the target. Clamped at the ends.
 */
export function placeOnScale(amount: number, target: number): number {
  if (amount <= 0) return 0;
  const place = 0.5 + Math.log(amount / target) / (2 * Math.log(REACH));
  return Math.max(0, Math.min(1, place));
}
