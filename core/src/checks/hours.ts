import { sum } from 'simple-statistics';
import { formatNumber } from '../figure/text';
import { groupBy } from '../list/group-by';
import { weekdaysText } from '../dayparts/accepting';
import { type Adjustment, adjustmentsOf, changeOf, supportedHours } from '../dayparts/adjustments';
import { hoursText } from '../dayparts/hours-text';
import { type WeekHour, weekHours } from '../dayparts/week-grid';
import { HOUR_OF_WEEK } from '../measure/dimension';
import { type DayRange, WEEKDAYS } from '../time/day';
import { findingKey, lacking, type Looked } from './check';
import { closedFinding } from './closed-hours';
import type { OtherFinding } from './finding';
import { type ChannelHours, channelHours, hourRows } from './hour-cells';
import { only, resultOf, type Situation } from './situation';
import { atPace, isTold, partsDays } from './campaign-parts';
import { listed, Words } from './words';

/** With fewer results nothing is said of hours. */
const LEAST_RESULTS = 100;
/** Lines of hours that are named. */
const MOST_NAMED = 10;
/** An hour of so many weekdays is spoken of as of all. */
const MOST_WEEKDAYS = 4;

/**
 * Hours of the week (calculations 13): what is spent while nobody takes what comes in, and in which hours a click surely brings
 * more or less than in others, by the channels' own claims and by the hour of the click in the client's zone.
 */
export function checkHours(situation: Situation): Looked {
  if (!isTold(situation, HOUR_OF_WEEK)) return lacking('hours', 'no report tells spend and outcomes by hour. Fetch one under Intake');
  const days = partsDays(situation, HOUR_OF_WEEK);
  const channels = channelHours(situation, days);
  if (channels.length === 0) return lacking('hours', 'hours are told in no way that can be read, such as “08:00” beside a day');
  const findings = [
    ...closedFinding(situation, channelHours(situation, situation.days)),
    ...channels.flatMap((each) => hoursFinding(situation, each, days)),
  ];
  const unsaid =
    situation.promised.hours.length === 0 && situation.metricSet === 'leads'
      ? '; in which hours leads are accepted is said under Targets'
      : '';
  return { check: 'hours', looked: `the hours of ${listed(channels.map(({ name }) => name))}${unsaid}`, findings, lacks: '' };
}

/** In which hours a channel's clicks surely bring more, or less, than in others, and what to bid then. */
function hoursFinding(situation: Situation, { name, cells }: ChannelHours, days: DayRange): OtherFinding[] {
  const words = new Words(situation.style);
  const { many, several } = resultOf(situation);
  const results = sum(cells.map(({ outcomes }) => outcomes));
  if (results < LEAST_RESULTS) return [];
  const hours = weekHours(cells);
  const supported = supportedHours(hours);
  const lines = adjustmentsOf(supported).toSorted((a, b) => weightOf(b, supported) - weightOf(a, supported));
  const [more, less] = [supported.filter(({ ratio }) => ratio > 1), supported.filter(({ ratio }) => ratio < 1)];
  const text = (adjustment: Adjustment): string =>
    `${weekdaysText(adjustment.weekdays)} ${hoursText(adjustment.from, adjustment.to)} ${adjustment.change > 0 ? '+' : '−'}${formatNumber(Math.abs(adjustment.change), 'share', situation.style, 0)}`;
  const rest = lines.length - MOST_NAMED;
  return [
    {
      check: 'hours',
      trouble: 'hours differ',
      key: findingKey('hours', 'hours differ', name),
      about: { kind: 'Channel', name: `Hours of ${name}`, path: [] },
      group: supported.length > 0 ? 'worth watching' : 'fine',
      money: atPace(situation, sum(less.map(({ spend, ratio }) => spend * (1 - ratio))), days),
      days,
      since: null,
      says:
        supported.length === 0
          ? `No hour of the week surely brings more or less than others for a click in ${name}.`
          : `In ${name} a click surely brings ${listed([...(more.length > 0 ? [`more ${mostly(more)}`] : []), ...(less.length > 0 ? [`less ${mostly(less)}`] : [])])} than in accepting hours on average.`,
      evidence: [
        ...(lines.length > 0
          ? [
              `Bids beside those of all hours, in place of today’s: ${lines.slice(0, MOST_NAMED).map(text).join('; ')}${rest > 0 ? `; and ${words.count(rest)} more` : ''}.`,
            ]
          : []),
        `Of ${several(results, situation.style)} that it claims by the hour of the click, ${words.days(days)}. Each hour is drawn towards its hour and its weekday; each hour told surely (99 %) lies on its side of the mean.`,
      ],
      advice:
        supported.length > 0
          ? `Bid by these hours, or let a channel that bids by itself alone; device and place multiply, so change one at a time.`
          : 'Leave the hours alone.',
      happened: [],
      picture: {
        kind: 'grid',
        title: `What a click brings beside the mean, in ${many} (darker: more)`,
        unit: 'share',
        rows: [...WEEKDAYS],
        columns: Array.from({ length: 24 }, (_, hour) => String(hour)),
        cells: WEEKDAYS.map((_, weekday) =>
          Array.from({ length: 24 }, (__, hour) => hours.find((each) => each.weekday === weekday && each.hour === hour)?.ratio ?? null),
        ),
      },
      members: lines.map(text),
      rows: { ...hourRows(days), where: only('channel', name) },
    },
  ];
}

/** Hours of most weekdays, joined: “17:00–21:00”; where none are of most, how many hours of the week they are. */
function mostly(hours: readonly WeekHour[]): string {
  const often = adjustmentsOf(
    [...groupBy(hours, ({ hour }) => hour).values()].flatMap(([first, ...others]) =>
      first && others.length + 1 >= MOST_WEEKDAYS ? [{ ...first, weekday: 0, ratio: 1 }] : [],
    ),
  );
  return often.length > 0 ? `from ${listed(often.map(({ from, to }) => hoursText(from, to)))}` : `in ${hours.length} hours of the week`;
}

/** How much hangs on a line: the spend of its hours × the change. */
const weightOf = ({ weekdays, from, to, change }: Adjustment, hours: readonly WeekHour[]): number =>
  Math.abs(change) *
  sum(
    hours
      .filter(({ weekday, hour, ratio }) => weekdays.includes(weekday) && hour >= from && hour < to && changeOf(ratio) === change)
      .map(({ spend }) => spend),
  );
