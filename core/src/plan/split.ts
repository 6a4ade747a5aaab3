import { broughtBy, type ResponseCurve, spendWhereLastBrings } from './response-curve';

/** One that money is split among: its curve, what one of what it brings is worth, and how far its spend a day may go. */
export interface Sharer {
  readonly curve: ResponseCurve;
  readonly worth: number;
  /** What one of what it brings counts for towards what is promised on average. */
  readonly promised: number;
  readonly low: number;
  readonly high: number;
}

export interface SplitAsked {
  /** A day's money, all of which is spent where the limits allow it; null for as much as pays. */
  readonly total: number | null;
  /** What the last money must at least bring of worth: 1 for profit. It counts where no total is given. */
  readonly atLeast: number;
  /** What must be brought for each unit of money on average, as sharers count it; null where nothing is promised. */
  readonly average: number | null;
}

export interface Split {
  /** Spend a day of each, in their order. */
  readonly spend: readonly number[];
  /** What the last money brings of worth, of all that are at no limit. */
  readonly lastMoney: number;
  /** What all of it brings of worth a day. */
  readonly worth: number;
  /** How much of the total the limits leave over, above 0, or lack, below 0; 0 without a total. */
  readonly left: number;
  /** Whether the average that was asked is reached. */
  readonly reached: boolean;
}

/** Prices of money that are tried: from hardly anything to more than anything brings. */
const PRICES = { low: 1e-9, high: 1e9 };
const HALVINGS = 100;
/** Shares of the total that are nothing. */
const NOTHING = 1e-6;

/**
 * Splits money so that the last of it brings as much everywhere, but where a limit stops it: then no other split within the
 * limits is worth more (calculations, chapter 14). P: 100 a day that bring 400 at 0.5, Q: 100 that bring 300 at 0.8, both
 * within a fifth → 80 and 120.
 */
export function split(sharers: readonly Sharer[], { total, atLeast, average }: SplitAsked): Split {
  const reaches = (spend: readonly number[]): boolean =>
    average === null || broughtIn(sharers, spend, 'promised') >= average * sumOf(spend) * (1 - NOTHING);
  const price =
    total === null
      ? dearest(atLeast, (tried) => reaches(spendAt(sharers, tried)))
      : priceWhere((tried) => sumOf(spendAt(sharers, tried)) <= total);
  const spend = spendAt(sharers, price);
  const left = total === null ? 0 : total - sumOf(spend);
  return {
    spend,
    lastMoney: price,
    worth: broughtIn(sharers, spend, 'worth'),
    left: Math.abs(left) <= NOTHING * (total ?? 0) ? 0 : left,
    reached: reaches(spend),
  };
}

const sumOf = (amounts: readonly number[]): number => amounts.reduce((sum, each) => sum + each, 0);
const broughtIn = (sharers: readonly Sharer[], spend: readonly number[], counts: 'worth' | 'promised'): number =>
  sharers.reduce((sum, { curve, [counts]: each }, at) => sum + each * broughtBy(curve, spend[at] ?? 0), 0);

/** What each spends where the last money must bring so much. */
const spendAt = (sharers: readonly Sharer[], price: number): number[] =>
  sharers.map(({ curve, worth, low, high }) => {
    const free = worth > 0 && curve.brings > 0 ? spendWhereLastBrings(curve, price / worth) : 0;
    return Math.min(high, Math.max(low, free));
  });

/** The usual price, or the least above it at which something holds; the usual one where it never does. */
function dearest(usual: number, holds: (price: number) => boolean): number {
  if (holds(usual) || !holds(PRICES.high)) return usual;
  return priceWhere(holds, usual);
}

/** The least price at which something holds that holds at every price above it. */
function priceWhere(holds: (price: number) => boolean, from = PRICES.low): number {
  let [low, high] = [Math.log(from), Math.log(PRICES.high)];
  for (let halved = 0; halved < HALVINGS; halved++) {
    const middle = (low + high) / 2;
    if (holds(Math.exp(middle))) high = middle;
    else low = middle;
  }
  return Math.exp(high);
}
