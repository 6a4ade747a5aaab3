/** ROAS at which advertising pays for itself: 1 / margin. Margin 41.67 % → 2.4. Undefined without margin. */
export const breakEvenRoas = (margin: number | undefined): number | undefined =>
  margin !== undefined && margin > 0 ? 1 / margin : undefined;

/** Cost of an order at which nothing is earned: average order value × margin. 48 at 41.67 % → 20. */
export const breakEvenCpa = (orderValue: number, margin: number): number => orderValue * margin;

export interface Pacing {
  /** Share of the plan spent so far. */
  readonly spentShare: number;
  /** Spend at month end if it goes on like this. */
  readonly monthEnd: number;
  /** A day's spend from now on that meets the plan; 0 when it is used up. */
  readonly neededADay: number;
}

/**
 * Spend against the month's plan with equal days. Plan 18,000, 31 days, 9,000 after 14 → month end
 * 19,929, 529.41 a day needed. Undefined before the first and after the last day,
 * and for a plan of nothing.
 */
export function pacing(plan: number, spent: number, daysDone: number, daysInMonth: number): Pacing | undefined {
  if (daysDone <= 0 || daysDone > daysInMonth || plan <= 0) return undefined;
  const left = daysInMonth - daysDone;
  return {
    spentShare: spent / plan,
    monthEnd: (spent / daysDone) * daysInMonth,
    neededADay: left === 0 ? 0 : Math.max(0, (plan - spent) / left),
  };
}
