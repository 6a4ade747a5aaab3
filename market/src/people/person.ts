import { dayOf as dayNumber, holds } from '../world/calendar';
import { draw, mix, pick, runningShares } from '../world/random';
import { type Campaign, CHANNELS, type ClientWorld } from '../world/spec';
import { campaignDay, type CampaignDay, eventFactors } from './demand';
import { AGES, BROWSERS, DEVICES, DID, type Outcome, SEXES, type Touch } from './events';
import { CampaignShares } from './campaign-shares';
import type { Found, Meeting, Opportunity } from './meeting';
import type { Settings } from './settings';
import { P, S, T } from './purposes';
import { freshness, priceOfQuality, VIEWED, WEARS } from './seen';
import { ageFactor, ageOf, deviceFactor, deviceOf, keenOf, valueFactor } from './traits';

// Looked up once: see world/random.ts.
const { floor, log, max, min, round } = Math;

const MOST_OPPORTUNITIES = 4;
/** How likely somebody goes on looking. */
const GO_ON = 0.36;
const KEPT_TAGS = runningShares([0.05, 0.06, 0.89]);
const BROWSER_SHARES = runningShares([0.5, 0.28, 0.14, 0.08]);

/** What a person did: their touches in order, and the outcome they ended in. */
export interface Lived {
  readonly touches: Touch[];
  readonly outcome: Outcome | undefined;
}

/**
 * One client's people. A person is born with a need on a day, in the market of one campaign, meets
 * that campaign and perhaps others, and acts or does not. Every draw is keyed by the person and its
 * purpose, so that a world without one campaign differs only where it must.
 */
export class People {
  private readonly shares: readonly CampaignShares[];
  private readonly followers: readonly number[];
  private readonly hours: readonly number[];
  private readonly regions: readonly number[];
  private readonly lags: readonly number[];
  private readonly passers: readonly number[];
  private readonly days = new Map<number, CampaignDay>();
  private readonly running = new Map<string, readonly AdShare[]>();
  private readonly factors = new Map<number, ReturnType<typeof eventFactors>>();

  constructor(
    readonly world: ClientWorld,
    private readonly settings: Settings,
    /** A campaign that never runs, to find what would be lost without it. */
    private readonly without?: string,
  ) {
    this.shares = world.campaigns.map((campaign) => new CampaignShares(campaign));
    this.followers = runningShares(world.campaigns.map(({ follow }) => follow));
    this.hours = runningShares(world.hours);
    this.regions = runningShares(world.places.map(({ weight }) => weight));
    this.lags = runningShares(world.lag);
    this.passers = passersBy(world);
  }

  dayOf(campaign: number, day: number): CampaignDay {
    const key = campaign * 100_000 + day;
    let known = this.days.get(key);
    if (!known) {
      const spec = this.world.campaigns[campaign];
      if (!spec) throw new RangeError(`No campaign ${campaign}`);
      known = campaignDay(this.world, spec, this.settings, day, this.passers[campaign] ?? 0);
      if (spec.id === this.without) known = { ...known, running: false };
      this.days.set(key, known);
    }
    return known;
  }

  /** Lives one person through. `person` is their number, unique within the client. */
  live(home: number, born: number, seed: number): Lived | undefined {
    const opportunities = this.opportunities(home, born, seed);
    const touches: Touch[] = [];
    let warmth = 0;
    let sale: { day: number; minute: number } | undefined;
    for (const [nth, met] of opportunities.entries()) {
      const campaign = this.world.campaigns[met.campaign];
      if (!campaign || (sale && (met.day > sale.day || (met.day === sale.day && met.minute >= sale.minute)))) break;
      if (touches.length === 0 && this.isForTheTouched(campaign, met, home, seed)) continue;
      const own = mix(seed, nth);
      const found = this.found(campaign, met, own, seed);
      if (!found || found.reachedBelow >= found.day.reach * found.allowed) continue;
      const chance = warmed(this.chanceOf(campaign, found, met, seed), warmth);
      if (!sale && draw(own, T.act) < chance) sale = this.saleAfter(met, own);
      touches.push(this.touch(found, { met, own, seed, born, nth: touches.length, chance, sold: sale !== undefined }));
      warmth += campaign.warmth;
    }
    if (!sale && touches.length === 0 && draw(seed, P.unasked) < this.world.unasked)
      sale = this.saleAfter({ campaign: home, day: born, minute: 600 }, seed);
    if (touches.length === 0 && !sale) return undefined;
    if (sale) this.claim(touches, sale, seed);
    return { touches, outcome: sale && this.outcome(touches, sale, born, seed) };
  }

  /**
   * Everywhere one person could be met, whatever is spent: what it takes to reach them there, and how likely
   * they act at once if it is the first they see. Nothing is drawn of whether they act.
   */
  meetings(home: number, born: number, seed: number): Meeting[] {
    return this.opportunities(home, born, seed).flatMap((met, nth): Meeting[] => {
      const campaign = this.world.campaigns[met.campaign];
      const own = mix(seed, nth);
      const found = campaign && this.found(campaign, met, own, seed);
      if (!found || found.allowed === 0) return [];
      return [
        {
          ...found,
          ...met,
          needs: found.reachedBelow / found.allowed,
          chance: this.chanceOf(campaign, found, met, seed),
          isForTheTouched: this.isForTheTouched(campaign, met, home, seed),
          priceFactor: priceFactor(own, campaign.groups[found.group], found),
        },
      ];
    });
  }

  /** Whether a campaign is only for people who have met something before, and this one does not know the client anyway. */
  private isForTheTouched(campaign: Campaign, met: Opportunity, home: number, seed: number): boolean {
    return campaign.stage !== 'new' && met.campaign !== home && draw(seed, P.aware) > 0.2;
  }

  /** When and where a person could be met: in the market they were born in, and up to three times more. */
  private opportunities(home: number, born: number, seed: number): Opportunity[] {
    const met: Opportunity[] = [{ campaign: home, day: born, minute: this.minute(seed, P.first) }];
    let day = born;
    for (let nth = 1; nth < MOST_OPPORTUNITIES; nth++) {
      if (draw(seed, P.more + nth * 10) > GO_ON) break;
      const gap = draw(seed, P.gap + nth * 10);
      day += floor(gap * gap * 14);
      met.push({ campaign: pick(this.followers, draw(seed, P.other + nth * 10)), day, minute: this.minute(seed, P.minute + nth * 10) });
    }
    return met.sort((a, b) => a.day - b.day || a.minute - b.minute);
  }

  private minute(seed: number, purpose: number): number {
    return pick(this.hours, draw(seed, purpose)) * 60 + floor(draw(seed, purpose + 500) * 60);
  }

  /** What of a campaign the person would click, or undefined where nothing of it runs. */
  private found(campaign: Campaign, met: Opportunity, own: number, seed: number): Found | undefined {
    const day = this.dayOf(met.campaign, met.day);
    if (!day.running) return undefined;
    const shares = this.shares[met.campaign];
    const group = pick(shares?.groups ?? [], draw(own, T.group));
    const inGroup = shares?.inGroup[group];
    const spec = campaign.groups[group];
    if (!inGroup || !spec) return undefined;
    const keyword = pick(inGroup.keywords, draw(own, T.keyword));
    const term = pick(inGroup.terms[keyword] ?? [], draw(own, T.term));
    const place = pick(inGroup.places, draw(own, T.place));
    const ad = this.adShown(campaign, met, group, draw(own, T.ad));
    if (ad === undefined && spec.ads.length > 0) return undefined;
    const device = deviceOf(seed);
    const of = {
      device: DEVICES[device] ?? 'phone',
      hour: floor(met.minute / 60),
      place: spec.places[place]?.name ?? '',
      term: spec.keywords[keyword]?.terms[term]?.name ?? '',
    };
    return {
      day,
      group,
      keyword: max(0, keyword),
      term: max(0, term),
      place: max(0, place),
      ad: ad ?? 0,
      device,
      reachedBelow: draw(own, T.reach),
      allowed: this.settings.allows(campaign, met.day, of),
    };
  }

  private adShown(campaign: Campaign, met: Opportunity, group: number, at: number): number | undefined {
    const key = `${met.campaign} ${group} ${met.day}`;
    let shares = this.running.get(key);
    if (!shares) {
      const ads = (campaign.groups[group]?.ads ?? []).flatMap((ad, index) =>
        this.settings.adRuns(campaign, ad, met.day) ? [{ index, weight: ad.weight }] : [],
      );
      const upTo = runningShares(ads.map(({ weight }) => weight));
      shares = ads.map(({ index }, nth) => ({ index, upTo: upTo[nth] ?? 1 }));
      this.running.set(key, shares);
    }
    return (shares.find(({ upTo }) => at < upTo) ?? shares.at(-1))?.index;
  }

  private factorsOn(day: number): ReturnType<typeof eventFactors> {
    let known = this.factors.get(day);
    if (!known) {
      known = eventFactors(this.world, day);
      this.factors.set(day, known);
    }
    return known;
  }

  /** How likely this touch leads to an outcome: who it is, what they saw, where they came from, what the day does. */
  private chanceOf(campaign: Campaign, found: Found, met: Opportunity, seed: number): number {
    const group = campaign.groups[found.group];
    const term = group?.keywords[found.keyword]?.terms[found.term]?.quality ?? 1;
    const quality = qualityOf(group, found) * term * (group?.places[found.place]?.quality ?? 1);
    const region = this.world.places[this.region(seed)]?.quality ?? 1;
    return (
      campaign.outcomeRate *
      quality *
      region *
      ageFactor(ageOf(seed)) *
      keenOf(seed) *
      deviceFactor(found.device) *
      (this.world.hourOutcomes?.[floor(met.minute / 60)] ?? 1) *
      this.factorsOn(met.day).outcomes
    );
  }

  private region(seed: number): number {
    return pick(this.regions, draw(seed, P.region));
  }

  private saleAfter(met: Opportunity, own: number): { day: number; minute: number } {
    const lag = pick(this.lags, draw(own, T.lag));
    if (lag === 0) return { day: met.day, minute: min(1439, met.minute + 1 + floor(draw(own, T.sold) * 70)) };
    return { day: met.day + lag, minute: this.minute(own, S.saleMinute) };
  }

  private touch(found: Found, { met, own, seed, born, nth, chance, sold }: TouchContext): Touch {
    const campaign = this.world.campaigns[met.campaign];
    const group = campaign?.groups[found.group];
    const ad = group?.ads[found.ad];
    const interest = campaign ? interestOf(campaign, chance) : 1;
    const { steps } = this.world;
    const cart = sold || draw(own, S.cart) < steps.cart * interest;
    const checkout = sold || (cart && draw(own, S.checkout) < steps.checkout * this.factorsOn(met.day).outcomes);
    const viewed = draw(own, S.view) < (VIEWED[campaign?.channel ?? 'unpaid'] ?? 0);
    const visit = !viewed && draw(own, S.visit) < 0.94;
    const isLocal = campaign?.channel === 'doorstep';
    return {
      born,
      person: seed,
      nth,
      day: met.day,
      minute: met.minute,
      campaign: met.campaign,
      group: found.group,
      ad: found.ad,
      keyword: found.keyword,
      term: found.term,
      place: found.place,
      region: this.region(seed),
      device: found.device,
      age: ageOf(seed),
      sex: min(SEXES.length - 1, floor(draw(seed, P.sex) * 2.12)),
      browser: pick(BROWSER_SHARES, draw(seed, P.browser)),
      page: floor(draw(own, S.page) * this.world.pages.length),
      position: 1 + floor(draw(own, S.position) * draw(own, S.position + 50) * 5),
      impressions: this.impressions(campaign, ad, met.day, own),
      cost: round(found.day.clickPrice * 10_000 * priceFactor(own, group, found)),
      flags:
        (steps.cart > 0 && cart ? DID.cart : 0) |
        (steps.cart > 0 && checkout ? DID.checkout : 0) |
        (visit ? DID.visit : 0) |
        (visit && draw(own, S.stay) < 0.3 + 0.3 * interest ? DID.stayed : 0) |
        (nth === 0 && visit ? DID.newVisitor : 0) |
        (viewed ? DID.viewed : 0) |
        (isLocal && draw(own, S.call) < 0.16 ? DID.call : 0) |
        (isLocal && draw(own, S.call + 30) < 0.22 ? DID.directions : 0),
      claimDay: 0,
      claimValue: 0,
    };
  }

  /** How often the ad was shown for one click: an ad that has run long is clicked less. */
  private impressions(campaign: Campaign | undefined, ad: { from?: string } | undefined, day: number, own: number): number {
    if (!campaign) return 1;
    const since = dayNumber(ad?.from ?? campaign.from ?? this.world.from);
    const rate = campaign.clickRate * (WEARS.has(campaign.channel) ? freshness(day - since) : 1);
    // Geometric around 1 / rate; the floor keeps every count whole.
    const many = floor(log(1 - draw(own, T.seen)) / log(1 - min(0.9, rate)));
    return 1 + min(65_000, many);
  }

  /** Each channel claims the outcome for its own last touch within its own window: two may claim the same one. */
  private claim(touches: Claimable[], sale: { day: number; minute: number }, seed: number): void {
    const value = this.value(sale.day, seed);
    const claimed = new Set<string>();
    for (const touch of touches.toReversed()) {
      const channel = this.world.campaigns[touch.campaign]?.channel ?? 'unpaid';
      if (claimed.has(channel) || CHANNELS[channel].claimDays === 0 || sale.day - touch.day > CHANNELS[channel].claimDays) continue;
      claimed.add(channel);
      touch.claimDay = sale.day;
      touch.claimValue = value;
    }
  }

  private value(day: number, seed: number): number {
    return round(this.world.price * 100 * this.factorsOn(day).price * valueFactor(seed));
  }

  private outcome(touches: readonly Touch[], sale: { day: number; minute: number }, born: number, seed: number): Outcome {
    const clicked = touches.filter(
      ({ campaign, flags }) => (this.world.campaigns[campaign]?.budget ?? 0) > 0 && (flags & DID.viewed) === 0,
    );
    const last = clicked.at(-1);
    const spec = last && this.world.campaigns[last.campaign];
    const lost = this.world.events.some(
      (event) => event.lostTagPage !== undefined && last && this.world.pages[last.page] === event.lostTagPage && holds(event, last.day),
    );
    return {
      born,
      person: seed,
      day: sale.day,
      minute: sale.minute,
      value: this.value(sale.day, seed),
      first: draw(seed, S.tags + 40) < 0.62 ? 1 : 0,
      campaign: last ? last.campaign + 1 : 0,
      group: last?.group ?? 0,
      ad: last?.ad ?? 0,
      clickDay: last?.day ?? 0,
      clickMinute: last?.minute ?? 0,
      tags: !last || lost ? 0 : pick(KEPT_TAGS, draw(seed, S.tags)),
      elsewhere: spec?.channel === 'stallway' ? 1 : 0,
    };
  }
}

/** How much somebody wants it against a newcomer of the campaign, as far as steps before an outcome show it. */
export const interestOf = ({ outcomeRate }: Campaign, chance: number): number => min(2, outcomeRate > 0 ? chance / outcomeRate : 1);

/** What a touch adds to the chance of later ones has an end. */
export const warmed = (chance: number, warmth: number): number => chance * (1 + min(1.5, warmth));

/** What a click costs against the day's price: by chance, and dearer for what is liked less. */
const priceFactor = (own: number, group: Campaign['groups'][number] | undefined, found: Found): number =>
  (0.55 + 0.9 * draw(own, T.cost)) * priceOfQuality(qualityOf(group, found));

const qualityOf = (group: Campaign['groups'][number] | undefined, { ad, keyword }: Found): number =>
  (group?.ads[ad]?.quality ?? 1) * (group?.keywords[keyword]?.quality ?? 1);

interface AdShare {
  readonly index: number;
  readonly upTo: number;
}

/** Of the people who go on looking, this share has met a campaign before or knows the client anyway. */
const KNOWING = 0.75;

/** People a day at season 1 who pass a campaign after beginning elsewhere. */
function passersBy({ campaigns }: ClientWorld): number[] {
  let onward = 0;
  for (let nth = 1, share = 1; nth < MOST_OPPORTUNITIES; nth++) onward += share *= GO_ON;
  const people = campaigns.reduce((sum, { market }) => sum + market, 0);
  const follow = campaigns.reduce((sum, each) => sum + each.follow, 0);
  return campaigns.map((each) => people * onward * (each.follow / follow) * (each.stage === 'new' ? 1 : KNOWING));
}

type Claimable = { -readonly [Name in keyof Touch]: Touch[Name] };

interface TouchContext {
  readonly met: Opportunity;
  readonly own: number;
  readonly seed: number;
  readonly born: number;
  readonly nth: number;
  readonly chance: number;
  readonly sold: boolean;
}

/** Ages, sexes and browsers as reports name them. */
export const NAMES = { age: AGES, sex: SEXES, browser: BROWSERS, device: DEVICES };
