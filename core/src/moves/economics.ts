import { bounds, type Figure, gap, value } from '../figure/figure';

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

/** What is left of money that was paid in before it is spent. */
export interface BalanceLeft {
  /** Less than 0 where more was spent than there was: it was topped up since. */
  readonly left: Figure;
  /** For how many more days, at the pace of the last ones; null where the pace is not known. */
  readonly days: number | null;
}

/**
 * A prepaid balance after what was spent of it, and how long it lasts at the pace of `lately`, the spend of
 * the last `days` days. 1,000 with 400 spent, 300 of it in 7 days → 600, 14 more days. Where some spend is
 * not told, what is left is at most that.
 */
export function balanceLeft(balance: number, spent: Figure, lately: Figure, days: number): BalanceLeft {
  const left =
    spent.kind === 'value'
      ? value(balance - spent.value)
      : spent.kind === 'bounds' && spent.low !== null
        ? bounds(spent.high === null ? null : balance - spent.high, balance - spent.low)
        : gap('not measured');
  const isKnown = left.kind === 'value' && left.value > 0 && lately.kind === 'value' && lately.value > 0;
  return { left, days: isKnown ? (left.value * days) / lately.value : null };
}
