import type { Market } from '../market';
import { reachOf } from '../people/demand';
import { DID, type Events, LONGEST_INTEREST, noEvents } from '../people/events';
import { live } from '../people/history';
import { People } from '../people/person';
import type { Settings } from '../people/settings';
import { rateOn } from '../world/account';
import { dayOf, isoDay } from '../world/calendar';
import type { ClientWorld } from '../world/spec';

/** What the world knows and no report says; tests judge the product by it. Money in whole units. */
export interface Truth {
  readonly client: string;
  /** How late outcomes come by each channel that has clicks. */
  readonly channels: readonly { readonly channel: string; readonly lag: readonly number[] }[];
  /** Share of a day's demand by hour, and of a week's by weekday from Monday. */
  readonly hours: readonly number[];
  readonly weekdays: readonly number[];
  readonly campaigns: readonly TrueCampaign[];
  /** Outcomes of the last 28 days with and without each event of the world. */
  readonly events: readonly { readonly name: string; readonly outcomes: number; readonly without: number }[];
  /** Sub-sources, placements and search terms that never bring anything. */
  readonly worthless: readonly { readonly campaign: string; readonly name: string }[];
}

export interface TrueCampaign {
  readonly id: string;
  readonly name: string;
  /**
   * Share of its outcomes that come within each number of days after the last click or view before them, as
   * rows of orders show it: of touches old enough for all but a few. Empty where it has none.
   */
  readonly lag: readonly number[];
  /** The last 28 days by click: what was spent, and all that came or will come of it by last touch. */
  readonly spend: number;
  /** Clicks, and views that led somewhere; and the clicks among them. */
  readonly touches: number;
  readonly clicks: number;
  readonly outcomes: number;
  readonly value: number;
  /** Outcomes of the last 28 days that would not have been without it. */
  readonly incremental: number;
  /** Touches a day for a spend a day, in the client's money: market × (1 − exp(−spend / (price × market))). */
  readonly curve: { readonly market: number; readonly price: number; readonly budget: number };
  /** Its part of the same total budget that would bring the most outcomes. */
  readonly bestBudget: number;
}

const DAYS = 28;

/** Everything a client's world hides, found by living it through again without each thing. */
export function truthOf(market: Market, client: ClientWorld): Truth {
  const settings = market.settingsOf(client);
  const days = { from: market.today - DAYS, to: market.today - 1 };
  const factual = lived(client, settings, days);
  const happened = outcomesIn(factual, days);
  const sums = byCampaign(client, market.eventsOf(client), days);
  const people = new People(client, settings);
  const paid = client.campaigns.flatMap((campaign, at) => (campaign.budget > 0 ? [{ campaign, at }] : []));
  const curves = paid.map(({ campaign, at }) => {
    const { market: met, budget } = people.dayOf(at, days.to);
    const rate = rateOn(client, campaign.channel, days.to);
    return { market: met, price: settings.of(campaign, days.to).bid / rate, budget: budget / rate };
  });
  const worth = paid.map(({ at }) => (sums[at]?.outcomes ?? 0) / Math.max(1, sums[at]?.touches ?? 0));
  const best = bestSplit(curves, worth);
  const ages = agesByCampaign(client, market);
  const channels = [...new Set(paid.map(({ campaign }) => campaign.channel))];
  return {
    client: client.id,
    channels: channels.map((channel) => ({
      channel,
      lag: running(added(paid.filter(({ campaign }) => campaign.channel === channel).map(({ at }) => ages[at] ?? []))),
    })),
    hours: shares(client.hours),
    weekdays: shares(client.weekdays),
    campaigns: paid.map(({ campaign, at }, nth) => ({
      id: campaign.id,
      name: campaign.name,
      lag: running(ages[at] ?? []),
      ...(sums[at] ?? { spend: 0, touches: 0, clicks: 0, outcomes: 0, value: 0 }),
      incremental: happened - outcomesIn(lived(client, settings, days, campaign.id), days),
      curve: curves[nth] ?? { market: 0, price: 0, budget: 0 },
      bestBudget: best[nth] ?? 0,
    })),
    events: client.events
      .filter((event) => event.outcomes !== undefined || event.demand !== undefined)
      .map((event) => {
        const without = { ...client, events: client.events.filter((each) => each !== event) };
        const window = { from: Math.max(days.from, dayOf(event.from)), to: Math.min(days.to, dayOf(event.to)) };
        const outcomes = (world: ClientWorld): number => (window.from > window.to ? 0 : outcomesIn(lived(world, settings, window), window));
        return { name: event.name, outcomes: outcomes(client), without: outcomes(without) };
      }),
    worthless: client.campaigns.flatMap((campaign) =>
      campaign.groups.flatMap((group) =>
        [...group.places, ...group.keywords.flatMap(({ terms }) => terms)]
          .filter(({ quality }) => quality === 0)
          .map(({ name }) => ({ campaign: campaign.id, name })),
      ),
    ),
  };
}

/** The people who could have acted in these days, lived through again. */
function lived(world: ClientWorld, settings: Settings, days: { from: number; to: number }, without?: string): Events {
  const events = noEvents();
  const from = Math.max(dayOf(world.from), days.from - LONGEST_INTEREST - world.lag.length);
  live(world, settings, events, { from, to: days.to, before: days.to + 1, ...(without === undefined ? {} : { without }) });
  return events;
}

function outcomesIn({ outcomes }: Events, days: { from: number; to: number }): number {
  let count = 0;
  for (let row = 0; row < outcomes.length; row++) {
    const day = outcomes.get('day', row);
    if (day >= days.from && day <= days.to) count += 1;
  }
  return count;
}

/** Outcomes by days since the last touch before them, for each campaign, of touches old enough for all but a few. */
function agesByCampaign(world: ClientWorld, market: Market): number[][] {
  const ages = world.campaigns.map((): number[] => Array.from({ length: world.lag.length + LONGEST_INTEREST + 1 }, () => 0));
  const { outcomes } = market.eventsOf(world);
  const lastClick = market.today - world.lag.length;
  for (let row = 0; row < outcomes.length; row++) {
    const own = ages[outcomes.get('campaign', row) - 1];
    const clickDay = outcomes.get('clickDay', row);
    const age = outcomes.get('day', row) - clickDay;
    if (own && clickDay <= lastClick) own[age] = (own[age] ?? 0) + 1;
  }
  return ages.map((own) => own.slice(0, own.findLastIndex((count) => count > 0) + 1));
}

const added = (lists: readonly (readonly number[])[]): number[] =>
  Array.from({ length: Math.max(0, ...lists.map(({ length }) => length)) }, (_, at) =>
    lists.reduce((sum, list) => sum + (list[at] ?? 0), 0),
  );

interface Sums {
  spend: number;
  touches: number;
  clicks: number;
  outcomes: number;
  value: number;
}

/** What each campaign cost on these days, and what by last touch came of it, whenever. */
export function byCampaign(world: ClientWorld, { touches, outcomes }: Events, days: { from: number; to: number }): Sums[] {
  const sums = world.campaigns.map((): Sums => ({ spend: 0, touches: 0, clicks: 0, outcomes: 0, value: 0 }));
  for (let row = 0; row < touches.length; row++) {
    const day = touches.get('day', row);
    const own = sums[touches.get('campaign', row)];
    if (day < days.from || day > days.to || !own) continue;
    const { channel } = world.campaigns[touches.get('campaign', row)] ?? { channel: 'unpaid' };
    own.spend += touches.get('cost', row) / 10_000 / rateOn(world, channel, day);
    own.touches += 1;
    own.clicks += (touches.get('flags', row) & DID.viewed) === 0 ? 1 : 0;
  }
  for (let row = 0; row < outcomes.length; row++) {
    const day = outcomes.get('clickDay', row);
    const own = sums[outcomes.get('campaign', row) - 1];
    if (day < days.from || day > days.to || !own) continue;
    own.outcomes += 1;
    own.value += outcomes.get('value', row) / 100;
  }
  return sums;
}

/** Equal marginal outcomes: each campaign gets what it takes until one more unit of money brings as little everywhere. */
function bestSplit(curves: readonly { market: number; price: number; budget: number }[], worth: readonly number[]): number[] {
  const total = curves.reduce((sum, { budget }) => sum + budget, 0);
  const at = (least: number): number[] =>
    curves.map(({ market, price }, nth) => Math.max(0, price * market * Math.log((worth[nth] ?? 0) / (price * least) || 1)));
  let [low, high] = [1e-9, 10];
  for (let step = 0; step < 80; step++) {
    const middle = Math.sqrt(low * high);
    if (at(middle).reduce((sum, each) => sum + each, 0) > total) low = middle;
    else high = middle;
  }
  return at(high);
}

/** Outcomes a day of a split of the budget, by the true curves. */
export const splitBrings = (truth: Truth, budgets: readonly number[]): number =>
  truth.campaigns.reduce((sum, { curve, touches, outcomes }, at) => {
    const reached = curve.market * reachOf(budgets[at] ?? 0, curve.price, curve.market);
    return sum + reached * (outcomes / Math.max(1, touches));
  }, 0);

function running(weights: readonly number[]): number[] {
  let reached = 0;
  return shares(weights).map((share) => (reached += share));
}

function shares(weights: readonly number[]): number[] {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => weight / total);
}

/** The truth of every client as a file for people and tests. Never served. */
export const truthText = (market: Market): string =>
  JSON.stringify({ today: isoDay(market.today), clients: market.clients.map((client) => truthOf(market, client)) }, null, 1);
