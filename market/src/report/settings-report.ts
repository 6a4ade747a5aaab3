import { accountKept, around, minuteIn } from '../world/account';
import { dayOf, isoDay } from '../world/calendar';
import type { ClientWorld } from '../world/spec';
import type { Settings } from '../people/settings';
import { rowsOn, type Touches } from '../people/events';
import { People } from '../people/person';
import { campaignName } from './dimensions';
import { always, type Cell, type Days, type Report } from './report';

/** Impressions lost to better places of others, for each that was shown or lost to the budget. */
const OUTRANKED = 0.18;

/** What each campaign was set to on each day, and what its budget cost it in impressions. */
export function settingsReport(world: ClientWorld, settings: Settings, touches: Touches, campaigns: readonly number[]): Report {
  const people = new People(world, settings);
  return {
    id: 'settings',
    name: 'Campaign settings by day',
    restates: 1,
    fields: [
      always('Day', 'day', 'The day'),
      always('Campaign ID', 'member', 'The channel’s own number of the campaign'),
      always('Campaign', 'member', 'Its name on that day'),
      always('Status', 'setting', 'enabled or paused'),
      always('Daily budget', 'setting', 'The most it may spend on the day'),
      always('Bid', 'setting', 'What a first click may cost'),
      always('Impressions', 'measure', 'How often its ads were shown'),
      always('Impressions lost to budget', 'measure', 'How often more they could have been shown'),
      always('Impressions lost to rank', 'measure', 'How often more but for better places of others'),
      always('Impression share', 'text', 'Shown of what could have been; small shares only as “below 10 %”'),
    ],
    rows: (days) => {
      const shown = impressionsBy(world, touches, days);
      const rows: Cell[][] = [];
      for (let day = days.from; day <= days.to; day++) {
        for (const at of campaigns) {
          const campaign = world.campaigns[at];
          if (!campaign || (campaign.from !== undefined && day < dayOf(campaign.from))) continue;
          const set = settings.of(campaign, day);
          const { lostToBudget } = people.dayOf(at, day);
          const impressions = shown.get(at * 100_000 + day) ?? 0;
          const lost = set.running ? Math.round((impressions * lostToBudget) / Math.max(0.05, 1 - lostToBudget)) : 0;
          const outranked = Math.round((impressions + lost) * OUTRANKED);
          const share = impressions / Math.max(1, impressions + lost + outranked);
          const text = share < 0.1 ? '< 10 %' : `${(share * 100).toFixed(1)} %`;
          rows.push([
            isoDay(day),
            campaign.id,
            campaignName(world, at, day),
            set.running ? 'enabled' : 'paused',
            set.budget,
            set.bid,
            impressions,
            lost,
            outranked,
            text,
          ]);
        }
      }
      return rows;
    },
  };
}

/** Impressions by campaign and day of its account. */
function impressionsBy(world: ClientWorld, touches: Touches, days: Days): Map<number, number> {
  const sums = new Map<number, number>();
  const zones = world.campaigns.map(({ channel }) => accountKept(world, channel).zone);
  for (const row of rowsOn(touches, around(days))) {
    const campaign = touches.get('campaign', row);
    const { day } = minuteIn(zones[campaign] ?? world.zone, world, touches.get('day', row), touches.get('minute', row));
    const key = campaign * 100_000 + day;
    sums.set(key, (sums.get(key) ?? 0) + touches.get('impressions', row));
  }
  return sums;
}

/** Who changed what and when. */
export function changesReport(world: ClientWorld, settings: Settings, campaigns: readonly number[]): Report {
  return {
    id: 'changes',
    name: 'Change history',
    restates: 0,
    fields: ['Day', 'Campaign ID', 'Campaign', 'Field', 'What', 'New value', 'By'].map((name) =>
      always(name, name === 'Day' ? 'day' : 'text', name),
    ),
    rows: ({ from, to }) =>
      campaigns
        .flatMap((at) => {
          const id = world.campaigns[at]?.id ?? '';
          return [...settings.history(id), ...renamesOf(world, id)].map((change) => ({ at, change }));
        })
        .filter(({ change }) => change.day >= from && change.day <= to)
        .sort((a, b) => a.change.day - b.change.day)
        .map(({ at, change }) => [
          isoDay(change.day),
          change.campaign,
          campaignName(world, at, change.day),
          change.field,
          change.what,
          change.field === 'schedule' ? hoursOf(change.value) : change.value,
          change.by,
        ]),
  };
}

/** Names that a campaign was given by its channel. */
const renamesOf = ({ events }: ClientWorld, campaign: string) =>
  events.flatMap(({ from, renames }) =>
    renames?.campaign === campaign ? [{ day: dayOf(from), campaign, field: 'name', what: '', value: renames.to, by: 'the channel' }] : [],
  );

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** Hours that run, as channels show them: “05:00–23:00”, “Mon–Fri 08:00–20:00, Sat 09:00–13:00”; what runs over midnight is two. */
export function hoursOf(signs: string): string {
  if (signs.length === 24) return hoursOfDay(signs).join(', ');
  const days = WEEKDAYS.map((_, day) => hoursOfDay(signs.slice(day * 24, day * 24 + 24)));
  const isLike = (day: number, other: number): boolean => String(days[day]) === String(days[other]);
  const firsts = WEEKDAYS.flatMap((_, day) => (day > 0 && isLike(day, day - 1) ? [] : [day]));
  return firsts
    .flatMap((first, at) => {
      const last = (firsts[at + 1] ?? WEEKDAYS.length) - 1;
      const name = first === last ? WEEKDAYS[first] : `${WEEKDAYS[first]}–${WEEKDAYS[last]}`;
      return (days[first] ?? []).map((hours) => `${name} ${hours}`);
    })
    .join(', ');
}

function hoursOfDay(signs: string): string[] {
  const clock = (hour: number): string => `${String(hour).padStart(2, '0')}:00`;
  return [...signs.matchAll(/1+/g)].map(({ index, 0: { length } }) => `${clock(index)}–${clock(index + length)}`);
}
