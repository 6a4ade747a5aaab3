import { worthToClient } from '../demo/promises';
import type { Market } from '../market';
import { mostSpend } from '../people/demand';
import type { Settings } from '../people/settings';
import { rateOn } from '../world/account';
import { isoDay } from '../world/calendar';
import type { ClientWorld } from '../world/spec';
import { type Budgets, budgetsNow, mostProfit, mostValue, type Worth, worthOf } from './best-split';
import { creditOf } from './credit';
import { type Crowd, crowdOf, type Plan, planOf } from './crowd';
import { Expectation, type Expected } from './expected';
import { timesOf, type TrueTime } from './hours';
import { lagsOf } from './lags';
import { heldBudgets, lived, type Lived } from './lived';
import { adsOf, deviceFactors, partsOf, type TrueAd, type TruePart } from './parts';
import { plantedIn, type Planted } from './planted';
import { bidResponse, budgetResponse, deviceResponse, type Response } from './response';
import { byCampaign, type Sums } from './sums';
import { usualDays } from './usual-days';

/**
 * What the world knows and no report says; tests judge the product by it. Money in whole units of the
 * client's currency, budgets and prices in the account's. Everything expected is of the people born on the
 * usual days, whenever they do it: whom a campaign meets is as drawn, whether they act is not.
 */
export interface Truth {
  readonly client: string;
  readonly days: readonly string[];
  readonly expected: Expected;
  /** Outcomes that would come of the same people if nobody were met. */
  readonly unasked: number;
  readonly channels: readonly TrueChannel[];
  readonly campaigns: readonly TrueCampaign[];
  readonly devices: ReturnType<typeof deviceFactors>;
  readonly hours: readonly TrueTime[];
  readonly weekdays: readonly TrueTime[];
  readonly parts: readonly TruePart[];
  readonly ads: readonly TrueAd[];
  readonly splits: TrueSplits;
  readonly events: readonly Planted[];
  /** Sub-sources, placements and search terms that never bring anything. */
  readonly worthless: readonly { readonly campaign: string; readonly name: string }[];
}

interface TrueChannel {
  readonly channel: string;
  /** Share of its outcomes that come within each number of days after the last click or view before them; empty where it has none. */
  readonly lag: readonly number[];
  /** Its part of the expected outcomes by Shapley's rule. */
  readonly shapley: number;
}

interface TrueCampaign extends Sums {
  readonly id: string;
  readonly name: string;
  /** As the channel's, as rows of orders show it: of touches old enough for all but a few. */
  readonly lag: readonly number[];
  /** Outcomes expected of the people of the usual days that would not be without it. */
  readonly removal: number;
  readonly curve: TrueCurve;
  readonly bids: readonly Response[];
  readonly deviceBids: ReturnType<typeof deviceResponse>;
}

/**
 * Touches a day for a spend a day, over the usual days with their competition:
 * market × (1 − exp(−spend / (price × market))), up to `most`; and points of it that are expected, not computed.
 */
interface TrueCurve {
  readonly market: number;
  readonly price: number;
  readonly most: number;
  readonly budget: number;
  readonly points: readonly Response[];
}

/** Whole daily budgets by campaign: as they are, for the most value at the same spend, and for the most profit. */
interface TrueSplits {
  /** What an outcome earns the client: its margin of the value, or what the target pays for one. */
  readonly worth: Worth;
  readonly now: TrueSplit;
  readonly value: TrueSplit;
  readonly profit: TrueSplit;
}

interface TrueSplit {
  readonly budgets: Readonly<Record<string, number>>;
  readonly expected: Expected & { readonly profit: number };
  /** What the same people did with it, when it was lived. */
  readonly lived: Lived;
}

const DAYS = 28;

/** Everything a client's world hides. Takes some seconds. */
export function truthOf(market: Market, client: ClientWorld): Truth {
  const settings = market.settingsOf(client);
  const days = usualDays(client, market.today);
  const crowd = crowdOf(client, settings, days);
  const expectation = new Expectation(crowd);
  const plan = planOf(crowd);
  const { removal, shapley } = creditOf(expectation, plan);
  const { byCampaign: lagOf, byChannel } = lagsOf(client, market.eventsOf(client), market.today);
  const last = market.today - 1;
  const sums = byCampaign(client, market.eventsOf(client), { from: market.today - DAYS, to: last });
  const none = { spend: 0, touches: 0, clicks: 0, outcomes: 0, value: 0 };
  return {
    client: client.id,
    days: days.map(isoDay),
    expected: expectation.of(plan),
    unasked: client.unasked * (crowd.unmet + expectation.everybody.length),
    channels: [...shapley].map(([channel, own]) => ({ channel, lag: byChannel.get(channel) ?? [], shapley: own })),
    campaigns: [...budgetsNow(expectation)].map(([at, budget]) => ({
      id: client.campaigns[at]?.id ?? '',
      name: client.campaigns[at]?.name ?? '',
      lag: lagOf[at] ?? [],
      ...(sums[at] ?? none),
      removal: removal[at] ?? 0,
      curve: curveOf(expectation, plan, at, budget),
      bids: bidResponse(expectation, plan, at),
      deviceBids: deviceResponse(expectation, plan, at),
    })),
    devices: deviceFactors(),
    ...timesOf(expectation, plan),
    parts: partsOf(client, settings, last),
    ads: adsOf(expectation, plan, last),
    splits: splitsOf(client, settings, expectation),
    events: plantedIn(client, settings, market.today),
    worthless: worthlessIn(client),
  };
}

function curveOf(expectation: Expectation, plan: Plan, at: number, budget: number): TrueCurve {
  const { crowd } = expectation;
  const usual = crowd.days.flatMap((day) => crowd.campaignDays[at]?.[day - crowd.firstDay] ?? []);
  const mean = (of: (day: (typeof usual)[number], nth: number) => number): number =>
    usual.reduce((sum, day, nth) => sum + of(day, nth), 0) / usual.length;
  const { channel = 'unpaid' } = crowd.world.campaigns[at] ?? {};
  const rate = (nth: number): number => rateOn(crowd.world, channel, crowd.days[nth] ?? 0);
  return {
    market: mean(({ market }) => market),
    price: mean(({ price }, nth) => price / rate(nth)),
    most: mean((day, nth) => mostSpend(day) / rate(nth)),
    budget: mean((_, nth) => budget / rate(nth)),
    points: budgetResponse(expectation, plan, at, budget),
  };
}

function splitsOf(world: ClientWorld, settings: Settings, expectation: Expectation): TrueSplits {
  const worth = worthToClient(world);
  const brought = world.price > 0 ? { perOutcome: 0, share: 1 } : { perOutcome: 1, share: 0 };
  const split = (budgets: Budgets): TrueSplit => {
    const expected = expectation.of(planOf(expectation.crowd, { budgets }));
    return {
      budgets: Object.fromEntries([...budgets].map(([at, budget]) => [world.campaigns[at]?.id ?? '', budget])),
      expected: { ...expected, profit: worthOf(worth, expected) - expected.spend },
      lived: livedSplit(world, settings, expectation.crowd, budgets),
    };
  };
  return {
    worth,
    now: split(budgetsNow(expectation)),
    value: split(mostValue(expectation, brought)),
    profit: split(mostProfit(expectation, worth)),
  };
}

/** Lives the people of a crowd under other budgets, whatever changes of budgets the world's history has on those days. */
function livedSplit(world: ClientWorld, settings: Settings, { days }: Crowd, budgets: Budgets): Lived {
  return lived(world, [...settings.made, ...heldBudgets(world, days, budgets)], days);
}

/** Sub-sources, placements and search terms that never bring anything. */
export const worthlessIn = ({ campaigns }: ClientWorld): Truth['worthless'] =>
  campaigns.flatMap((campaign) =>
    campaign.groups.flatMap((group) =>
      [...group.places, ...group.keywords.flatMap(({ terms }) => terms)]
        .filter(({ quality }) => quality === 0)
        .map(({ name }) => ({ campaign: campaign.id, name })),
    ),
  );

/** The truth of every client as a file for people and tests, told client by client. Never served. */
export function truthText(market: Market, say: (line: string) => void): string {
  const clients = market.clients.map((client) => {
    say(`${client.name}: what its world hides`);
    return truthOf(market, client);
  });
  return JSON.stringify({ today: isoDay(market.today), clients }, null, 1);
}
