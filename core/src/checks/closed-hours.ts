import { sum } from 'simple-statistics';
import { acceptingOn } from '../dayparts/accepting';
import { weekHoursTexts } from '../dayparts/hours-text';
import { hoursOfBoth, movedHours, tidyHours } from '../dayparts/tidy-hours';
import type { CampaignHour } from '../dayparts/week-grid';
import { groupBy } from '../list/group-by';
import type { ProposedMove } from '../moves/finding';
import { schedulesOn } from '../settings/schedule';
import { totalOf } from './beside-whole';
import type { CampaignPart } from './campaign-parts';
import { findingKey } from './check';
import type { OtherFinding } from './finding';
import { type ChannelHours, hourRows } from './hour-cells';
import { shuttingOut } from './shut-out-moves';
import { resultOf, type Situation } from './situation';
import { listed, Words } from './words';

/** Money that was spent while nobody takes what comes in. */
export function closedFinding(situation: Situation, channels: readonly ChannelHours[]): OtherFinding[] {
  const words = new Words(situation.style);
  const { several } = resultOf(situation);
  const total = (cells: readonly CampaignHour[], of: 'spend' | 'clicks' | 'outcomes'): number => sum(cells.map((each) => each[of]));
  const closed = channels
    .map(({ name, cells }) => ({ name, all: total(cells, 'spend'), cells: cells.filter((each) => !each.isAccepting) }))
    .filter(({ cells }) => total(cells, 'spend') > 0);
  const spend = sum(closed.map(({ cells }) => total(cells, 'spend')));
  if (spend === 0) return [];
  const outcomes = sum(closed.map(({ cells }) => total(cells, 'outcomes')));
  const open = weekHoursTexts(acceptingOn(situation.promised.hours, situation.days.to));
  return [
    {
      check: 'hours',
      trouble: 'nobody answers',
      key: findingKey('hours', 'nobody answers'),
      about: { kind: 'Client', name: 'Hours in which nobody answers', path: [] },
      group: 'loses money',
      money: spend,
      days: situation.days,
      since: null,
      says: `${words.money(spend)}, ${words.share(spend / sum(channels.map(({ cells }) => total(cells, 'spend'))))} of what is told by hour, was spent while nobody takes what comes in; the channels claim ${several(outcomes, situation.style)} of it.`,
      evidence: [`Accepted is ${listed(open)}, as said under Targets, in the client’s own zone.`],
      advice: 'Switch these hours off in the schedule of each campaign.',
      happened: [],
      picture: {
        kind: 'table',
        title: 'What ran outside accepting hours',
        heads: ['channel', 'spend', 'of its spend', 'clicks', resultOf(situation).many],
        rows: closed.map(({ name, all, cells }) => [
          name,
          words.money(total(cells, 'spend')),
          words.share(total(cells, 'spend') / all),
          words.count(total(cells, 'clicks')),
          words.count(total(cells, 'outcomes')),
        ]),
      },
      moves: schedules(situation, closed),
      rows: hourRows(situation.days),
    },
  ];
}

/** The schedule of each campaign that ran while nobody answers, cut to the hours in which somebody does, on the clock of its account. */
function schedules(situation: Situation, closed: readonly Pick<ChannelHours, 'name' | 'cells'>[]): ProposedMove[] {
  const accepting = acceptingOn(situation.promised.hours, situation.days.to);
  const known = schedulesOn(situation.changes, situation.days.to);
  const shutOut = shuttingOut(situation);
  const parts = closed.flatMap(({ name: channelName, cells }) =>
    [...groupBy(cells, ({ campaign }) => campaign).values()].flatMap(([first, ...others]): CampaignPart[] => {
      if (!first) return [];
      const { campaign: whole, campaignCode: campaign, campaignName } = first;
      return [{ whole, campaign, campaignName, channelName, name: 'hours', ...totalOf([first, ...others]) }];
    }),
  );
  return parts.flatMap((part) => {
    const from = tidyHours(known.get(part.campaign) ?? []);
    const to = hoursOfBoth(from, movedHours(accepting, situation.hoursAhead(part.campaign)));
    if (to.length === 0 || JSON.stringify(to) === JSON.stringify(from)) return [];
    return shutOut([{ parts: [part], change: { field: 'schedule', from, to } }], ({ spend }) => spend);
  });
}
