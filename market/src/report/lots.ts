import { dayOf, isoDay, weekday } from '../world/calendar';
import type { Campaign, ClientWorld } from '../world/spec';
import { rowsOn, type Touches } from '../people/events';
import { always, type Cell, type Report } from './report';

/** "LM-7803-1-20261019": the lot of a group that begins on the Monday of a day. */
const lotOf = (campaign: Campaign, group: number, day: number): string =>
  `${campaign.groups[group]?.id ?? campaign.id}-${isoDay(day - weekday(day)).replaceAll('-', '')}`;

/** The link a lot is sent with, which its visitors and outcomes carry. */
export const lotLink = (world: ClientWorld, campaign: Campaign, group: number, day: number): string =>
  `https://${world.id}.example${world.pages[0] ?? '/'}?lot=${lotOf(campaign, group, day)}`;

/** Traffic bought by the thousand: one lot a seller and week, what was agreed, what it cost, what was delivered. */
export function lotsReport(world: ClientWorld, touches: Touches, campaigns: readonly number[]): Report {
  return {
    id: 'lots',
    name: 'Lots',
    restates: 14,
    fields: [
      always('Day', 'day', 'The Monday a lot begins'),
      always('Lot', 'member', 'Its number'),
      always('Seller', 'text', 'Who sent it'),
      always('Campaign ID', 'member', 'The campaign it belongs to'),
      always('Agreed clicks', 'measure', 'What was bought'),
      always('Price', 'measure', 'What is billed, in whole units'),
      always('Tracked link', 'text', 'The link it is sent with; its outcomes carry the lot'),
      always('Delivered clicks', 'measure', 'What has come so far, by the seller’s count'),
    ],
    rows: ({ from, to }) => {
      const lots = new Map<string, { day: number; campaign: Campaign; group: number; clicks: number }>();
      for (const row of rowsOn(touches, { from, to: to + 6 })) {
        const touch = touches.row(row);
        const campaign = world.campaigns[touch.campaign];
        const day = touch.day - weekday(touch.day);
        if (!campaign || !campaigns.includes(touch.campaign) || day < Math.max(from, dayOf(world.from)) || day > to) continue;
        const lot = lotOf(campaign, touch.group, touch.day);
        const sum = lots.get(lot) ?? { day, campaign, group: touch.group, clicks: 0 };
        lots.set(lot, { ...sum, clicks: sum.clicks + 1 });
      }
      return [...lots]
        .sort(([, a], [, b]) => a.day - b.day)
        .map(([lot, { day, campaign, group, clicks }]): Cell[] => {
          const { agreed, price } = bought(campaign, group);
          return [
            isoDay(day),
            lot,
            campaign.groups[group]?.name ?? '',
            campaign.id,
            agreed,
            price,
            lotLink(world, campaign, group, day),
            clicks,
          ];
        });
    },
  };
}

/** What a week of a group is bought as: its share of the budget, and the clicks that should bring. */
function bought({ budget, bid, groups }: Campaign, group: number): { readonly agreed: number; readonly price: number } {
  const share = (groups[group]?.weight ?? 1) / groups.reduce((sum, { weight }) => sum + weight, 0);
  const price = Math.round(budget * 7 * share);
  return { price, agreed: Math.round(price / (bid * 1.35) / 10) * 10 };
}
