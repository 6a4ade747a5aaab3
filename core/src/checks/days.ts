import { sum } from 'simple-statistics';
import { lowerFirst } from '../text/lower-first';
import type { MetricId } from '../metric/metric';
import { groupBy } from '../list/group-by';
import { type Day, type DayRange, daysOf, lengthOf } from '../time/day';
import { type Lines, linesOf, watchedMetrics } from '../watch/lines';
import { DAYS_BEFORE, type UnusualDay, unusualDays } from '../watch/unusual-days';
import { type Daily, TOLD } from '../watch/usual-day';
import { channelLines, daysOfLines } from './channel-lines';
import { findingKey, lacking, type Looked } from './check';
import type { About, OtherFinding } from './finding';
import type { Counting } from '../measure/term';
import { countingOf, metricsOf, resultOf, type Situation } from './situation';
import { happenedAround, Words } from './words';

/** A line of days: of everything, of the advertising, of a channel, or of a campaign. */
interface Watched {
  readonly key: string;
  readonly about: About;
  /** Its channel's name; null where it is of all. */
  readonly channel: string | null;
  /** Lines that hold it as well. */
  readonly within: readonly string[];
  /** What it counts, by the day it came or by that of its click: “purchases”, “purchases click”. */
  readonly counted: string;
  readonly metric: MetricId;
  readonly values: Daily;
  /** The lines that it is one of. */
  readonly lines: Lines;
}

interface Odd extends UnusualDay {
  readonly watched: Watched;
  readonly day: Day;
}

/** What there usually is next to nothing of a day has no usual days. */
const LEAST_USUAL = 3;
/** Few lines are of what all of the client brings, so fewer of their days are far off by chance than of all others. */
const OF_CLIENT = 3.75;
/** What is matched to campaigns, and also what is not. */
const [WHOLE, EVERYTHING] = ['all', 'everything'];
const CLIENT = 'Client';

/**
 * Days unlike the days like them, of the whole, of channels and of campaigns (calculations 17): told where they are of the
 * most, as one finding for days that follow one another, with what came before in the funnel and what is noted of them.
 * Results also by the day of their click: what came in on a day when nobody could buy was clicked on days before.
 */
export function checkDays(situation: Situation): Looked {
  const { tables, client, metricSet, names, lastDay, days } = situation;
  const counting = countingOf(situation);
  const all = daysOfLines(situation);
  const ask = (rows: readonly string[], part: Partial<Counting> = {}, metrics?: readonly MetricId[]): Lines[] =>
    linesOf(tables, { client, metricSet, knownOn: null, ...counting, ...part }, names, {
      days: all,
      lastDay,
      rows,
      ...(metrics ? { metrics } : {}),
    });
  const own = watchedMetrics(tables, metricSet);
  const channels = channelLines(situation).filter(({ metric }) => own.includes(metric));
  const campaigns = ask(['channel', 'campaign']);
  const { count: result } = resultOf(situation);
  const clicked = counting.basis === 'click' ? [] : ask(['channel'], { basis: 'click' }, [result]);
  const watched = [
    ...channels.flatMap((lines) => wholeAnd(situation, lines, '')),
    ...clicked.flatMap((lines) => wholeAnd(situation, lines, CLICKED)),
    ...campaigns.flatMap((lines) => partsOf(situation, lines, { kind: 'Campaign', basis: '' })),
  ];
  if (!watched.some(({ values }) => values.some((each) => each != null))) return lacking('days', 'nothing is told day by day');
  const clicks = new Map(watched.flatMap(({ metric, key, values }) => (metric === 'clicks' ? [[key, values] as const] : [])));
  const odd = [...groupBy(watched, ({ counted, about }) => `${counted} ${about.kind}`).values()].flatMap((lines) =>
    oddOf(lines, { clicks, days, result }),
  );
  // A channel's odd day is told with the channel, and not again with its campaigns.
  const isTold = ({ watched: { within, counted }, day }: Odd): boolean =>
    odd.some((other) => within.includes(other.watched.key) && other.watched.counted === counted && other.day === day);
  const told = odd.filter((each) => each.usual >= LEAST_USUAL && !isTold(each));
  // What is made up for on the days after is another thing than what was missing.
  const byWhom = groupBy(told, ({ watched: { key, about }, z }) => `${about.kind === CLIENT ? CLIENT : key} ${Math.sign(z)}`);
  const findings = [...byWhom.values()].flatMap((of) => runsOf(of).map((run) => findingOf(situation, run, watched)));
  const seen = (lines: readonly Lines[]): number => new Set(lines.flatMap(({ members }) => members.map(({ key }) => key))).size;
  return {
    check: 'days',
    looked: `${lengthOf(days)} days of all, of ${seen(channels)} channels and of ${seen(campaigns)} campaigns`,
    findings,
    lacks: '',
  };
}

const CLICKED = ' click';

function wholeAnd(situation: Situation, lines: Lines, basis: string): Watched[] {
  const { metric, whole, everything, isOfSome } = lines;
  const of = { channel: null, counted: `${metric}${basis}`, metric, lines };
  const about = (name: string): About => ({ kind: CLIENT, name, path: [] });
  const differs = everything?.some((each, at) => each !== null && each !== whole[at]) === true;
  return [
    ...(everything && differs ? [{ ...of, key: EVERYTHING, about: about('All that came in'), within: [], values: everything }] : []),
    { ...of, key: WHOLE, about: about(isOfSome ? 'The channels that tell it' : 'All channels'), within: [EVERYTHING], values: whole },
    ...partsOf(situation, lines, { kind: 'Channel', basis }),
  ];
}

const partsOf = (
  { names }: Situation,
  lines: Lines,
  { kind, basis }: { readonly kind: 'Channel' | 'Campaign'; readonly basis: string },
): Watched[] =>
  lines.members.map(({ key, name, channel, values }) => {
    const of = channel === null ? '' : names('channel', channel);
    const isChannel = kind === 'Channel';
    const within = [EVERYTHING, WHOLE, ...(isChannel ? [] : [key.slice(0, key.lastIndexOf('/'))])];
    return {
      key,
      about: { kind, name, path: isChannel ? [] : [of] },
      channel: of,
      within,
      counted: `${lines.metric}${basis}`,
      metric: lines.metric,
      values,
      lines,
    };
  });

interface OddAsked {
  /** What money bought, by line. */
  readonly clicks: ReadonlyMap<string, Daily>;
  readonly days: DayRange;
  readonly result: MetricId;
}

/** The odd days of lines that are of one kind and count the same. */
function oddOf(own: readonly Watched[], { clicks, days, result }: OddAsked): Odd[] {
  const [first] = own;
  if (!first) return [];
  const { last, varies } = first.lines;
  const settled = Math.max(0, Math.min(lengthOf(days), last - DAYS_BEFORE + 1));
  const asked = own.map(({ values, key }) => ({ values, clicks: clicks.get(key) ?? clicks.get(WHOLE) ?? null }));
  const marked = unusualDays(asked, settled, varies, first.about.kind === CLIENT && first.metric === result ? OF_CLIENT : TOLD);
  return own.flatMap((watched, at) => (marked[at] ?? []).map((each) => ({ ...each, watched, day: days.from + each.at })));
}

/** Days of one line that follow one another, at most a day between them. */
function runsOf(odd: readonly Odd[]): Odd[][] {
  const runs: Odd[][] = [];
  for (const each of odd.toSorted((a, b) => a.day - b.day)) {
    const last = runs.at(-1);
    if (last && each.day - (last.at(-1)?.day ?? -Infinity) <= 2) last.push(each);
    else runs.push([each]);
  }
  return runs;
}

/** A metric of a run of days beside what is usual. */
interface Told {
  readonly counted: string;
  readonly metric: MetricId;
  readonly value: number;
  readonly usual: number;
}

const toldOf = (run: readonly Odd[]): Told[] =>
  [...groupBy(run, ({ watched }) => watched.counted)].map(([counted, own]) => ({
    counted,
    metric: own[0]?.watched.metric ?? '',
    value: sum(own.map(({ value }) => value)),
    usual: sum(own.map(({ usual }) => usual)),
  }));

function findingOf(situation: Situation, run: readonly Odd[], all: readonly Watched[]): OtherFinding {
  const { style, days: looked } = situation;
  const words = new Words(style);
  const [first] = run;
  if (!first) throw new RangeError('A run has a day at least');
  const { about, channel, key } = first.watched;
  const days = { from: first.day, to: run.at(-1)?.day ?? first.day };
  const odd = toldOf(run);
  const result = odd.find(({ metric }) => metric === resultOf(situation).count);
  const isSame = (each: Watched): boolean => (about.kind === CLIENT ? each.key === WHOLE : each.key === key);
  const isKnown = ({ values }: Watched): boolean => values[DAYS_BEFORE + days.from - looked.from] != null;
  const calm = all.filter((each) => isSame(each) && isKnown(each) && !odd.some(({ metric }) => metric === each.metric));
  const isSite = result !== undefined && result.value < result.usual && calm.some(({ metric }) => metric === 'clicks');
  const happened = happenedAround(situation, days, channel ?? undefined);
  return {
    check: 'days',
    trouble: odd.map(({ counted, value, usual }) => `${counted} ${value < usual ? 'low' : 'high'}`).join(', '),
    key: findingKey('days', first.z < 0 ? 'low' : 'high', about.kind === CLIENT ? CLIENT : key, days.from),
    about,
    group: isSite ? 'not the advertising' : 'worth watching',
    money: Math.abs(moneyOf(situation, odd)),
    days,
    since: { day: days.from, within: { from: days.from, to: days.from }, until: days.to },
    says: `${words.days(days)}: ${odd.map((each) => toldText(situation, each)).join('; ')}.`,
    evidence: [
      ...(calm.length > 0 ? [`As usual on these days: ${calm.map(({ metric }) => labelOf(situation, metric)).join(', ')}.`] : []),
      ...(about.kind === CLIENT ? odd.flatMap((each) => sharesText(situation, each, { days, all })) : []),
    ],
    advice: adviceOf(happened, isSite),
    happened,
    picture: pictureOf(situation, first, { run, days }),
    rows: {
      screen: 'compare',
      metric: result?.metric ?? odd[0]?.metric ?? 'spend',
      rows: about.kind === CLIENT ? ['channel'] : ['channel', 'campaign'],
      where: channel === null ? [] : [{ dimension: 'channel', any: [{ test: 'is', value: channel }] }],
      period: { from: days.from - 14, to: Math.min(looked.to, days.to + 14) },
    },
  };
}

const labelOf = (situation: Situation, metric: MetricId): string => lowerFirst(metricsOf(situation).named(metric).label);

function toldText(situation: Situation, { counted, metric, value, usual }: Told): string {
  const words = new Words(situation.style);
  const write = metricsOf(situation).named(metric).unit === 'money' ? words.money : words.count;
  const of = counted.endsWith(CLICKED) ? ' from clicks of that time' : '';
  return `${labelOf(situation, metric)}${of} came to ${write(value)} where ${write(usual)} would be usual`;
}

/** Money that the odd days spent more, or brought less, than usual. */
function moneyOf(situation: Situation, odd: readonly Told[]): number {
  const { count } = resultOf(situation);
  const result = odd.find(({ metric }) => metric === count);
  const spend = odd.find(({ metric }) => metric === 'spend');
  if (spend) return spend.value - spend.usual;
  const { target } = situation;
  return result && target && target.metric !== 'roas' ? (result.usual - result.value) * target.value : 0;
}

interface RunOf {
  readonly days: DayRange;
  readonly all: readonly Watched[];
}

/** Which channels make up most of what the whole is off by. */
function sharesText({ days: looked, style }: Situation, { counted, value, usual }: Told, { days, all }: RunOf): string[] {
  const words = new Words(style);
  const parts = all
    .filter(({ about, counted: own }) => about.kind === 'Channel' && own === counted)
    .flatMap(({ about, values }) => {
      const off = offOf(values, days, looked);
      return off === null ? [] : [{ name: about.name, off }];
    })
    .filter(({ off }) => Math.sign(off) === Math.sign(value - usual));
  const whole = sum(parts.map(({ off }) => off));
  const [most] = parts.toSorted((a, b) => Math.abs(b.off) - Math.abs(a.off));
  if (!most || whole === 0) return [];
  const share = most.off / whole;
  return [
    share > 0.6
      ? `Most of it (${words.share(share)}) in ${most.name}.`
      : `In ${parts.length} channels; the most, ${words.share(share)}, in ${most.name}.`,
  ];
}

/** What a line is off by on some days, against the same days of the four weeks before; null where one of them is not measured. */
function offOf(values: Daily, days: DayRange, looked: DayRange): number | null {
  const at = (day: Day): number => values[DAYS_BEFORE + day - looked.from] ?? NaN;
  const off = sum(daysOf(days).map((day) => at(day) - sum([7, 14, 21, 28].map((back) => at(day - back))) / 4));
  return Number.isNaN(off) ? null : off;
}

function adviceOf(happened: readonly string[], isSite: boolean): string {
  if (happened.length > 0) return 'See whether what is noted of these days explains it, and leave them out of judgements.';
  return isSite
    ? 'People came as usual and did not finish: a page, a form or a payment that failed looks like this. Ask the client, and write it into the logbook.'
    : 'Nothing is noted of these days. Write down what it was, so that nobody judges by them.';
}

function pictureOf(
  situation: Situation,
  { watched }: Odd,
  { run, days }: { readonly run: readonly Odd[]; readonly days: DayRange },
): OtherFinding['picture'] {
  const { days: looked } = situation;
  const { label, unit } = metricsOf(situation).named(watched.metric);
  const values = watched.values.slice(DAYS_BEFORE - 28);
  const usual = values.map(
    (_, at) => run.find(({ day, watched: { counted } }) => counted === watched.counted && day === looked.from - 28 + at)?.usual ?? null,
  );
  return { kind: 'days', title: label, unit: unit === 'money' ? 'money' : 'count', from: looked.from - 28, values, usual, marked: [days] };
}
