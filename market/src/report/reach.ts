import { accountKept, around, minuteIn } from '../world/account';
import { isoDay, dayOf } from '../world/calendar';
import type { ClientWorld } from '../world/spec';
import { DID, rowsOn, type Touches } from '../people/events';
import { campaignName } from './dimensions';
import { always, type Cell, type Days, type Report } from './report';

const WINDOWS = [1, 7, 30] as const;

/** People a campaign can reach for each one a day in its market. */
const AUDIENCE = 250;
/** How unevenly impressions fall on people: small is uneven. */
const EVENNESS = 0.6;

/**
 * People reached by so many impressions of an audience: the share seen at least once when exposures
 * are negative-binomial, 1 − (1 + impressions / (audience × evenness))^−evenness. It grows slower than
 * impressions do, so the reach of a month is more than that of any of its days and less than their sum.
 */
export const peopleReached = (impressions: number, audience: number): number =>
  Math.round(audience * (1 - (1 + impressions / (audience * EVENNESS)) ** -EVENNESS));

/** People reached and people who clicked, on the day and in the 7 and 30 days up to it. Such counts never add up. */
export function reachReport(world: ClientWorld, touches: Touches, campaigns: readonly number[]): Report {
  return {
    id: 'reach',
    name: 'Reach by day',
    restates: 3,
    fields: [
      always('Day', 'day', 'The day, in the account’s time zone'),
      always('Campaign ID', 'member', 'The channel’s own number of the campaign'),
      always('Campaign', 'member', 'Its name on that day'),
      always('Impressions', 'measure', 'How often its ads were shown'),
      ...WINDOWS.flatMap((days) => {
        const when = days === 1 ? '' : `, ${days} days`;
        return [
          always(`People reached${when}`, 'measure', 'People shown an ad at least once; not to be added up'),
          always(`People who clicked${when}`, 'measure', 'People who clicked at least once; not to be added up'),
        ];
      }),
    ],
    rows: (days) =>
      campaigns.flatMap((at) => campaignRows(world, touches, at, days)).sort((a, b) => (String(a[0]) < String(b[0]) ? -1 : 1)),
  };
}

function campaignRows(world: ClientWorld, touches: Touches, at: number, { from, to }: Days): Cell[][] {
  const campaign = world.campaigns[at];
  if (!campaign) return [];
  const shown = new Map<number, number>();
  const clickers = new Map<number, Set<number>>();
  const { zone } = accountKept(world, campaign.channel);
  for (const row of rowsOn(touches, around({ from: from - 29, to }))) {
    if (touches.get('campaign', row) !== at) continue;
    const { day } = minuteIn(zone, world, touches.get('day', row), touches.get('minute', row));
    shown.set(day, (shown.get(day) ?? 0) + touches.get('impressions', row));
    if ((touches.get('flags', row) & DID.viewed) !== 0) continue;
    const people = clickers.get(day) ?? new Set();
    clickers.set(day, people.add(touches.get('person', row)));
  }
  const rows: Cell[][] = [];
  for (let day = Math.max(from, dayOf(world.from)); day <= to; day++) {
    if (!shown.has(day)) continue;
    const counts = WINDOWS.flatMap((length) => {
      let impressions = 0;
      const people = new Set<number>();
      for (let each = day - length + 1; each <= day; each++) {
        impressions += shown.get(each) ?? 0;
        for (const person of clickers.get(each) ?? []) people.add(person);
      }
      return [peopleReached(impressions, campaign.market * AUDIENCE), people.size];
    });
    rows.push([isoDay(day), campaign.id, campaignName(world, at, day), shown.get(day) ?? 0, ...counts]);
  }
  return rows;
}
