import { dayOf, monthOf, weekday } from './calendar';
import { countAround, normal, pick, type Random, randomFor, splitWhole } from './random';
import type { Account, Ad, Campaign, Group, World } from './world';

export const DEVICES = ['phone', 'computer', 'tablet'] as const;
const DEVICE_WEIGHTS = [0.63, 0.31, 0.06];

/** One click with everything any report may ask about it. Costs in hundredths. */
export interface Click {
  readonly campaign: Campaign;
  readonly group: Group;
  readonly ad: Ad;
  readonly keyword: string;
  readonly device: string;
  readonly hour: number;
  readonly day: number;
  readonly cost: number;
  readonly cart: boolean;
  readonly checkout: boolean;
  /** Day and value of what came of it, in hundredths; undefined where nothing did. */
  readonly outcome: { readonly day: number; readonly minute: number; readonly value: number } | undefined;
}

/** Impressions of one ad on one day, cut as its reports cut them, beside the clicks. */
export interface AdDay {
  readonly campaign: Campaign;
  readonly group: Group;
  readonly ad: Ad;
  readonly day: number;
  readonly running: boolean;
  readonly clicks: readonly Click[];
  /** Impressions that led to no click, by keyword × device × hour. */
  readonly unclicked: readonly { readonly keyword: string; readonly device: string; readonly hour: number; readonly impressions: number }[];
  /** Spend that belongs to no click, for ads charged by impressions, in hundredths. */
  readonly impressionCost: number;
}

export interface CampaignDay {
  readonly campaign: Campaign;
  readonly day: number;
  readonly budget: number;
  readonly lost: number;
  readonly ads: readonly AdDay[];
}

const SEED = 'saltmarsh-1';

/** Lives through one campaign's day: who saw it, who clicked, who acted, and where the budget ended. */
export function liveDay(world: World, account: Account, campaign: Campaign, day: number): CampaignDay {
  const random = randomFor(SEED, campaign.id, day);
  const budget = budgetOn(campaign, day) * 100;
  const wanted = campaign.demand * shape(world, day) * (1 + 0.12 * normal(random)) * 100;
  // A channel may pass the daily budget a little; what demand wanted beyond that is lost.
  const spend = Math.max(0, Math.min(wanted, budget * (1 + 0.04 * random())));
  const lostShare = wanted > spend ? 1 - spend / wanted : 0;
  const ads = runningAds(campaign, day);
  const weights = ads.map(({ group, ad }) => group.weight * ad.weight * (1 + 0.1 * normal(random)));
  const sum = weights.reduce((a, b) => a + Math.max(0, b), 0) || 1;
  const lived = ads.map(({ group, ad }, at) =>
    liveAd({ world, account, campaign, group, ad, day, random }, (spend * Math.max(0, weights[at] ?? 0)) / sum),
  );
  const served = lived.reduce((total, each) => total + each.clicks.length + each.unclicked.reduce((a, cell) => a + cell.impressions, 0), 0);
  return {
    campaign,
    day,
    budget: budget / 100,
    lost: Math.round((served * lostShare) / (1 - lostShare)),
    ads: [...lived, ...pausedAds(campaign, day)],
  };
}

const shape = (world: World, day: number): number => (world.months[monthOf(day) - 1] ?? 1) * (world.weekdays[weekday(day)] ?? 1);

export const budgetOn = ({ budget, budgetFrom }: Campaign, day: number): number =>
  budgetFrom && day >= dayOf(budgetFrom.day) ? budgetFrom.budget : budget;

export const hasBegun = (of: { from?: string }, day: number): boolean => of.from === undefined || day >= dayOf(of.from);
const isPaused = ({ pausedFrom }: Ad, day: number): boolean => pausedFrom !== undefined && day >= dayOf(pausedFrom);

const adsOf = (campaign: Campaign): { group: Group; ad: Ad }[] =>
  campaign.groups.flatMap((group) => group.ads.map((ad) => ({ group, ad })));
const runningAds = (campaign: Campaign, day: number): { group: Group; ad: Ad }[] =>
  adsOf(campaign).filter(({ ad }) => hasBegun(ad, day) && !isPaused(ad, day));

function pausedAds(campaign: Campaign, day: number): AdDay[] {
  return adsOf(campaign)
    .filter(({ ad }) => hasBegun(ad, day) && isPaused(ad, day))
    .map(({ group, ad }) => ({ campaign, group, ad, day, running: false, clicks: [], unclicked: [], impressionCost: 0 }));
}

interface AdContext {
  readonly world: World;
  readonly account: Account;
  readonly campaign: Campaign;
  readonly group: Group;
  readonly ad: Ad;
  readonly day: number;
  readonly random: Random;
}

function liveAd(context: AdContext, spend: number): AdDay {
  const { world, account, campaign, group, ad, day, random } = context;
  const clickCount = countAround(random, spend / (campaign.costPerClick * 100));
  const impressions = Math.max(clickCount, countAround(random, clickCount / campaign.clickRate));
  const clicks = Array.from({ length: clickCount }, () => click(context));
  const keywords = group.keywords.length > 0 ? group.keywords : [{ text: '', weight: 1, quality: 1 }];
  const cells = keywords.flatMap((keyword) =>
    DEVICES.map((device, at) => ({ keyword: keyword.text, device, weight: keyword.weight * (DEVICE_WEIGHTS[at] ?? 0) })),
  );
  const byCell = splitWhole(
    random,
    impressions - clickCount,
    cells.map((cell) => cell.weight),
  );
  const unclicked = cells.flatMap((cell, at) =>
    splitWhole(random, byCell[at] ?? 0, world.hours).flatMap((count, hour) =>
      count > 0 ? [{ keyword: cell.keyword, device: cell.device, hour, impressions: count }] : [],
    ),
  );
  const impressionCost = account.charged === 'impressions' ? Math.round(spend * (1 + 0.03 * normal(random))) : 0;
  return { campaign, group, ad, day, running: true, clicks, unclicked, impressionCost };
}

function click({ world, account, campaign, group, ad, day, random }: AdContext): Click {
  const keyword =
    group.keywords[
      pick(
        random,
        group.keywords.map((each) => each.weight),
      )
    ];
  const device = pick(random, DEVICE_WEIGHTS);
  const hour = pick(random, world.hours);
  const cost = account.charged === 'clicks' ? Math.max(1, Math.round(campaign.costPerClick * 100 * (1 + 0.25 * normal(random)))) : 0;
  const chance = outcomeChance(world, campaign, ad, day) * (keyword?.quality ?? 1) * (device === 0 ? 0.92 : 1.14);
  const acts = random() < chance;
  const lag = pick(random, world.lag);
  const cart = acts || random() < world.steps.cart * Math.min(1, ad.quality);
  const checkout = acts || (cart && random() < world.steps.checkout * priceFactor(world, day));
  const saleDay = day + lag;
  const minute =
    lag === 0 ? Math.min(1439, hour * 60 + Math.floor(random() * 90)) : pick(random, world.hours) * 60 + Math.floor(random() * 60);
  const value = Math.round(priceOn(world, saleDay) * 100 * Math.max(0.35, 1 + 0.35 * normal(random)));
  const outcome = acts ? { day: saleDay, minute, value } : undefined;
  return {
    campaign,
    group,
    ad,
    keyword: keyword?.text ?? '',
    device: DEVICES[device] ?? 'phone',
    hour,
    day,
    cost,
    cart: cart && world.steps.cart > 0,
    checkout: checkout && world.steps.cart > 0,
    outcome,
  };
}

/** The truth an audit tries to find: how often a click on this ad leads to an outcome. */
export function outcomeChance(world: World, campaign: Campaign, ad: Ad, day: number): number {
  return campaign.outcomeRate * ad.quality * priceFactor(world, day);
}

/** How much fewer people go on to buy since the price rise. */
const priceFactor = ({ priceRise }: World, day: number): number => (priceRise && day >= dayOf(priceRise.day) ? priceRise.outcomeFactor : 1);

export const priceOn = ({ price, priceRise }: World, day: number): number =>
  priceRise && day >= dayOf(priceRise.day) ? priceRise.price : price;
