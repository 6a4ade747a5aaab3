import { dayOf } from './calendar';
import { claimAll } from './claims';
import { juniperLoftTea } from './juniper-loft-tea';
import { northwallClimbing } from './northwall-climbing';
import { tillRows } from './orders';
import { searchAdByDay, searchDeviceByHour, searchKeywordByDay, settingsByDay, socialAdByDay } from './reports';
import { type CampaignDay, hasBegun, liveDay } from './simulate';
import { truthOf, type Truth } from './truth';
import type { Account, World } from './world';

export const WORLDS = [juniperLoftTea, northwallClimbing];

/** One exported file of the demonstration, with where it belongs. */
export interface DemoFile {
  readonly name: string;
  readonly channel: string;
  readonly account: string;
  readonly feed: string;
  readonly lines: readonly string[];
}

export interface Demo {
  readonly world: World;
  readonly files: readonly DemoFile[];
  readonly truth: Truth;
}

/** Lives through a client's whole history and writes every export and the truth behind them. */
export function makeDemo(world: World): Demo {
  const [search, social] = world.accounts;
  if (!search || !social) throw new Error('The demonstration needs a search and a social account');
  const searchDays = live(world, search);
  const socialDays = live(world, social);
  const claims = claimAll(world, searchDays, socialDays);
  const hourly = searchDays.filter(({ day }) => day >= dayOf(world.hourlyFrom));
  const slug = world.client.name.toLowerCase().replaceAll(' ', '-');
  const file = (of: Account | 'Till', feed: string, lines: readonly string[]): DemoFile => {
    const { channel, name } = of === 'Till' ? { channel: 'Till', name: world.client.name } : of;
    return { name: `${slug}_${channel}_${feed}.csv`.toLowerCase().replaceAll(' ', '-'), channel, account: name, feed, lines };
  };
  return {
    world,
    truth: truthOf(world, searchDays, socialDays),
    files: [
      file(search, 'Ad by day', searchAdByDay(world, searchDays, claims.search)),
      file(search, 'Keyword by day', searchKeywordByDay(world, searchDays, claims.search)),
      file(search, 'Device by hour', searchDeviceByHour(world, hourly, claims.search)),
      file(search, 'Campaign settings by day', settingsByDay(searchDays, 'search')),
      file(social, 'Ad by day', socialAdByDay(world, socialDays, claims.social)),
      file(social, 'Campaign settings by day', settingsByDay(socialDays, 'social')),
      file('Till', world.action === 'purchase' ? 'Orders' : 'Leads', tillRows(world, [...searchDays, ...socialDays])),
    ],
  };
}

function live(world: World, account: Account): CampaignDay[] {
  const days: CampaignDay[] = [];
  for (let day = dayOf(world.from); day <= dayOf(world.to); day++) {
    for (const campaign of account.campaigns) if (hasBegun(campaign, day)) days.push(liveDay(world, account, campaign, day));
  }
  return days;
}
