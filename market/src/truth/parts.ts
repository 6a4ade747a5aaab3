import { eventFactors } from '../people/demand';
import { DEVICES } from '../people/events';
import { interestOf } from '../people/person';
import { freshness, WEARS } from '../people/seen';
import type { Settings } from '../people/settings';
import { deviceFactor, usualFactor } from '../people/traits';
import { dayOf, isoDay } from '../world/calendar';
import type { Ad, Campaign, ClientWorld, Keyword, Part, Term } from '../world/spec';
import type { Plan } from './crowd';
import type { Expectation } from './expected';

/**
 * An ad, keyword, search term or placement: how good it is, and the outcomes expected of a click of somebody
 * who has met nothing before, on a day without events, with what else is shown beside it as it is by weight.
 */
export interface TruePart {
  readonly campaign: string;
  readonly group: string;
  readonly kind: 'ad' | 'keyword' | 'term' | 'placement';
  readonly id: string;
  readonly name: string;
  readonly quality: number;
  readonly rate: number;
  /** What whoever typed a term is after, and in which language; of keywords the language only. */
  readonly intent?: Term['intent'];
  readonly language?: string;
}

export function partsOf(world: ClientWorld, settings: Settings, day: number): TruePart[] {
  const people = usualFactor(world);
  return world.campaigns.flatMap((campaign) =>
    campaign.groups.flatMap((group) => {
      const shown = group.ads.filter((ad) => settings.adRuns(campaign, ad, day));
      const [ads, keywords, places] = [meanOf(shown), meanOfKeywords(group.keywords), meanOf(group.places)];
      const rate = campaign.outcomeRate * people;
      const part = (kind: TruePart['kind'], { name, quality }: Part, others: number, id = name): TruePart => {
        return { campaign: campaign.id, group: group.id, kind, id, name, quality, rate: rate * quality * others };
      };
      return [
        ...group.ads.map((ad) => part('ad', ad, keywords * places, ad.id)),
        ...group.keywords.flatMap((keyword) => {
          const language = group.language ?? languageOf(world);
          return [
            { ...part('keyword', keyword, meanOf(keyword.terms) * ads * places), language },
            ...keyword.terms.map((term) => ({
              ...part('term', term, keyword.quality * ads * places),
              language,
              intent: term.intent,
            })),
          ];
        }),
        ...group.places.map((place) => part('placement', place, ads * keywords)),
      ];
    }),
  );
}

const languageOf = ({ locale }: ClientWorld): string => locale.slice(0, 2);

/** Mean quality by weight; 1 where there are none. */
function meanOf(parts: readonly Pick<Part, 'weight' | 'quality'>[]): number {
  const total = parts.reduce((sum, { weight }) => sum + weight, 0);
  return total === 0 ? 1 : parts.reduce((sum, { weight, quality }) => sum + weight * quality, 0) / total;
}

const meanOfKeywords = (keywords: readonly Keyword[]): number =>
  meanOf(keywords.map(({ weight, quality, terms }) => ({ weight, quality: quality * meanOf(terms) })));

/** Outcomes expected of a click from each device against the usual one. */
export const deviceFactors = (): readonly { readonly device: string; readonly factor: number }[] =>
  DEVICES.map((device, at) => ({ device, factor: deviceFactor(at) }));

/** An ad from the first look to the sale: of those who are expected to click it, the share that goes on. */
export interface TrueAd {
  readonly campaign: string;
  readonly id: string;
  readonly clicks: number;
  readonly cart: number;
  readonly checkout: number;
  readonly outcome: number;
  /** Clicks for each impression when it was fresh and on the last day; the same where people do not tire of it. */
  readonly clickRate: { readonly fresh: number; readonly now: number; readonly since: string };
}

/** What the people of a crowd are expected to do after each ad. */
export function adsOf(expectation: Expectation, plan: Plan, day: number): TrueAd[] {
  const { world, meetings } = expectation.crowd;
  const sums = new Map<string, { clicks: number; cart: number; checkout: number; outcome: number }>();
  for (const person of expectation.everybody)
    expectation.walk(person, plan, ({ row, happens, acts, open, chance }) => {
      const at = meetings.get('campaign', row);
      const campaign = world.campaigns[at];
      const ad = campaign?.groups[meetings.get('group', row)]?.ads[meetings.get('ad', row)];
      if (!campaign || !ad) return;
      const sum = sums.get(ad.id) ?? { clicks: 0, cart: 0, checkout: 0, outcome: 0 };
      const { cart, checkout } = stepsOf(expectation, campaign, chance, meetings.get('day', row));
      sum.clicks += happens;
      sum.outcome += acts;
      sum.cart += happens - open * (1 - cart);
      sum.checkout += happens - open * (1 - checkout);
      sums.set(ad.id, sum);
    });
  return world.campaigns.flatMap((campaign) =>
    campaign.groups.flatMap(({ ads }) =>
      ads.flatMap((ad): TrueAd[] => {
        const { clicks, ...steps } = sums.get(ad.id) ?? { clicks: 0, cart: 0, checkout: 0, outcome: 0 };
        if (clicks === 0) return [];
        const share = (of: number): number => of / clicks;
        const hasSteps = world.steps.cart > 0;
        return [
          {
            campaign: campaign.id,
            id: ad.id,
            clicks,
            cart: hasSteps ? share(steps.cart) : 0,
            checkout: hasSteps ? share(steps.checkout) : 0,
            outcome: share(steps.outcome),
            clickRate: worn(world, campaign, ad, day),
          },
        ];
      }),
    ),
  );
}

/** How likely somebody who does not buy puts something in the cart, and goes to the checkout. */
function stepsOf({ crowd: { world } }: Expectation, campaign: Campaign, chance: number, day: number): { cart: number; checkout: number } {
  const cart = Math.min(1, world.steps.cart * interestOf(campaign, chance));
  return { cart, checkout: cart * Math.min(1, world.steps.checkout * eventFactors(world, day).outcomes) };
}

function worn(world: ClientWorld, campaign: Campaign, ad: Ad, day: number): TrueAd['clickRate'] {
  const since = dayOf(ad.from ?? campaign.from ?? world.from);
  const left = WEARS.has(campaign.channel) ? freshness(day - since) : 1;
  return { fresh: campaign.clickRate, now: campaign.clickRate * left, since: isoDay(since) };
}
