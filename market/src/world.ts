import type { Zone } from './calendar';

/** An ad as the world made it. `quality` scales how often its visitors act. */
export interface Ad {
  readonly id: string;
  readonly name: string;
  /** Share of its group's impressions. */
  readonly weight: number;
  readonly quality: number;
  readonly from?: string;
  readonly pausedFrom?: string;
}

export interface Group {
  readonly id: string;
  readonly name: string;
  readonly weight: number;
  readonly ads: readonly Ad[];
  readonly keywords: readonly { readonly text: string; readonly weight: number; readonly quality: number }[];
}

export interface Campaign {
  readonly id: string;
  readonly name: string;
  readonly from?: string;
  /** Spend a day that demand would take if no budget held it back. */
  readonly demand: number;
  readonly budget: number;
  /** A budget change the channel's settings show. */
  readonly budgetFrom?: { readonly day: string; readonly budget: number };
  readonly costPerClick: number;
  readonly clickRate: number;
  /** Outcomes for each click of an average ad. */
  readonly outcomeRate: number;
  readonly groups: readonly Group[];
}

export interface Account {
  readonly channel: 'Harbor Search' | 'Wren Social';
  readonly name: string;
  readonly campaigns: readonly Campaign[];
  /** Whether money is charged for clicks or for impressions. */
  readonly charged: 'clicks' | 'impressions';
}

export interface World {
  readonly client: {
    readonly name: string;
    readonly currency: string;
    readonly timeZone: Zone;
    readonly locale: string;
    readonly metricSet: 'shop' | 'leads';
  };
  readonly action: 'purchase' | 'lead';
  readonly from: string;
  /** Last finished day; the market's reports end here. */
  readonly to: string;
  /** First day for which hourly rows are kept. */
  readonly hourlyFrom: string;
  readonly price: number;
  /** Steps before the outcome: chance of a cart, and of a checkout after it, for visitors who do not buy. */
  readonly steps: { readonly cart: number; readonly checkout: number };
  /** Weight of each lag in days between click and outcome. */
  readonly lag: readonly number[];
  /** Outcomes a day that no advertising brought. */
  readonly unpaid: number;
  /** Shape of demand over the day, weekdays (Monday first) and months. */
  readonly hours: readonly number[];
  readonly weekdays: readonly number[];
  readonly months: readonly number[];
  readonly priceRise?: { readonly day: string; readonly price: number; readonly outcomeFactor: number };
  /** Days on which the search channel's tag counted every purchase twice. */
  readonly doubleTag?: { readonly from: string; readonly to: string };
  readonly accounts: readonly Account[];
}

/** Lag weights: a share on the day itself, then falling by `keep` a day up to the tail. */
export function lagWeights(sameDay: number, keep: number, tail: number): number[] {
  const weights = [sameDay];
  let next = 1 - keep;
  for (let day = 1; day <= tail; day++) {
    weights.push(next * (1 - sameDay));
    next *= keep;
  }
  return weights;
}

/** Hour weights with a morning and an evening hump between two hours. */
export const dayShape = (open: number, close: number, peak: number): number[] =>
  Array.from({ length: 24 }, (_, hour) => {
    if (hour < open || hour >= close) return 0.12;
    const near = 1 - Math.min(1, Math.abs(hour - peak) / 9);
    return 0.6 + 1.1 * near;
  });
