import { figureText, formatNumber } from '../figure/text';
import { value } from '../figure/figure';
import { arrivalsOf } from '../maturity/arrivals';
import type { LateTerm } from '../maturity/lateness';
import { type Arrived, SETTLED } from '../maturity/maturity';
import { goalsOn } from '../settings/goals';
import { TARGET_METRICS } from '../target/target';
import type { DayRange } from '../time/day';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { channelName, metricsOf, only, read, resultOf, type Situation } from './situation';
import { Words } from './words';

/** Days that channels which steer themselves usually judge by. */
const JUDGED_DAYS = 14;
/** Goals are typed in rounded: nearer than this they are the same. */
const ROUNDED = 1.01;
/** Below this nothing but bounds would be honest (calculations 9). */
const LEAST_ARRIVED = 0.3;

/** What a campaign shows of its recent days, and what it will have brought. */
interface Late {
  readonly name: string;
  /** What its channel was told to reach; undefined where no history tells. */
  readonly told: number | undefined;
  readonly channel: string;
  readonly shows: number;
  readonly arrived: Arrived;
}

/**
 * How much of what recent clicks will bring has arrived, what campaigns show of those days and what that comes to once it has,
 * and so what to type into a channel that steers itself by them (calculations 9): its goal × what is shown / what is matured.
 */
export function checkLate(situation: Situation): Looked {
  const { target, days, tables, lastDay } = situation;
  if (!target) return lacking('late', 'there is no target to type in. Set one under Targets');
  const recent = { from: days.to - JUDGED_DAYS + 1, to: days.to };
  const { metric } = target;
  const isValue = TARGET_METRICS[metric].bound === 'at least';
  const term: LateTerm = { outcome: resultOf(situation).outcome, part: isValue ? 'value' : 'count', countedBy: target.countedBy };
  const arrivals = arrivalsOf(tables, recent, lastDay);
  const whole = arrivals.of(term);
  if (!whole) return lacking('late', 'no list of outcomes tells when each was clicked and when it came, over longer than the latest takes');
  const looked = `what the clicks of ${JUDGED_DAYS} days will bring`;
  if (whole.share >= SETTLED) return { check: 'late', looked, findings: [], lacks: '' };
  const { members, value: read_ } = read(situation, [metric], { rows: ['channel', 'campaign'], period: recent, basis: 'click' });
  const goals = goalsOn(situation.changes, isValue ? 'return' : 'cost', days.to);
  // A cost is told in the account's currency, and the target is the client's.
  const isOwn = (code: number): boolean => isValue || tables.accounts[tables.campaignAccount.get(code) ?? -1]?.rates === null;
  const campaigns = members.flatMap((member): Late[] => {
    const shows = read_(member, metric);
    if (typeof member.code !== 'number' || member.level !== 'campaign' || shows === null || shows <= 0) return [];
    const arrived = arrivals.of(term, [member.code]);
    return arrived
      ? [
          {
            name: member.name,
            told: isOwn(member.code) ? goals.get(member.code) : undefined,
            channel: channelName(situation, member),
            shows,
            arrived,
          },
        ]
      : [];
  });
  const known: Known = { recent, whole, campaigns, goal: target.value, isValue };
  return { check: 'late', looked, findings: [findingOf(situation, known), ...strictFindings(situation, known)], lacks: '' };
}

interface Known {
  readonly recent: DayRange;
  readonly whole: Arrived;
  readonly campaigns: readonly Late[];
  readonly goal: number;
  readonly isValue: boolean;
}

/** What was shown is divided by what has arrived of it; of a cost it is what came that is divided. */
export const maturedOf = (shows: number, share: number, isValue: boolean): number => (isValue ? shows / share : shows * share);

/** What to type so that a channel which judges by what is shown holds a goal that is meant of all that comes: 2.8, of which three quarters are there → 2.1. */
export const typedFor = (goal: number, share: number, isValue: boolean): number => (isValue ? goal * share : goal / share);

/**
 * Campaigns whose channel was told a goal that is stricter than what holds the target once late results are counted: it throttles
 * what is on goal. Surely stricter, by the most that may have arrived.
 */
function strictFindings(situation: Situation, { recent, campaigns, goal, isValue }: Known): OtherFinding[] {
  const words = new Words(situation.style);
  const metric = situation.target?.metric ?? 'roas';
  const { label, unit } = metricsOf(situation).named(metric);
  const write = (amount: number): string => figureText(value(amount), unit, situation.style).text;
  return campaigns.flatMap(({ name, told, channel, shows, arrived }): OtherFinding[] => {
    const most = typedFor(goal, arrived.high, isValue);
    const isStrict = told !== undefined && arrived.share >= LEAST_ARRIVED && (isValue ? told > most * ROUNDED : told < most / ROUNDED);
    if (!isStrict) return [];
    return [
      {
        check: 'late',
        trouble: 'goal too strict',
        key: findingKey('late', 'goal too strict', channel, name),
        about: { kind: 'Campaign', name, path: [channel] },
        group: 'held back',
        money: 0,
        days: recent,
        since: null,
        says: `${channel} is told to reach ${label} ${write(told)} with ${name}, where ${write(typedFor(goal, arrived.share, isValue))} holds the target of ${write(goal)}: ${words.share(arrived.share)} of what the clicks of ${words.days(recent)} will bring has arrived.`,
        evidence: [
          `It shows ${write(shows)}, and will be ${write(maturedOf(shows, arrived.share, isValue))}; up to ${words.share(arrived.high)} may have arrived, and the goal is stricter than that allows.`,
        ],
        advice: `Type in ${write(typedFor(goal, arrived.share, isValue))}, unless the channel says that it allows for late results by itself.`,
        happened: [],
        picture: null,
        rows: { screen: 'compare', metric, rows: ['channel', 'campaign'], where: only('campaign', name), period: recent },
      },
    ];
  });
}

function findingOf(situation: Situation, { recent, whole, campaigns, goal, isValue }: Known): OtherFinding {
  const { style, target } = situation;
  const words = new Words(style);
  const metric = target?.metric ?? 'roas';
  const { label, unit } = metricsOf(situation).named(metric);
  const write = (amount: number): string => figureText(value(amount), unit, style).text;
  const share = ({ low, share: middle, high }: Arrived): string =>
    `${words.share(middle)} (${formatNumber(low, 'share', style, 0)}–${formatNumber(high, 'share', style, 0)})`;
  return {
    check: 'late',
    trouble: 'not yet arrived',
    key: findingKey('late', 'not yet arrived'),
    about: { kind: 'Client', name: 'Late results', path: [] },
    group: 'fine',
    money: 0,
    days: recent,
    since: null,
    says: `Of what the clicks of ${words.days(recent)} will bring, ${share(whole)} has arrived: ${label} by click date looks ${isValue ? 'lower' : 'higher'} there than it will be.`,
    evidence: [
      whole.share < LEAST_ARRIVED
        ? 'Too little of it is there to say what it will be, and so what a channel that steers itself should be told.'
        : `A channel that steers itself by these days, and does not allow for late results by itself, holds a goal of ${write(goal)} with ${write(typedFor(goal, whole.share, isValue))} typed in. Typed in as it is, it throttles campaigns that are on goal.`,
    ],
    advice:
      'Ask each channel whether its own control already allows for late results; only where it does not, type in what stands in the table.',
    happened: [],
    picture: {
      kind: 'table',
      title: 'What to type in, by campaign',
      heads: ['campaign', 'arrived', 'shows', 'will be', `for ${write(goal)} type`],
      rows: campaigns.map(({ name, channel, shows, arrived }) => {
        const isKnown = arrived.share >= LEAST_ARRIVED;
        return [
          `${name} (${channel})`,
          share(arrived),
          write(shows),
          isKnown ? write(maturedOf(shows, arrived.share, isValue)) : `${isValue ? 'at least' : 'at most'} ${write(shows)}`,
          isKnown ? write(typedFor(goal, arrived.share, isValue)) : 'too early',
        ];
      }),
    },
    rows: { screen: 'compare', metric, rows: ['channel', 'campaign'], where: [], period: recent },
  };
}
