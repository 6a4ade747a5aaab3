import { sum } from 'simple-statistics';
import { formatNumber, quantity } from '../figure/text';
import type { CountedBy } from '../measure/counted-by';
import { type DayRange, lengthOf } from '../time/day';
import { type Lines, linesOf, type NamedLine } from '../watch/lines';
import { risenSince } from '../watch/rate-break';
import { DAYS_BEFORE } from '../watch/unusual-days';
import type { Daily } from '../watch/usual-day';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding, Since } from './finding';
import { ratioSpread } from './ratio-spread';
import { only, resultOf, type Situation } from './situation';
import { happenedAround, Words } from './words';

/** So many more claims for each order than before are a tag that counts twice, or counts something else. */
const JUMP = 1.25;
/** Surely more claims than this for each order that a channel's tags lead to: what it counts is no result. */
const NO_RESULT = 4;

/** A channel's claims and the orders that its tags lead to, day by day of the click; null where one of both is not known. */
interface Claimed {
  readonly line: NamedLine;
  readonly orders: Daily;
  readonly claims: Daily;
}

/**
 * What channels claim in their reports for each order that their tags lead to, by the day of the click, also of channels
 * that list no claim one by one: since which day it is more (a tag that began to fire twice), and where it is so many times as
 * many that what is counted is no result.
 */
export function checkClaimReports(situation: Situation): Looked {
  const days = { from: situation.days.from - DAYS_BEFORE, to: situation.days.to };
  const [orders, claims] = [linesBy(situation, days, 'orders'), linesBy(situation, days, 'claims')];
  const last = Math.min(orders?.last ?? -1, claims?.last ?? -1);
  const channels = (claims?.members ?? []).flatMap((line): Claimed[] => {
    const own = orders?.members.find(({ key }) => key === line.key);
    const known = (at: number): boolean => at <= last && line.values[at] != null && own?.values[at] != null;
    const only = (values: Daily): Daily => values.map((each, at) => (known(at) ? each : null));
    return own ? [{ line, orders: only(own.values), claims: only(line.values) }] : [];
  });
  const told = channels.filter((each) => total(each.orders) > 0 && total(each.claims) > 0);
  if (told.length === 0)
    return lacking('reports', 'no channel reports what it claims beside orders that its tags lead to. Reports of both would tell');
  return {
    check: 'reports',
    looked: `the claims that ${quantity(told.length, 'channel reports', 'channels report', situation.style)}`,
    findings: told.flatMap((each) => [...jumpFinding(situation, each, days), ...noResultFinding(situation, each, days)]),
    lacks: '',
  };
}

function linesBy(situation: Situation, days: DayRange, countedBy: CountedBy): Lines | undefined {
  const { tables, names, client, metricSet, lastDay } = situation;
  const asked = { client, metricSet, knownOn: null, countedBy, basis: 'click' } as const;
  return linesOf(tables, asked, names, { days, lastDay, metrics: [resultOf(situation).count] })[0];
}

const total = (values: Daily): number => sum(values.map((each) => each ?? 0));

/** Since when there are more claims for each order than before, and until when. */
function jumpFinding(situation: Situation, { line, orders, claims }: Claimed, days: DayRange): OtherFinding[] {
  const risen = risenSince(orders, claims);
  if (!risen || risen.now < JUMP * risen.before) return [];
  const { many } = resultOf(situation);
  const dayOf = (at: number): number => days.from + at;
  const until = risen.until === null ? null : dayOf(risen.until);
  const since: Since = { day: dayOf(risen.at), within: { from: dayOf(risen.within[0]), to: dayOf(risen.within[1]) }, until };
  const words = new Words(situation.style);
  const of = (values: Daily): number => total(values.slice(risen.at, risen.until === null ? values.length : risen.until + 1));
  return [
    {
      ...base(situation, line, { trouble: 'jump', orders, claims, days }),
      since,
      says: `${line.name} ${until === null ? 'claims' : 'claimed'} ${each(situation, risen.now)} ${many} for each that its tags lead to, ${words.since(since)}; before it were ${each(situation, risen.before)}: about ${words.about(of(claims) - risen.before * of(orders))} more than came.`,
      advice:
        'A tag that fires twice looks like this, or one that counts another step. See what the channel’s tag fires on; until then judge it by the orders.',
      happened: happenedAround(situation, since.within, line.name),
    },
  ];
}

function noResultFinding(situation: Situation, { line, orders, claims }: Claimed, days: DayRange): OtherFinding[] {
  const [found, claimed] = [total(orders), total(claims)];
  if ((claimed / found) * Math.exp(-ratioSpread(found, claimed)) <= NO_RESULT) return [];
  const { many, one } = resultOf(situation);
  return [
    {
      ...base(situation, line, { trouble: 'no result', orders, claims, days }),
      since: null,
      says: `${line.name} claims ${each(situation, claimed / found)} ${many} for each that its tags lead to: what it counts is hardly a ${one}.`,
      advice: 'See what the channel is told to count: a visit, a time on the site or a view is no result. Let it steer by what is one.',
      happened: [],
    },
  ];
}

const each = ({ style }: Situation, ratio: number): string => formatNumber(ratio, 'number', style, 1);

interface Base extends Pick<Claimed, 'orders' | 'claims'> {
  readonly trouble: string;
  readonly days: DayRange;
}

function base(
  situation: Situation,
  line: NamedLine,
  { trouble, orders, claims, days }: Base,
): Omit<OtherFinding, 'says' | 'advice' | 'since' | 'happened'> {
  const words = new Words(situation.style);
  const { many, count } = resultOf(situation);
  return {
    check: 'reports',
    trouble,
    key: findingKey('reports', trouble, line.key),
    about: { kind: 'Channel', name: line.name, path: [] },
    group: 'not the advertising',
    money: 0,
    days,
    evidence: [
      `${words.count(total(claims))} claims in its reports and ${words.count(total(orders))} ${many} of the client’s own list that its tags lead to, by the day of the click, ${words.days(days)}, of days of which most has come.`,
    ],
    picture: {
      kind: 'days',
      title: `Claims for each of the ${many} that its tags lead to, week by week`,
      unit: 'count',
      from: days.from,
      values: weekly(claims, orders),
      usual: Array.from({ length: lengthOf(days) }, () => total(claims) / total(orders)),
      marked: [],
    },
    rows: {
      screen: 'compare',
      metric: count,
      rows: ['channel'],
      where: only('channel', line.name),
      period: days,
    },
  };
}

/** Of each day the claims for each order of the week up to it. */
const weekly = (claims: Daily, orders: Daily): (number | null)[] =>
  claims.map((_, at) => {
    const [from, to] = [Math.max(0, at - 6), at + 1];
    const of = total(orders.slice(from, to));
    return at >= 6 && claims[at] != null && of > 0 ? total(claims.slice(from, to)) / of : null;
  });
