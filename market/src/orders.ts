import { dayOf, momentOf } from './calendar';
import { clicksOf } from './claims';
import { countAround, normal, pick, randomFor } from './random';
import { type CampaignDay, priceOn } from './simulate';
import { type Cell, line } from './text';
import type { World } from './world';

const PLAIN = { delimiter: ',', decimal: '.', day: String } as const;

/** Of the sales that advertising brought: tags complete, campaign tag only, none left. */
const TAGS = [0.89, 0.06, 0.05];

interface Sale {
  readonly day: number;
  readonly minute: number;
  readonly value: number;
  readonly clicked: string;
  readonly campaign: string;
  readonly ad: string;
}

/** The shop's own orders, or the gyms' leads: every one once, with the tags that survived. */
export function tillRows(world: World, days: readonly CampaignDay[]): string[] {
  const zone = world.client.timeZone;
  const sales = [...days.flatMap((each) => advertised(world, each)), ...unpaid(world)].sort(
    (a, b) => a.day - b.day || a.minute - b.minute || a.value - b.value,
  );
  const shop = world.action === 'purchase';
  const header = shop
    ? ['Order', 'Ordered at', 'Clicked at', 'Goods net', 'Tax', 'Shipping', 'Tag campaign', 'Tag ad']
    : ['Lead', 'Sent at', 'Clicked at', 'Tag campaign', 'Tag ad'];
  const rows = sales.map((sale, at): Cell[] => {
    const id = `${shop ? 'JL' : 'NW'}-${String(100_001 + at)}`;
    const times = [momentOf(zone, sale.day, sale.minute), sale.clicked];
    const worth = shop ? [(sale.value / 100).toFixed(2), (sale.value / 500).toFixed(2), sale.value >= 2500 ? '0.00' : '3.50'] : [];
    return [id, ...times, ...worth, sale.campaign, sale.ad];
  });
  return [line(PLAIN, header), ...rows.map((row) => line(PLAIN, row))];
}

function advertised(world: World, { ads }: CampaignDay): Sale[] {
  const last = dayOf(world.to);
  return clicksOf(ads).flatMap(({ outcome, campaign, ad, day, hour }, at) => {
    if (!outcome || outcome.day > last) return [];
    const random = randomFor('tags', ad.id, day, at);
    const kept = pick(random, TAGS);
    const clicked = momentOf(world.client.timeZone, day, Math.min(hour * 60, outcome.day === day ? outcome.minute : 1439));
    return [{ ...outcome, clicked: kept < 2 ? clicked : '', campaign: kept < 2 ? campaign.id : '', ad: kept === 0 ? ad.id : '' }];
  });
}

function unpaid(world: World): Sale[] {
  const sales: Sale[] = [];
  for (let day = dayOf(world.from); day <= dayOf(world.to); day++) {
    const random = randomFor('unpaid', world.client.name, day);
    for (let left = countAround(random, world.unpaid); left > 0; left--) {
      const minute = pick(random, world.hours) * 60 + Math.floor(random() * 60);
      sales.push({
        day,
        minute,
        value: Math.round(priceOn(world, day) * 100 * Math.max(0.35, 1 + 0.35 * normal(random))),
        clicked: '',
        campaign: '',
        ad: '',
      });
    }
  }
  return sales;
}
