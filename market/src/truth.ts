import { clicksOf } from './claims';
import type { CampaignDay } from './simulate';
import type { World } from './world';

/** What the world knows and no report says; tests judge the product by it. Money in whole units. */
export interface Truth {
  readonly client: string;
  /** Share of outcomes that happen within each number of days after the click. */
  readonly lag: readonly number[];
  readonly campaigns: readonly TrueCampaign[];
}

export interface TrueCampaign {
  readonly id: string;
  readonly channel: string;
  readonly spend: number;
  readonly clicks: number;
  /** All outcomes of its clicks, those still to come included. */
  readonly outcomes: number;
  readonly value: number;
  /** The same by day of the click. */
  readonly days: readonly {
    readonly day: number;
    readonly spend: number;
    readonly clicks: number;
    readonly outcomes: number;
    readonly value: number;
  }[];
}

export function truthOf(world: World, search: readonly CampaignDay[], social: readonly CampaignDay[]): Truth {
  const sum = world.lag.reduce((a, b) => a + b, 0);
  let reached = 0;
  const lag = world.lag.map((weight) => (reached += weight / sum));
  const byCampaign = new Map<string, { channel: string; days: TrueCampaign['days'][number][] }>();
  for (const [channel, days] of [['Harbor Search', search] as const, ['Wren Social', social] as const]) {
    for (const { campaign, day, ads } of days) {
      const clicks = clicksOf(ads);
      const sold = clicks.flatMap((click) => (click.outcome ? [click.outcome.value] : []));
      const spend = ads.reduce((total, ad) => total + ad.impressionCost, 0) + clicks.reduce((total, click) => total + click.cost, 0);
      const own = byCampaign.get(campaign.id) ?? { channel, days: [] };
      byCampaign.set(campaign.id, own);
      own.days.push({
        day,
        spend: spend / 100,
        clicks: clicks.length,
        outcomes: sold.length,
        value: sold.reduce((a, b) => a + b, 0) / 100,
      });
    }
  }
  const campaigns = [...byCampaign].map(([id, { channel, days }]): TrueCampaign => {
    const total = (part: 'spend' | 'clicks' | 'outcomes' | 'value'): number => days.reduce((all, day) => all + day[part], 0);
    return { id, channel, spend: total('spend'), clicks: total('clicks'), outcomes: total('outcomes'), value: total('value'), days };
  });
  return { client: world.client.name, lag, campaigns };
}
