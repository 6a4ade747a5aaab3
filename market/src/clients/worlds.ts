import { draw, hashOf, mix } from '../world/random';
import type { Campaign, ClientWorld, Part } from '../world/spec';
import { CLIENTS } from './clients';

/** Worlds there are to be judged in. The first is the demonstration's. */
export const WORLDS = 5;

/** Factor around 1 for a thing of a world, up to `most` times larger or smaller, equally likely on the scale of logarithms. */
const factor = (seed: number, name: string, most: number): number => Math.pow(most, 2 * draw(mix(hashOf(name), seed), 77) - 1);

const rounded = (amount: number, digits: number): number => Number(amount.toFixed(digits));

const variedPart =
  (seed: number, within: string) =>
  <P extends Part>(part: P): P => ({ ...part, quality: rounded(part.quality * factor(seed, `${within} ${part.name} quality`, 1.5), 3) });

/** A campaign whose markets, prices, rates and parts are others; what was worthless stays worthless. */
function varied(seed: number, campaign: Campaign): Campaign {
  const of = (what: string, most: number): number => factor(seed, `${campaign.id} ${what}`, most);
  const part = variedPart(seed, campaign.id);
  const budget = of('budget', 1.6);
  return {
    ...campaign,
    budget: rounded(campaign.budget * budget, 0),
    bid: rounded(campaign.bid * of('bid', 1.3), 2),
    market: rounded(campaign.market * of('market', 1.5), 0),
    outcomeRate: rounded(campaign.outcomeRate * of('rate', 1.8), 4),
    warmth: rounded(campaign.warmth * of('warmth', 1.6), 3),
    follow: rounded(campaign.follow * of('follow', 1.4), 3),
    history: (campaign.history ?? []).map((change) =>
      change.field === 'daily budget' && typeof change.value === 'number'
        ? { ...change, value: rounded(change.value * budget, 0) }
        : change,
    ),
    groups: campaign.groups.map((group) => ({
      ...group,
      ads: group.ads.map(part),
      places: group.places.map(part),
      keywords: group.keywords.map((keyword) => ({ ...part(keyword), terms: keyword.terms.map(part) })),
    })),
  };
}

/**
 * The clients of a world, 1 to 5. World 1 is the demonstration's; in the others the same clients buy the
 * same campaigns on another course: effects, markets, prices, qualities and lags are of other sizes, so that
 * advice tuned to one of them fails in the next. Throws a RangeError for another number.
 */
export function clientsOfWorld(world: number): readonly ClientWorld[] {
  if (!Number.isInteger(world) || world < 1 || world > WORLDS) throw new RangeError(`There are worlds 1 to ${WORLDS}, not ${world}.`);
  if (world === 1) return CLIENTS;
  const seed = world * 7919;
  return CLIENTS.map((client): ClientWorld => {
    const slower = factor(seed, `${client.id} lag`, 1.02);
    return {
      ...client,
      seed,
      lag: client.lag.map((weight, day) => weight * Math.pow(slower, day)),
      events: client.events.map((event) => ({
        ...event,
        ...(event.outcomes === undefined ? {} : { outcomes: rounded(event.outcomes * factor(seed, `${event.name} effect`, 1.15), 3) }),
      })),
      campaigns: client.campaigns.map((campaign) => varied(seed, campaign)),
    };
  });
}
