import { isoDay, slashDay } from './calendar';
import { claimKeys, type Claims, clicksOf } from './claims';
import type { AdDay, CampaignDay } from './simulate';
import { type Cell, type Dialect, line, money } from './text';
import type { World } from './world';

const SEARCH: Dialect = { delimiter: ',', decimal: '.', day: isoDay };
const SOCIAL: Dialect = { delimiter: ';', decimal: ',', day: slashDay };

/** Writes the lines of a report, header first. */
export type Report = readonly string[];

const impressionsOf = (ad: AdDay): number => ad.clicks.length + ad.unclicked.reduce((sum, cell) => sum + cell.impressions, 0);
const costOf = (ad: AdDay): number => ad.impressionCost + ad.clicks.reduce((sum, click) => sum + click.cost, 0);

/** Ad by day as the search channel exports it: outcomes by click date and by sale date. */
export function searchAdByDay(world: World, days: readonly CampaignDay[], claims: Claims): Report {
  const shop = world.action === 'purchase';
  const outcome = shop
    ? ['Purchases', 'Purchase value', 'Purchases (by sale date)', 'Purchase value (by sale date)']
    : ['Leads', 'Leads (by sale date)'];
  const header = [
    'Day',
    'Campaign ID',
    'Campaign',
    'Ad group ID',
    'Ad group',
    'Ad ID',
    'Ad',
    'Ad status',
    'Impressions',
    'Clicks',
    'Cost',
    'CTR',
    ...(shop ? ['Carts', 'Checkouts'] : []),
    ...outcome,
  ];
  const rows = days.flatMap(({ day, ads }) =>
    ads.map((ad): Cell[] => {
      const click = claims.of('click', claimKeys.ad(ad), day);
      const sale = claims.of('sale', claimKeys.ad(ad), day);
      const impressions = impressionsOf(ad);
      const steps = shop ? [ad.clicks.filter((each) => each.cart).length, ad.clicks.filter((each) => each.checkout).length] : [];
      const outcomes = shop ? [click.count, money(SEARCH, click.value), sale.count, money(SEARCH, sale.value)] : [click.count, sale.count];
      const rate = impressions > 0 ? `${((100 * ad.clicks.length) / impressions).toFixed(2)}%` : '--';
      return [
        isoDay(day),
        ...names(ad),
        ad.running ? 'running' : 'paused',
        impressions,
        ad.clicks.length,
        money(SEARCH, costOf(ad)),
        rate,
        ...steps,
        ...outcomes,
      ];
    }),
  );
  return [line(SEARCH, header), ...rows.map((row) => line(SEARCH, row))];
}

/** Keyword by day: the same money cut another way. */
export function searchKeywordByDay(world: World, days: readonly CampaignDay[], claims: Claims): Report {
  const shop = world.action === 'purchase';
  const header = [
    'Day',
    'Campaign ID',
    'Campaign',
    'Ad group ID',
    'Ad group',
    'Keyword',
    'Impressions',
    'Clicks',
    'Cost',
    ...(shop ? ['Purchases', 'Purchase value'] : ['Leads']),
  ];
  const rows = days.flatMap(({ day, campaign, ads }) =>
    campaign.groups.flatMap((group) => {
      const own = ads.filter((ad) => ad.group === group);
      return group.keywords.flatMap(({ text }): Cell[][] => {
        const clicks = clicksOf(own).filter((click) => click.keyword === text);
        const impressions =
          clicks.length +
          own.reduce((sum, ad) => sum + ad.unclicked.reduce((a, cell) => a + (cell.keyword === text ? cell.impressions : 0), 0), 0);
        const claim = claims.of('click', claimKeys.keyword({ campaign, group, keyword: text }), day);
        const cost = clicks.reduce((sum, click) => sum + click.cost, 0);
        const outcomes = shop ? [claim.count, money(SEARCH, claim.value)] : [claim.count];
        return [
          [
            isoDay(day),
            campaign.id,
            campaign.name,
            group.id,
            group.name,
            text,
            impressions,
            clicks.length,
            money(SEARCH, cost),
            ...outcomes,
          ],
        ];
      });
    }),
  );
  return [line(SEARCH, header), ...rows.map((row) => line(SEARCH, row))];
}

/** Campaign by device by hour; rows without an impression are not delivered. */
export function searchDeviceByHour(world: World, days: readonly CampaignDay[], claims: Claims): Report {
  const header = [
    'Day',
    'Hour',
    'Campaign ID',
    'Campaign',
    'Device',
    'Impressions',
    'Clicks',
    'Cost',
    world.action === 'purchase' ? 'Purchases' : 'Leads',
  ];
  const rows = days.flatMap(({ day, campaign, ads }) => {
    const cells = new Map<string, { device: string; hour: number; impressions: number; clicks: number; cost: number }>();
    const cell = (device: string, hour: number) => {
      const key = `${device}|${hour}`;
      const found = cells.get(key) ?? { device, hour, impressions: 0, clicks: 0, cost: 0 };
      cells.set(key, found);
      return found;
    };
    for (const ad of ads) {
      for (const { device, hour, impressions } of ad.unclicked) cell(device, hour).impressions += impressions;
      for (const { device, hour, cost } of ad.clicks) {
        const into = cell(device, hour);
        into.impressions += 1;
        into.clicks += 1;
        into.cost += cost;
      }
    }
    return [...cells.values()]
      .sort((a, b) => a.hour - b.hour || a.device.localeCompare(b.device))
      .map((each): Cell[] => {
        const claim = claims.of('click', claimKeys.hour({ campaign, device: each.device, hour: each.hour }), day);
        return [
          isoDay(day),
          each.hour,
          campaign.id,
          campaign.name,
          each.device,
          each.impressions,
          each.clicks,
          money(SEARCH, each.cost),
          claim.count,
        ];
      });
  });
  return [line(SEARCH, header), ...rows.map((row) => line(SEARCH, row))];
}

/** Ad by day as the social channel exports it: semicolons, decimal commas, days first, click dates only. */
export function socialAdByDay(world: World, days: readonly CampaignDay[], claims: Claims): Report {
  const shop = world.action === 'purchase';
  const header = [
    'Day',
    'Campaign ID',
    'Campaign',
    'Ad group ID',
    'Ad group',
    'Ad ID',
    'Ad',
    'Status',
    'Amount spent',
    'Impressions',
    'Clicks',
    ...(shop ? ['Adds to cart', 'Checkouts started', 'Purchases', 'Purchase value'] : ['Leads']),
  ];
  const rows = days.flatMap(({ day, ads }) =>
    ads.map((ad): Cell[] => {
      const claim = claims.of('click', claimKeys.ad(ad), day);
      const outcomes = shop
        ? [
            ad.clicks.filter((each) => each.cart).length,
            ad.clicks.filter((each) => each.checkout).length,
            claim.count,
            money(SOCIAL, claim.value),
          ]
        : [claim.count];
      return [
        slashDay(day),
        ...names(ad),
        ad.running ? 'active' : 'paused',
        money(SOCIAL, costOf(ad)),
        impressionsOf(ad),
        ad.clicks.length,
        ...outcomes,
      ];
    }),
  );
  return [line(SOCIAL, header), ...rows.map((row) => line(SOCIAL, row))];
}

/** Settings by day: what every campaign could spend, and what that cost it in impressions. */
export function settingsByDay(days: readonly CampaignDay[], kind: 'search' | 'social'): Report {
  const dialect = kind === 'search' ? SEARCH : SOCIAL;
  const rows = days.map(({ day, campaign, budget, lost }) => [
    dialect.day(day),
    campaign.id,
    campaign.name,
    'running',
    money(dialect, budget * 100),
    lost,
  ]);
  return [
    line(dialect, ['Day', 'Campaign ID', 'Campaign', 'Campaign status', 'Daily budget', 'Impressions lost to budget']),
    ...rows.map((row) => line(dialect, row)),
  ];
}

const names = ({ campaign, group, ad }: AdDay): Cell[] => [campaign.id, campaign.name, group.id, group.name, ad.id, ad.name];
