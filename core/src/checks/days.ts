import type { MetricId } from '../metric/metric';
import { groupBy } from '../list/group-by';
import { type DayRange, lengthOf } from '../time/day';
import { type Lines, linesOf, watchedMetrics } from '../watch/lines';
import { DAYS_BEFORE, unusualDays } from '../watch/unusual-days';
import { type Daily, TOLD } from '../watch/usual-day';
import { channelLines, daysOfLines } from './channel-lines';
import { calendarFinding } from './calendar';
import { lacking, type Looked } from './check';
import { oddDaysFinding } from './days-said';
import type { About } from './finding';
import type { Counting } from '../measure/term';
import { countingOf, resultOf, type Situation } from './situation';
import { CLICKED, CLIENT, EVERYTHING, type Odd, type Watched, WHOLE } from './watched-days';

/** What there usually is next to nothing of a day has no usual days. */
const LEAST_USUAL = 3;
/** Few lines are of what all of the client brings, so fewer of their days are far off by chance than of all others. */
const OF_CLIENT = 3.75;
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
  const findings = [...byWhom.values()].flatMap((of) => runsOf(of).map((run) => oddDaysFinding(situation, run, watched)));
  const seen = (lines: readonly Lines[]): number => new Set(lines.flatMap(({ members }) => members.map(({ key }) => key))).size;
  return {
    check: 'days',
    looked: `${lengthOf(days)} days of all, of ${seen(channels)} channels and of ${seen(campaigns)} campaigns`,
    findings: [...findings, ...calendarFinding(situation, watched, told)],
    lacks: '',
  };
}

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
