import type { Zone } from './calendar';

/** Where traffic comes from. The ones without a price are not bought. */
export const CHANNELS = {
  'harbor-search': { name: 'Harbor Search', kind: 'search', claimDays: 30 },
  'tern-search': { name: 'Tern Search', kind: 'search', claimDays: 30 },
  'wren-social': { name: 'Wren Social', kind: 'social', claimDays: 7 },
  'cobble-video': { name: 'Cobble Video', kind: 'video', claimDays: 30 },
  'hedgerow-display': { name: 'Hedgerow Display', kind: 'display', claimDays: 14 },
  stallway: { name: 'Stallway', kind: 'marketplace', claimDays: 14 },
  larkmail: { name: 'Larkmail', kind: 'native', claimDays: 7 },
  doorstep: { name: 'Doorstep', kind: 'local listing', claimDays: 0 },
  unpaid: { name: 'Unpaid', kind: 'unpaid', claimDays: 0 },
} as const;
export type ChannelId = keyof typeof CHANNELS;

/** Something within a group that is drawn by weight; `quality` scales how often its visitors act. */
export interface Part {
  readonly name: string;
  readonly weight: number;
  readonly quality: number;
  readonly from?: string;
  readonly to?: string;
}

export interface Ad extends Part {
  readonly id: string;
}

export interface Keyword extends Part {
  readonly match: 'exact' | 'phrase' | 'broad';
  /** What people typed, with its own quality: near 0 is the wrong intent. */
  readonly terms: readonly Term[];
}

export const INTENTS = ['the thing', 'to buy', 'to compare', 'nearby', 'cheap', 'to know', 'a job', 'for nothing'] as const;

/** What somebody typed, and what they are after. */
export interface Term extends Part {
  readonly intent: (typeof INTENTS)[number];
}

export interface Group {
  readonly id: string;
  readonly name: string;
  readonly weight: number;
  readonly ads: readonly Ad[];
  readonly keywords: readonly Keyword[];
  /** The language its keywords are typed in, where it is not the client's. */
  readonly language?: string;
  /** Placements, sub-sources or products, by kind of channel. */
  readonly places: readonly Part[];
}

export interface Campaign {
  readonly id: string;
  readonly name: string;
  readonly channel: ChannelId;
  readonly stage: 'new' | 'known' | 'customers';
  readonly from?: string;
  readonly to?: string;
  /** Daily budget it began with, in the account's currency; 0 for what is not bought. */
  readonly budget: number;
  /** Price of a click while there is no competition for it: the slope at which spend starts to buy clicks. */
  readonly bid: number;
  /** People a day who could be reached at season 1. */
  readonly market: number;
  /** Clicks for each impression of a fresh ad. */
  readonly clickRate: number;
  /** Main outcomes for each click of a newcomer. */
  readonly outcomeRate: number;
  /** What a touch adds to the chance of later ones: journeys that one campaign starts and another ends. */
  readonly warmth: number;
  /** How likely people who began elsewhere meet this campaign later; 0 for never. */
  readonly follow: number;
  readonly groups: readonly Group[];
  readonly measuresClicks?: boolean;
  /** Bought in weekly lots of its groups, each with a tracked link of its own. */
  readonly inLots?: boolean;
  /** What was changed in its history, before anybody here touched it. */
  readonly history?: readonly SettingChange[];
}

export interface SettingChange {
  readonly day: string;
  readonly field: 'daily budget' | 'bid' | 'status' | 'schedule' | 'exclude' | 'ends';
  /** The words that are excluded; nothing of what is the campaign’s own. */
  readonly what?: string;
  readonly value: number | string;
  readonly by: string;
}

export interface WorldEvent {
  readonly from: string;
  readonly to: string;
  readonly name: string;
  /** Factor on how often checkouts and outcomes follow. */
  readonly outcomes?: number;
  readonly demand?: number;
  /** Factor on what an outcome is worth. */
  readonly price?: number;
  /** The channel whose tag counts twice. */
  readonly doubleTag?: ChannelId;
  /** The landing page whose tag is missing: its orders carry no tags and its visits are not counted. */
  readonly lostTagPage?: string;
  readonly renames?: { readonly campaign: string; readonly to: string };
}

export interface ClientWorld {
  /** Which of many equally likely courses this world takes; 0 where nothing is said. */
  readonly seed?: number;
  readonly id: string;
  readonly name: string;
  readonly currency: string;
  readonly zone: Zone;
  readonly locale: string;
  readonly prefix: string;
  readonly metricSet: 'shop' | 'leads' | 'bookings' | 'installs';
  readonly action: 'purchase' | 'lead' | 'booking' | 'install';
  /** First day and last finished day of the history the demonstration starts with. */
  readonly from: string;
  readonly to: string;
  readonly price: number;
  /** Share of first-time visitors who put something in the cart, and of carts that reach checkout. */
  readonly steps: { readonly cart: number; readonly checkout: number };
  /** Weight of each lag in days between touch and outcome. */
  readonly lag: readonly number[];
  readonly hours: readonly number[];
  /** Factor on how often clicks of an hour of the day act, 1 over all of them; alike where nothing is said. */
  readonly hourOutcomes?: readonly number[];
  readonly weekdays: readonly number[];
  readonly months: readonly number[];
  /** Extra demand on the last and first days of a month. */
  readonly payDay: number;
  /** Share of people who would act with no touch at all. */
  readonly unasked: number;
  readonly places: readonly Part[];
  readonly pages: readonly string[];
  readonly events: readonly WorldEvent[];
  readonly campaigns: readonly Campaign[];
  /** Accounts that are not kept in the client’s own currency and zone. `rate` is what one unit of the client’s money is about worth there. */
  readonly abroad?: Readonly<Partial<Record<ChannelId, { readonly currency: string; readonly zone: Zone; readonly rate: number }>>>;
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

/** Hour weights with a hump at one hour, and little outside opening hours. */
export const dayShape = (open: number, close: number, peak: number): number[] =>
  Array.from({ length: 24 }, (_, hour) => {
    if (hour < open || hour >= close) return 0.12;
    return 0.6 + 1.1 * (1 - Math.min(1, Math.abs(hour - peak) / 9));
  });

/** Factors by hour from a line of “from–to factor”, such that the demand of all hours has a mean of 1. Hours that are not named have 1. */
export function hourFactors(text: string, hours: readonly number[]): number[] {
  const factors = hours.map(() => 1);
  for (const part of text.split('|')) {
    const [from = 0, to = 0, factor = 1] = part.split(/[– ]/).map(Number);
    factors.fill(factor, from, to);
  }
  const total = hours.reduce((sum, weight) => sum + weight, 0);
  const mean = factors.reduce((sum, factor, hour) => sum + factor * (hours[hour] ?? 0), 0) / total;
  return factors.map((factor) => factor / mean);
}
