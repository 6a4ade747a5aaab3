import { acceptingOn, isAccepting } from '../dayparts/accepting';
import { weekHoursTexts } from '../dayparts/hours-text';
import { quantity } from '../figure/text';
import { haveEnd, runsIn, schedulesOn } from '../settings/schedule';
import { WEEKDAYS } from '../time/day';
import { type Built, settingFinding } from './built';
import { findingKey } from './check';
import type { OtherFinding } from './finding';
import type { Situation } from './situation';
import { listed, Words } from './words';

const WEEK = WEEKDAYS.flatMap((_, weekday) => Array.from({ length: 24 }, (__, hour) => ({ weekday, hour })));

const codeOf = ({ campaign: { code } }: Built): number => (typeof code === 'number' ? code : -1);

/** Campaigns whose own schedule runs in hours in which nobody takes what comes in. What is said under Targets holds for the client’s zone. */
export function outsideFinding(situation: Situation, built: readonly Built[]): OtherFinding[] {
  const accepting = acceptingOn(situation.promised.hours, situation.days.to);
  if (accepting.length === 0) return [];
  const words = new Words(situation.style);
  const closed = WEEK.filter(({ weekday, hour }) => !isAccepting(accepting, weekday, hour));
  const schedules = schedulesOn(situation.changes, situation.days.to);
  const outside = built.flatMap((own) => {
    const schedule = schedules.get(codeOf(own)) ?? [];
    const hours = closed.filter(({ weekday, hour }) => runsIn(schedule, weekday, hour)).length;
    return own.isRunning && hours > 0 ? [{ ...own, schedule, hours }] : [];
  });
  if (outside.length === 0) return [];
  return [
    settingFinding(situation, {
      trouble: 'schedule outside accepting hours',
      key: findingKey('settings', 'schedule outside accepting hours'),
      about: { kind: 'Campaigns', name: 'Schedules outside accepting hours', path: [] },
      group: 'loses money',
      says: `${quantity(outside.length, 'campaign has a schedule that runs', 'campaigns have schedules that run', situation.style)} while nobody takes what comes in: ${listed(outside.map(({ campaign, hours }) => `${campaign.name} ${quantity(hours, 'hour', 'hours', situation.style)} a week`))}.`,
      evidence: [
        `Accepted is ${listed(weekHoursTexts(accepting))}, as said under Targets, in the client’s own zone; what that cost is told with the hours.`,
      ],
      advice: 'Set the schedule to the hours in which somebody answers: what runs over midnight needs two entries.',
      picture: {
        kind: 'table',
        title: 'Schedules and the hours they run outside',
        heads: ['campaign', 'channel', 'schedule', 'hours a week outside'],
        words: [1, 2],
        rows: outside.map(({ campaign, channel, schedule, hours }) => [
          campaign.name,
          channel,
          weekHoursTexts(schedule).join(', '),
          words.count(hours),
        ]),
      },
      members: outside.map(({ campaign }) => campaign.name),
    }),
  ];
}

/** Campaigns that run without an end, in channels whose histories tell ends at all. */
export function endlessFinding(situation: Situation, built: readonly Built[]): OtherFinding[] {
  const ends = haveEnd(situation.changes, situation.days.to);
  const telling = new Set(built.filter((own) => ends.has(codeOf(own))).map(({ channel }) => channel));
  const endless = built.filter((own) => own.isRunning && telling.has(own.channel) && ends.get(codeOf(own)) !== true);
  if (endless.length === 0) return [];
  return [
    settingFinding(situation, {
      trouble: 'no end',
      key: findingKey('settings', 'no end'),
      about: { kind: 'Campaigns', name: 'No end', path: [] },
      group: 'fine',
      says: `${quantity(endless.length, 'campaign runs', 'campaigns run', situation.style)} without an end, where others of the channel have one: ${listed(endless.map(({ campaign }) => campaign.name))}.`,
      advice: 'Give what was agreed for a time its last day, so that nothing is spent beyond it.',
      members: endless.map(({ campaign }) => campaign.name),
    }),
  ];
}
