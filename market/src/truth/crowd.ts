import { Columns, type Shape } from '../people/columns';
import { type Bought, bought, type CampaignDay } from '../people/demand';
import { DEVICES, LONGEST_INTEREST } from '../people/events';
import { bornOn } from '../people/history';
import { People } from '../people/person';
import type { Settings } from '../people/settings';
import { rateOn } from '../world/account';
import type { ClientWorld } from '../world/spec';

export const MEETING = {
  campaign: 'u8',
  day: 'u16',
  minute: 'u16',
  group: 'u8',
  ad: 'u8',
  keyword: 'u8',
  term: 'u8',
  place: 'u16',
  device: 'u8',
  isForTheTouched: 'u8',
  needs: 'f64',
  chance: 'f64',
  priceFactor: 'f64',
} as const satisfies Shape;

/**
 * Everybody born on some days, with everywhere they could be met, whatever is spent. Living them under other
 * budgets, without a campaign or at other bids is then a walk over these rows (see expected.ts), not a life.
 */
export interface Crowd {
  readonly world: ClientWorld;
  readonly days: readonly number[];
  readonly meetings: Columns<typeof MEETING>;
  /** First meeting of each person who could be met, and the end of the last one's. */
  readonly starts: Uint32Array;
  /** People who could not be met at all. */
  readonly unmet: number;
  /** The persons who could meet each campaign. */
  readonly metBy: readonly (readonly number[])[];
  /** Each campaign's days, from the first day of birth on, as they are set. */
  readonly campaignDays: readonly (readonly CampaignDay[])[];
  readonly firstDay: number;
}

/** Gathers the people born on some days, in order of birth, under the settings of the world. */
export function crowdOf(world: ClientWorld, settings: Settings, days: readonly number[]): Crowd {
  const people = new People(world, settings);
  const meetings = new Columns<typeof MEETING>(MEETING);
  const starts: number[] = [];
  const metBy = world.campaigns.map((): number[] => []);
  let unmet = 0;
  for (const day of days)
    bornOn(people, day, (home, seed) => {
      const met = people.meetings(home, day, seed);
      if (met.length === 0) unmet += 1;
      else starts.push(meetings.length);
      for (const meeting of met) {
        const persons = metBy[meeting.campaign];
        if (persons?.at(-1) !== starts.length - 1) persons?.push(starts.length - 1);
        meetings.push({ ...meeting, isForTheTouched: meeting.isForTheTouched ? 1 : 0 });
      }
    });
  const firstDay = Math.min(...days);
  const lastDay = Math.max(...days) + LONGEST_INTEREST;
  const campaignDays = world.campaigns.map((_, at) =>
    Array.from({ length: lastDay - firstDay + 1 }, (__, nth) => people.dayOf(at, firstDay + nth)),
  );
  return { world, days, meetings, starts: Uint32Array.from([...starts, meetings.length]), unmet, metBy, campaignDays, firstDay };
}

/** What of the campaigns is other than it is set. */
export interface Otherwise {
  /** Daily budgets by place of the campaign, in the account's currency. */
  readonly budgets?: ReadonlyMap<number, number>;
  /** Factors on the price of the first click. */
  readonly bids?: ReadonlyMap<number, number>;
  /** Factors on the chance that people of a device are reached. */
  readonly devices?: ReadonlyMap<number, { readonly device: number; readonly times: number }>;
}

/** By campaign and day from the crowd's first on: the share of the market that is reached, and a click's price in the client's money. */
export interface Plan {
  readonly reach: readonly Float64Array[];
  readonly clickPrice: readonly Float64Array[];
  /** By campaign and device: factor on the chance to be reached. */
  readonly devices: readonly Float64Array[];
}

/** What the campaigns reach as they are set, or otherwise. */
export function planOf(crowd: Crowd, otherwise: Otherwise = {}): Plan {
  const plan = crowd.campaignDays.map((days, at) => campaignPlan(crowd, at, days, otherwise));
  return {
    reach: plan.map(({ reach }) => reach),
    clickPrice: plan.map(({ clickPrice }) => clickPrice),
    devices: plan.map(({ devices }) => devices),
  };
}

/** The same plan with one campaign otherwise. */
export function planWith(crowd: Crowd, plan: Plan, at: number, otherwise: Otherwise): Plan {
  const { reach, clickPrice, devices } = campaignPlan(crowd, at, crowd.campaignDays[at] ?? [], otherwise);
  return {
    reach: plan.reach.with(at, reach),
    clickPrice: plan.clickPrice.with(at, clickPrice),
    devices: plan.devices.with(at, devices),
  };
}

function campaignPlan({ world, firstDay }: Crowd, at: number, days: readonly CampaignDay[], otherwise: Otherwise) {
  const { budgets, bids } = otherwise;
  const adjusted = otherwise.devices?.get(at);
  const devices = Float64Array.from(DEVICES, (_, device) => (device === adjusted?.device ? adjusted.times : 1));
  const { channel = 'unpaid', budget: first = 0 } = world.campaigns[at] ?? {};
  const reach = new Float64Array(days.length);
  const clickPrice = new Float64Array(days.length);
  for (const [nth, day] of days.entries()) {
    const buys: Bought = first === 0 ? day : bought({ ...day, price: day.price * (bids?.get(at) ?? 1) }, budgets?.get(at) ?? day.budget);
    reach[nth] = day.running ? buys.reach : 0;
    clickPrice[nth] = buys.clickPrice / rateOn(world, channel, firstDay + nth);
  }
  return { reach, clickPrice, devices };
}
