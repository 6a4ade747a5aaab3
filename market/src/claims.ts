import { dayOf } from './calendar';
import { randomFor } from './random';
import type { CampaignDay, Click } from './simulate';
import type { World } from './world';

/** What a channel claims for an ad on a day: outcomes and their value in hundredths. */
export interface Claim {
  count: number;
  value: number;
}

/** A channel's own count of outcomes, by click day and by sale day, as it stands when the report is made. */
export class Claims {
  private readonly byClick = new Map<string, Claim>();
  private readonly bySale = new Map<string, Claim>();

  add(key: string, clickDay: number, saleDay: number, value: number, times: number): void {
    for (const [claims, day] of [
      [this.byClick, clickDay],
      [this.bySale, saleDay],
    ] as const) {
      const at = `${key}|${day}`;
      const claim = claims.get(at) ?? { count: 0, value: 0 };
      claims.set(at, claim);
      claim.count += times;
      claim.value += value * times;
    }
  }

  of(basis: 'click' | 'sale', key: string, day: number): Claim {
    return (basis === 'click' ? this.byClick : this.bySale).get(`${key}|${day}`) ?? { count: 0, value: 0 };
  }
}

/** Keys under which clicks are claimed, from the coarsest report to the finest. */
export const claimKeys = {
  ad: ({ campaign, group, ad }: Pick<Click, 'campaign' | 'group' | 'ad'>): string => `${campaign.id}|${group.id}|${ad.id}`,
  keyword: ({ campaign, group, keyword }: Pick<Click, 'campaign' | 'group' | 'keyword'>): string =>
    `${campaign.id}|${group.id}|kw|${keyword}`,
  hour: ({ campaign, device, hour }: Pick<Click, 'campaign' | 'device' | 'hour'>): string => `${campaign.id}|${device}|${hour}`,
};

/** How often the search channel's tag fires for one sale. */
const tagTimes = ({ doubleTag }: World, saleDay: number): number =>
  doubleTag && saleDay >= dayOf(doubleTag.from) && saleDay <= dayOf(doubleTag.to) ? 2 : 1;

/** Share of search sales that the social channel claims as well, for having shown an ad before. */
export const SHOWN_BEFORE = 0.14;

/** Fills the claims of both channels. Outcomes after the report's last day are not known yet. */
export function claimAll(world: World, search: readonly CampaignDay[], social: readonly CampaignDay[]): { search: Claims; social: Claims } {
  const last = dayOf(world.to);
  const claims = { search: new Claims(), social: new Claims() };
  const shown = new Map<number, string[]>();
  for (const { day, ads } of social) {
    for (const ad of ads) if (ad.clicks.length > 0) shown.set(day, [...(shown.get(day) ?? []), claimKeys.ad(ad)]);
    for (const { day: clickDay, outcome, ...click } of clicksOf(ads)) {
      if (outcome && outcome.day <= last) claims.social.add(claimKeys.ad(click), clickDay, outcome.day, outcome.value, 1);
    }
  }
  for (const { ads } of search) {
    for (const [at, click] of clicksOf(ads).entries()) {
      const { outcome, day } = click;
      if (!outcome || outcome.day > last) continue;
      const times = tagTimes(world, outcome.day);
      for (const key of Object.values(claimKeys)) claims.search.add(key(click), day, outcome.day, outcome.value, times);
      const random = randomFor('shown before', click.ad.id, day, at);
      const candidates = shown.get(day) ?? [];
      const also = candidates[Math.floor(random() * candidates.length)];
      if (also !== undefined && random() < SHOWN_BEFORE) claims.social.add(also, day, outcome.day, outcome.value, 1);
    }
  }
  return claims;
}

export const clicksOf = (ads: CampaignDay['ads']): readonly Click[] => ads.flatMap((ad) => ad.clicks);
