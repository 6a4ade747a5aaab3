import { dateOf, holds, monthOf, weekday } from '../world/calendar';
import { draw, mix, normal, seedOf } from '../world/random';
import type { Campaign, ClientWorld } from '../world/spec';
import type { Settings } from './settings';

/** What a campaign meets on one day, whatever it spends. */
export interface MarketDay {
  /** People born in its market, on average. */
  readonly births: number;
  /** People who could be reached: those, and those who come by after beginning elsewhere. */
  readonly market: number;
  /** Price of the first click that is bought, in the account's currency. */
  readonly price: number;
  /** By how much the channel spends a daily budget over. */
  readonly overspend: number;
}

/** What a budget buys of it. */
export interface Bought {
  /** The chance that one of the people who could be reached is. */
  readonly reach: number;
  /** Price of a click, in the account's currency. */
  readonly clickPrice: number;
  /** Share of what demand would take that the budget cuts off. */
  readonly lostToBudget: number;
}

/** How a campaign meets its market on one day. */
export interface CampaignDay extends MarketDay, Bought {
  readonly running: boolean;
  readonly budget: number;
}

/** Beyond this many times the market at its first price a channel finds nothing more to sell. */
const MOST_SPEND = 1;

/** `passers` are the people a day at season 1 who began elsewhere. */
export function campaignDay(world: ClientWorld, campaign: Campaign, settings: Settings, day: number, passers: number): CampaignDay {
  const { running, budget, bid } = settings.of(campaign, day);
  const seed = mix(seedOf(world, campaign.id), day);
  const births = campaign.market * season(world, day) * (1 + 0.08 * normal(seed, 1));
  const market = births + passers * season(world, day);
  const price = bid * competition(day) * (1 + 0.07 * normal(seed, 2));
  const met = { births, market, price, overspend: 0.04 * draw(seed, 3) };
  if (campaign.budget === 0) return { ...met, running, budget: 0, reach: 1, clickPrice: 0, lostToBudget: 0 };
  return { ...met, running, budget, ...bought(met, budget) };
}

/** The most a day's demand takes, in the account's currency. */
export const mostSpend = ({ price, market }: MarketDay): number => MOST_SPEND * price * market;

/**
 * Spend against what it buys: of a market of M people at a first price b, spend s reaches
 * 1 − exp(−s / (b M)), so each further click costs more than the one before. A day's spend ends at
 * the budget, or where demand does.
 */
export function bought(met: MarketDay, budget: number): Bought {
  const { price, market, overspend } = met;
  const spend = Math.min(mostSpend(met), budget * (1 + overspend));
  const reach = reachOf(spend, price, market);
  return {
    reach,
    clickPrice: reach > 0 ? spend / (market * reach) : 0,
    lostToBudget: 1 - reach / reachOf(mostSpend(met), price, market),
  };
}

/** What others bid does to prices: dearer towards the year's end and on working days. */
function competition(day: number): number {
  const ofYear = Math.sin(((monthOf(day) + dateOf(day) / 31 - 7.5) / 12) * 2 * Math.PI);
  return (1 + 0.06 * ofYear) * (weekday(day) < 5 ? 1.01 : 0.975);
}

/** The share of a market that spend reaches; the response curve of a campaign. */
export const reachOf = (spend: number, price: number, market: number): number => 1 - Math.exp(-spend / (price * market));

/** Demand of a day against an average one: month, weekday, pay-day, events. */
export function season(world: ClientWorld, day: number): number {
  const { months, weekdays, payDay, events } = world;
  const date = dateOf(day);
  const paid = date >= 28 || date <= 3 ? payDay : 1;
  const event = events.reduce((factor, each) => (holds(each, day) ? factor * (each.demand ?? 1) : factor), 1);
  // Months run into each other: half of the next one from the middle on.
  const month = monthOf(day);
  const into = date > 15 ? (date - 15) / 31 : 0;
  const shape = (months[month] ?? 1) * (1 - into) + (months[(month + 1) % 12] ?? 1) * into;
  return shape * (weekdays[weekday(day)] ?? 1) * paid * event;
}

/** What the events of a day do to outcomes and to what they are worth. */
export function eventFactors(world: ClientWorld, day: number): { readonly outcomes: number; readonly price: number } {
  let [outcomes, price] = [1, 1];
  for (const event of world.events) {
    if (!holds(event, day)) continue;
    outcomes *= event.outcomes ?? 1;
    price *= event.price ?? 1;
  }
  return { outcomes, price };
}
