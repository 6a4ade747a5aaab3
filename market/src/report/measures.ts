import { rateOn } from '../world/account';
import { holds, type Zone } from '../world/calendar';
import { draw } from '../world/random';
import type { ClientWorld } from '../world/spec';
import { DID, type Touch } from '../people/events';
import type { Field } from './report';

/** What a touch adds to a number that its channel reports. */
export interface Measure {
  readonly name: string;
  readonly kind: Field['kind'];
  readonly about: string;
  readonly decimals?: number;
  /** Null where this campaign's kind does not measure it. */
  readonly of: (touch: Touch, given: Given) => number | null;
}

export interface Given {
  readonly world: ClientWorld;
  /** The last day anything is known about. */
  readonly known: number;
  /** The account the report is about. */
  readonly account: { readonly channel: string; readonly zone: Zone };
}

const flag =
  (bit: number) =>
  (touch: Touch): number =>
    (touch.flags & bit) === 0 ? 0 : 1;
const campaignOf = (touch: Touch, { world }: Given) => world.campaigns[touch.campaign];

/** Late claims arrive when the sale does; a tag that fires twice counts it twice. */
export function claimsOf(touch: Touch, { world, known }: Pick<Given, 'world' | 'known'>): number {
  if (touch.claimDay === 0 || touch.claimDay > known) return 0;
  const channel = world.campaigns[touch.campaign]?.channel;
  return world.events.some((event) => event.doubleTag === channel && holds(event, touch.claimDay)) ? 2 : 1;
}

/** Of the people an ad was shown to, so many reached a part of a film: whole numbers that fall from step to step. */
const watched =
  (share: number) =>
  (touch: Touch): number =>
    Math.floor(touch.impressions * share + draw(touch.person, 300));

export const MEASURES = {
  impressions: { name: 'Impressions', kind: 'measure', about: 'How often ads were shown', of: (touch) => touch.impressions },
  clicks: {
    name: 'Clicks',
    kind: 'measure',
    about: 'Clicks of every kind; not counted for redirects',
    of: (touch, given) => (campaignOf(touch, given)?.measuresClicks === false ? null : flag(DID.viewed)(touch) === 1 ? 0 : 1),
  },
  cost: { name: 'Cost', kind: 'measure', about: 'What is charged', decimals: 4, of: (touch) => touch.cost / 10_000 },
  carts: { name: 'Carts', kind: 'outcome', about: 'Things put in the cart', of: flag(DID.cart) },
  checkouts: { name: 'Checkouts', kind: 'outcome', about: 'Checkouts begun', of: flag(DID.checkout) },
  claims: { name: 'Purchases', kind: 'outcome', about: 'Outcomes the channel claims, on the day of the click', of: claimsOf },
  viewClaims: {
    name: 'Purchases after a view',
    kind: 'outcome',
    about: 'Those of them that followed a view without a click',
    of: (touch, given) => flag(DID.viewed)(touch) * claimsOf(touch, given),
  },
  value: {
    name: 'Purchase value',
    kind: 'outcome',
    about: 'What the claimed outcomes were worth',
    decimals: 2,
    of: (touch, given) => (claimsOf(touch, given) * touch.claimValue * rateOn(given.world, given.account.channel, touch.claimDay)) / 100,
  },
  starts: { name: 'Video starts', kind: 'measure', about: 'Films begun', of: watched(0.62) },
  quarter: { name: 'Watched 25 %', kind: 'measure', about: 'Films watched to a quarter', of: watched(0.31) },
  half: { name: 'Watched 50 %', kind: 'measure', about: 'Films watched to the middle', of: watched(0.19) },
  threeQuarters: { name: 'Watched 75 %', kind: 'measure', about: 'Films watched to three quarters', of: watched(0.13) },
  whole: { name: 'Watched 100 %', kind: 'measure', about: 'Films watched to the end', of: watched(0.09) },
  watchTime: {
    name: 'Watch time',
    kind: 'measure',
    about: 'Seconds that films were watched, all together',
    of: (touch) => Math.floor(touch.impressions * (4 + 3 * draw(touch.person, 301)) + draw(touch.person, 305)),
  },
  visits: { name: 'Visits', kind: 'measure', about: 'Clicks that arrived on the site', of: flag(DID.visit) },
  newVisitors: { name: 'New visitors', kind: 'measure', about: 'Visits by people not seen before', of: flag(DID.newVisitor) },
  stayed: { name: 'Visits that stayed', kind: 'measure', about: 'Visits longer than ten seconds', of: flag(DID.stayed) },
  views: { name: 'Views', kind: 'measure', about: 'How often the listing was shown', of: (touch) => touch.impressions },
  siteClicks: { name: 'Clicks to the site', kind: 'measure', about: 'Clicks that arrived on the site', of: flag(DID.visit) },
  calls: { name: 'Calls', kind: 'outcome', about: 'Calls from the listing', of: flag(DID.call) },
  directions: { name: 'Directions', kind: 'outcome', about: 'Ways asked for', of: flag(DID.directions) },
} as const satisfies Record<string, Measure>;
export type MeasureId = keyof typeof MEASURES;
