import { groupBy } from '../list/group-by';
import { acceptingOn, isAccepting } from '../dayparts/accepting';
import type { CampaignHour } from '../dayparts/week-grid';
import { HOUR_OF_WEEK } from '../measure/dimension';
import { NONE } from '../rows/coding';
import { type DayRange, WEEKDAYS } from '../time/day';
import type { OtherFinding } from './finding';
import { channelName, read, resultOf, type Situation } from './situation';

/** An hour of the week of a campaign, with how that is told. */
export interface ToldHour extends CampaignHour {
  readonly campaignCode: number;
  readonly campaignName: string;
}

/** What campaigns of a channel did hour by hour of the week. */
export interface ChannelHours {
  readonly name: string;
  readonly cells: readonly ToldHour[];
}

export function channelHours(situation: Situation, period: DayRange): ChannelHours[] {
  const { promised } = situation;
  const { count } = resultOf(situation);
  const accepting = acceptingOn(promised.hours, situation.days.to);
  const { members, value } = read(situation, ['spend', 'clicks', count], {
    ...{ rows: ['channel', 'campaign', HOUR_OF_WEEK], period, countedBy: 'claims', basis: 'click' },
  });
  const campaigns = new Map(members.map((member) => [member.key, member]));
  const cells = members.flatMap((member): (ToldHour & { readonly channel: string })[] => {
    const place = placeOf(member.name);
    const [spend, clicks, outcomes] = ['spend', 'clicks', count].map((metric) => value(member, metric));
    if (member.level !== HOUR_OF_WEEK || member.kind !== 'member' || !place || spend == null || clicks == null || outcomes == null)
      return [];
    const channel = channelName(situation, member);
    const campaign = campaigns.get(member.parent ?? '');
    return [
      {
        ...place,
        ...{ channel, campaign: member.parent ?? '', spend, clicks, outcomes },
        ...{ campaignCode: typeof campaign?.code === 'number' ? campaign.code : NONE, campaignName: campaign?.name ?? '' },
        isAccepting: isAccepting(accepting, place.weekday, place.hour),
      },
    ];
  });
  return [...groupBy(cells, ({ channel }) => channel)].map(([name, own]) => ({ name, cells: own }));
}

/** “Mon 08:00” → Monday, the hour of 8; null of what is no hour. */
function placeOf(name: string): { readonly weekday: number; readonly hour: number } | null {
  const [, day = '', hour] = /^(\w{3}) (\d{1,2})/.exec(name) ?? [];
  const weekday = WEEKDAYS.indexOf(day);
  return weekday >= 0 && Number(hour) < 24 ? { weekday, hour: Number(hour) } : null;
}

export const hourRows = (period: DayRange): Extract<OtherFinding['rows'], { screen: 'compare' }> => ({
  screen: 'compare',
  metric: 'spend',
  rows: [HOUR_OF_WEEK],
  where: [],
  period,
});
