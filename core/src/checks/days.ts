import { sum } from 'simple-statistics';
import { lowerFirst } from '../text/lower-first';
import type { MetricId } from '../metric/metric';
import { groupBy } from '../list/group-by';
import { type Day, type DayRange, lengthOf } from '../time/day';
import { type Lines, linesOf } from '../watch/lines';
import { DAYS_BEFORE, type UnusualDay, unusualDays } from '../watch/unusual-days';
import type { Daily } from '../watch/usual-day';
import { findingKey, lacking, type Looked } from './check';
import type { About, OtherFinding } from './finding';
import { countingOf, metricsOf, resultOf, type Situation } from './situation';
import { happenedAround, Words } from './words';

/** Whom a line is of: all of the advertising, a channel, or a campaign. */
interface Watched {
  readonly key: string;
  readonly about: About;
  /** Its channel's name; null where it is of all. */
  readonly channel: string | null;
  /** What of it holds it as well: its channel and the whole. */
  readonly within: readonly string[];
  readonly metric: MetricId;
  readonly values: Daily;
}

interface Odd extends UnusualDay {
  readonly watched: Watched;
  readonly day: Day;
}

/** What there usually is next to nothing of a day has no usual days. */
const LEAST_USUAL = 3;
const WHOLE = 'all';
/** Also what no campaign is matched with. */
const EVERYTHING = 'everything';

/**
 * Days unlike the days like them, of the whole, of channels and of campaigns (calculations 17): told where they are of the
 * most, as one finding for days that follow one another, with what came before in the funnel and what is noted of them.
 */
export function checkDays(situation: Situation): Looked {
  const { tables, client, metricSet, names, lastDay, days } = situation;
  const asked = { client, metricSet, knownOn: null, ...countingOf(situation) };
  const all = { from: days.from - DAYS_BEFORE, to: days.to };
  const ask = (rows: readonly string[]): Lines[] => linesOf(tables, asked, names, { days: all, lastDay, rows });
  const [channels, campaigns] = [ask(['channel']), ask(['channel', 'campaign'])];
  const watched = [
    ...channels.flatMap((lines) => wholeAnd(situation, lines, channels)),
    ...campaigns.flatMap((lines) => partsOf(situation, lines, 'Campaign')),
  ];
  if (!watched.some(({ values }) => values.some((each) => each != null))) return lacking('days', 'nothing is told day by day');
  const odd = [...groupBy(watched, ({ metric, about }) => `${metric} ${about.kind}`).values()].flatMap((lines) =>
    oddOf(lines, [...channels, ...campaigns], days),
  );
  // A channel's odd day is told with the channel, and not again with its campaigns.
  const isTold = ({ watched: { within, metric }, day }: Odd): boolean =>
    odd.some((other) => within.includes(other.watched.key) && other.watched.metric === metric && other.day === day);
  const own = odd.filter((each) => each.usual >= LEAST_USUAL && !isTold(each));
  const findings = [...groupBy(own, ({ watched: { key } }) => key).values()].flatMap((of) =>
    runsOf(of).map((run) => findingOf(situation, run, watched)),
  );
  const campaignsSeen = new Set(campaigns.flatMap(({ members }) => members.map(({ key }) => key))).size;
  const looked = `${lengthOf(days)} days of all, of ${new Set(channels.flatMap(({ members }) => members.map(({ key }) => key))).size} channels and of ${campaignsSeen} campaigns`;
  return { check: 'days', looked, findings, lacks: '' };
}

function wholeAnd(situation: Situation, lines: Lines, all: readonly Lines[]): Watched[] {
  const isOfSome = lines.isOfSome && all.some(({ isOfSome: own }) => !own);
  const about = (name: string): About => ({ kind: 'Client', name, path: [] });
  const { metric, whole, everything } = lines;
  return [
    ...(everything ? [{ key: EVERYTHING, about: about('All that came in'), channel: null, within: [], metric, values: everything }] : []),
    {
      key: WHOLE,
      about: about(isOfSome ? 'The channels that tell it' : 'All channels'),
      channel: null,
      within: [EVERYTHING],
      metric,
      values: whole,
    },
    ...partsOf(situation, lines, 'Channel'),
  ];
}

const partsOf = ({ names }: Situation, { metric, members }: Lines, kind: string): Watched[] =>
  members.map(({ key, name, channel, values }) => {
    const of = channel === null ? '' : names('channel', channel);
    const isChannel = kind === 'Channel';
    return {
      key,
      about: { kind, name, path: isChannel ? [] : [of] },
      channel: of,
      within: isChannel ? [EVERYTHING, WHOLE] : [EVERYTHING, WHOLE, key.slice(0, key.lastIndexOf('/'))],
      metric,
      values,
    };
  });

function oddOf(own: readonly Watched[], all: readonly Lines[], days: DayRange): Odd[] {
  const [first] = own;
  const lines = all.find(({ metric }) => metric === first?.metric);
  if (!first || !lines) return [];
  const clicks = all.find(({ metric }) => metric === 'clicks');
  const clicksOf = ({ key }: Watched): Daily | null =>
    key === WHOLE || key === EVERYTHING
      ? (clicks?.whole ?? null)
      : (all
          .filter(({ metric }) => metric === 'clicks')
          .flatMap(({ members }) => members)
          .find((each) => each.key === key)?.values ?? null);
  const settled = Math.min(lengthOf(days), lines.last - DAYS_BEFORE + 1);
  const marked = unusualDays(
    own.map((each) => ({ values: each.values, clicks: clicksOf(each) })),
    Math.max(0, settled),
    lines.varies,
  );
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
  readonly metric: MetricId;
  readonly value: number;
  readonly usual: number;
}

function findingOf(situation: Situation, run: readonly Odd[], all: readonly Watched[]): OtherFinding {
  const { style, days: looked } = situation;
  const words = new Words(style);
  const book = metricsOf(situation);
  const [first] = run;
  if (!first) throw new RangeError('A run has a day at least');
  const { about, channel, key } = first.watched;
  const days = { from: first.day, to: run.at(-1)?.day ?? first.day };
  const odd = [...groupBy(run, ({ watched }) => watched.metric)].map(([metric, own]): Told => ({
    metric,
    value: sum(own.map(({ value }) => value)),
    usual: sum(own.map(({ usual }) => usual)),
  }));
  const { count } = resultOf(situation);
  const result = odd.find(({ metric }) => metric === count);
  const calm = all.filter(
    (each) =>
      each.key === key && !odd.some(({ metric }) => metric === each.metric) && each.values[DAYS_BEFORE + days.from - looked.from] != null,
  );
  const write = ({ metric }: Told, amount: number): string =>
    book.named(metric).unit === 'money' ? words.money(amount) : words.count(amount);
  const label = (metric: MetricId): string => lowerFirst(book.named(metric).label);
  const texts = odd.map(
    (each) => `${label(each.metric)} came to ${write(each, each.value)} where ${write(each, each.usual)} would be usual`,
  );
  const isSite = result !== undefined && result.value < result.usual && calm.some(({ metric }) => metric === 'clicks');
  const happened = happenedAround(situation, days, channel ?? undefined);
  return {
    check: 'days',
    trouble: odd.map(({ metric, value, usual }) => `${metric} ${value < usual ? 'low' : 'high'}`).join(', '),
    key: findingKey('days', 'unusual', key, days.from),
    about,
    group: isSite ? 'not the advertising' : 'worth watching',
    money: Math.abs(moneyOf(situation, odd)),
    days,
    since: { day: days.from, within: { from: days.from, to: days.from }, until: days.to },
    says: `${words.days(days)}: ${texts.join('; ')}.`,
    evidence: [
      ...(calm.length > 0 ? [`As usual on these days: ${calm.map(({ metric }) => label(metric)).join(', ')}.`] : []),
      ...odd.flatMap((each) => sharesText(situation, each, { days, key, all })),
    ],
    advice: adviceOf(happened, isSite),
    happened,
    picture: pictureOf(situation, first, { run, days }),
    rows: {
      screen: 'compare',
      metric: result?.metric ?? odd[0]?.metric ?? 'spend',
      rows: about.kind === 'Client' ? ['channel'] : ['channel', 'campaign'],
      where: channel === null ? [] : [{ dimension: 'channel', any: [{ test: 'is', value: channel }] }],
      period: { from: days.from - 14, to: Math.min(looked.to, days.to + 14) },
    },
  };
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
  readonly key: string;
  readonly all: readonly Watched[];
}

/** Which channels make up most of what the whole is off by. */
function sharesText({ days: looked, style }: Situation, { metric, value, usual }: Told, { days, key, all }: RunOf): string[] {
  if (key !== WHOLE && key !== EVERYTHING) return [];
  const words = new Words(style);
  const parts = all
    .filter(({ about, metric: own }) => about.kind === 'Channel' && own === metric)
    .map(({ about, values }) => ({ name: about.name, off: offOf(values, days, looked) }))
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

/** What a line is off by on some days, against the same days of the four weeks before. */
function offOf(values: Daily, days: DayRange, looked: DayRange): number {
  const at = (day: Day): number => values[DAYS_BEFORE + day - looked.from] ?? 0;
  return sum(
    Array.from({ length: lengthOf(days) }, (_, nth) => {
      const day = days.from + nth;
      return at(day) - sum([7, 14, 21, 28].map((back) => at(day - back))) / 4;
    }),
  );
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
    (_, at) => run.find(({ day, watched: { metric } }) => metric === watched.metric && day === looked.from - 28 + at)?.usual ?? null,
  );
  return { kind: 'days', title: label, unit: unit === 'money' ? 'money' : 'count', from: looked.from - 28, values, usual, marked: [days] };
}
