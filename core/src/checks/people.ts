import { sum } from 'simple-statistics';
import type { Member } from '../compare/member';
import { formatNumber, quantity } from '../figure/text';
import type { WantedFrequency } from '../people/wanted';
import { audienceOf, nextThousand, type Reached } from '../people/audience';
import { type Day, type DayRange, daysOf } from '../time/day';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { ratioSpread } from './ratio-spread';
import { channelName, only, read, type Read, type Situation } from './situation';
import { Words } from './words';

/** Windows of which channels tell how many people they reached. */
const [WEEK, MONTH] = [7, 30];
/** Days apart, up to the last, on which windows are looked at; the first that is compared with lies four weeks back. */
const [APART, WINDOWS, BEFORE] = [7, 9, 28];
/** A frequency that rose by less is none. */
const ROSE = 1.1;
/** An audience is told where it is known this well, as a ratio of its ends. */
const KNOWN_WELL = 1.5;

/** A campaign by the people whom it reached in 30 days. */
interface Shown {
  readonly member: Member;
  readonly channel: string;
  readonly people: number;
  readonly impressions: number;
  readonly spend: number;
  readonly frequency: number;
  /** Four weeks before; null where that is not told. */
  readonly frequencyBefore: number | null;
  /** Clicks for an impression in these 30 days beside the 30 before: the ratio, and the upper end of its 95 % interval. */
  readonly clickRate: { readonly ratio: number; readonly atMost: number } | null;
  /** People whom it can reach, and those whom a thousand more impressions reach who were not; null where the windows do not say. */
  readonly audience: { readonly people: number; readonly next: number } | null;
}

/**
 * How often people see a campaign (calculations 14): against the wanted range, and rising while fewer click; and how many are
 * left to be reached. By what a channel tells of each campaign: people of several are never added up, and nobody guesses how
 * many saw more than one.
 */
export function checkPeople(situation: Situation): Looked {
  const campaigns = shownOf(situation);
  if (campaigns.length === 0)
    return lacking('people', 'no report tells people reached in 7 and 30 days by campaign. Fetch one under Intake');
  const wanted = wantedOn(situation);
  const off = campaigns.flatMap((campaign) => offFinding(situation, campaign, wanted));
  const names = `${campaigns.length} ${campaigns.length === 1 ? 'campaign’s' : 'campaigns’'} people`;
  return { check: 'people', looked: names, findings: [...off, allFinding(situation, campaigns, wanted)], lacks: '' };
}

const wantedOn = ({ promised, days }: Situation): WantedFrequency | undefined =>
  promised.frequencies.find(({ from, to }) => from <= days.to && days.to <= to);

/** Campaigns whose channel tells on the last day how many people they reached. */
function shownOf(situation: Situation): Shown[] {
  const { to } = situation.days;
  const days = { from: to - APART * (WINDOWS - 1) - MONTH + 1, to };
  const buckets = daysOf(days).map((day) => ({ from: day, to: day }));
  const metrics = ['impressions', 'clicks', 'spend', 'people-reached-7', 'people-reached-30'];
  const answered = read(situation, metrics, { rows: ['channel', 'campaign'], period: days, countedBy: 'claims', basis: 'click', buckets });
  return answered.members
    .filter(({ level, kind }) => level === 'campaign' && kind === 'member')
    .flatMap((member) => {
      const shown = shownBy(situation, answered, { member, days });
      return shown ? [shown] : [];
    });
}

function shownBy(
  situation: Situation,
  { value }: Read,
  { member, days }: { readonly member: Member; readonly days: DayRange },
): Shown | null {
  const at = (metric: string, day: Day): number | null => value(member, metric, day - days.from);
  const totalOf = (metric: string, range: DayRange): number | null => {
    const values = daysOf(range).map((day) => at(metric, day));
    return values.includes(null) ? null : sum(values.map((each) => each ?? 0));
  };
  const upTo = (day: Day, length: number): DayRange => ({ from: day - length + 1, to: day });
  const reached = (day: Day, length: number): Reached | null => {
    const [people, impressions] = [at(`people-reached-${length}`, day), totalOf('impressions', upTo(day, length))];
    return people === null || impressions === null ? null : { people, impressions };
  };
  const [now, before] = [reached(days.to, MONTH), reached(days.to - BEFORE, MONTH)];
  if (!now || now.people <= 0) return null;
  const windows = Array.from({ length: WINDOWS }, (_, nth) => days.to - APART * nth).flatMap((day) => {
    const [week, month] = [reached(day, WEEK), reached(day, MONTH)];
    return week && month ? [[week, month]] : [];
  });
  const audience = audienceOf(windows);
  const channel = channelName(situation, member);
  return {
    ...{ member, channel, people: now.people, impressions: now.impressions, frequency: now.impressions / now.people },
    spend: totalOf('spend', upTo(days.to, MONTH)) ?? 0,
    frequencyBefore: before && before.people > 0 ? before.impressions / before.people : null,
    clickRate: rateOf(
      [upTo(days.to, MONTH), upTo(days.to - MONTH, MONTH)].map((range) => ({
        impressions: totalOf('impressions', range),
        clicks: totalOf('clicks', range),
      })),
    ),
    audience:
      audience && audience.size.high < KNOWN_WELL * audience.size.low
        ? { people: audience.people, next: nextThousand(audience, now.impressions) }
        : null,
  };
}

function rateOf([now, before]: { readonly impressions: number | null; readonly clicks: number | null }[]): Shown['clickRate'] {
  if (!now?.impressions || !before?.impressions || !now.clicks || !before.clicks) return null;
  const ratio = now.clicks / now.impressions / (before.clicks / before.impressions);
  return { ratio, atMost: ratio * Math.exp(ratioSpread(now.clicks, before.clicks)) };
}

/** Whether people see it more often than before, and click surely less. */
const isWorn = ({ frequency, frequencyBefore, clickRate }: Shown): boolean =>
  frequencyBefore !== null && frequency >= ROSE * frequencyBefore && clickRate !== null && clickRate.atMost < 1;

/** A campaign that is shown too often, too seldom, or ever more often while fewer click. */
function offFinding(situation: Situation, shown: Shown, wanted: WantedFrequency | undefined): OtherFinding[] {
  const { member, channel, people, impressions, spend, frequency } = shown;
  const words = new Words(situation.style);
  const often = oftenText(situation, frequency);
  const trouble =
    wanted && frequency > wanted.most ? 'too often' : isWorn(shown) ? 'worn' : wanted && frequency < wanted.least ? 'too seldom' : null;
  if (trouble === null) return [];
  const range = wanted ? `${oftenText(situation, wanted.least)} to ${oftenText(situation, wanted.most)}` : '';
  const said = `In 30 days ${member.name} was shown ${often} times to each of the ${words.count(people)} people it reached`;
  const clicked = shown.clickRate
    ? ` Clicks of an impression are ${words.share(shown.clickRate.ratio)} of what they were in the 30 days before.`
    : '';
  const missing = wanted ? Math.max(0, people * wanted.least - impressions) : 0;
  return [
    {
      check: 'people',
      trouble,
      key: findingKey('people', trouble, member.key),
      about: { kind: 'Campaign', name: member.name, path: [channel] },
      group: 'worth watching',
      money: wanted && trouble === 'too often' ? spend * (1 - wanted.most / frequency) : 0,
      days: { from: situation.days.to - MONTH + 1, to: situation.days.to },
      since: null,
      says:
        trouble === 'worn'
          ? `${said}, against ${oftenText(situation, shown.frequencyBefore ?? 0)} four weeks before, and is surely clicked less: ${words.share(shown.clickRate?.ratio ?? 0)} as often.`
          : `${said}; wanted is ${range}.`,
      evidence: [`${leftText(situation, shown)}${trouble === 'worn' ? '' : clicked}`],
      advice: adviceOf(situation, { trouble, shown, missing }),
      happened: [],
      picture: null,
      rows: rowsBehind(situation, member.name),
    },
  ];
}

function adviceOf(
  situation: Situation,
  { trouble, shown, missing }: { readonly trouble: string; readonly shown: Shown; readonly missing: number },
): string {
  const words = new Words(situation.style);
  if (trouble === 'worn') return 'Rest what is shown, or show something new: those who see it often no longer click.';
  if (trouble === 'too seldom') {
    const cost = shown.impressions > 0 ? (missing * shown.spend) / shown.impressions : 0;
    return `${words.count(missing)} more impressions to the same people, ${words.money(cost)} at its price, would reach that; or give it more days.`;
  }
  return (shown.clickRate?.atMost ?? 1) < 1
    ? 'Rest what is shown: fewer click. Or reach more people: widen whom it is shown to, or lower its budget.'
    : 'Widen whom it is shown to, set a limit for each person, or lower its budget.';
}

const oftenText = ({ style }: Situation, frequency: number): string => formatNumber(frequency, 'number', style, 1);

/** How many are left to be reached. */
function leftText(situation: Situation, { people, audience }: Shown): string {
  const words = new Words(situation.style);
  return audience
    ? `It reached ${words.share(Math.min(1, people / audience.people))} of about ${words.about(audience.people)} people whom it can; a thousand impressions more reach about ${words.about(audience.next)} who were not reached.`
    : 'How many it can still reach cannot be told from its windows of 7 and 30 days.';
}

/** All campaigns that tell people, as one finding to look up. */
function allFinding(situation: Situation, campaigns: readonly Shown[], wanted: WantedFrequency | undefined): OtherFinding {
  const words = new Words(situation.style);
  return {
    check: 'people',
    trouble: 'all',
    key: findingKey('people', 'all'),
    about: { kind: 'Client', name: 'People and how often they see it', path: [] },
    group: 'fine',
    money: 0,
    days: { from: situation.days.to - MONTH + 1, to: situation.days.to },
    since: null,
    says: `${quantity(campaigns.length, 'campaign tells how many people it', 'campaigns tell how many people they', situation.style)} reached, and how often each of them saw it.`,
    evidence: [
      wanted
        ? `Wanted is ${oftenText(situation, wanted.least)} to ${oftenText(situation, wanted.most)} times in 30 days, as said under Targets.`
        : 'How often people should see a campaign is said under Targets; nothing is said there.',
      'People of several campaigns are not added up: how many saw more than one is told by nobody.',
    ],
    advice: 'Look here before raising the budget of a campaign that reaches whom it can.',
    happened: [],
    picture: {
      kind: 'table',
      title: `People of the ${MONTH} days up to ${words.day(situation.days.to)}`,
      heads: ['campaign', 'people', 'times each', 'four weeks before', 'clicks against before', 'can reach', 'new of 1,000 more'],
      rows: campaigns.map((each) => [
        `${each.member.name} (${each.channel})`,
        words.count(each.people),
        oftenText(situation, each.frequency),
        each.frequencyBefore === null ? 'not told' : oftenText(situation, each.frequencyBefore),
        each.clickRate === null ? 'not told' : words.share(each.clickRate.ratio),
        each.audience ? words.about(each.audience.people) : 'not clear',
        each.audience ? words.about(each.audience.next) : 'not clear',
      ]),
    },
    rows: rowsBehind(situation),
  };
}

const rowsBehind = ({ days }: Situation, campaign?: string): OtherFinding['rows'] => ({
  screen: 'compare',
  metric: 'people-reached-30',
  rows: ['channel', 'campaign'],
  where: campaign === undefined ? [] : only('campaign', campaign),
  period: { from: days.to, to: days.to },
});
