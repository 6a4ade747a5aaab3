import { BUILT_IN, checkClaims, type Claim, type ClaimsToCheck, type CountedOutcome, type OtherFinding } from '@lens/core';
import type { Market } from '../market/src/market';
import type { Report } from '../market/src/report/report';
import { dayOf, isoDay } from '../market/src/world/calendar';
import type { ClientWorld } from '../market/src/world/spec';
import type { Figure } from './figures';

/** What the check of claims says of every four weeks of a client, channel by channel. */
export interface JudgedClaims {
  /** Four weeks in which a tag fired twice, and of these those found as such, from its first day on. */
  readonly planted: number;
  readonly named: number;
  readonly weeks: number;
  /** Findings for which nothing was planted. */
  readonly falseAlarms: readonly OtherFinding[];
}

const WEEKS = 28;
/** Of fewer days of a trouble nothing need be said. */
const LEAST_DAYS = 4;
const MILLION = 1_000_000;

export function judgeClaims(market: Market, world: ClientWorld): JudgedClaims {
  const claims = toldOf(market, world);
  const { metricSet, locale, currency } = world;
  const about = { claims, style: { locale, currency }, happened: [], target: null, metricSet, tables: { vocabulary: BUILT_IN } };
  const ends = [];
  for (let to = market.today - 1; to - WEEKS + 1 >= dayOf(world.from); to -= WEEKS) ends.push(to);
  const judged = ends.map((to) => {
    const days = { from: to - WEEKS + 1, to };
    const planted = world.events.flatMap(({ doubleTag, from, to: until }) => {
      const [first, last] = [Math.max(days.from, dayOf(from)), Math.min(days.to, dayOf(until))];
      return doubleTag !== undefined && last - first + 1 >= LEAST_DAYS ? [{ channel: doubleTag, from: dayOf(from) }] : [];
    });
    const { findings } = checkClaims({ ...about, days });
    const isPlanted = ({ trouble, about: { name } }: OtherFinding): boolean =>
      trouble === 'again' &&
      world.events.some(({ doubleTag, from, to: until }) => doubleTag === name && dayOf(from) <= to && dayOf(until) >= days.from);
    const named = planted.filter(({ channel, from }) =>
      findings.some(({ trouble, about: own, since }) => trouble === 'again' && own.name === channel && since?.day === from),
    );
    return { planted: planted.length, named: named.length, falseAlarms: findings.filter((finding) => !isPlanted(finding)) };
  });
  const sum = (of: 'planted' | 'named'): number => judged.reduce((all, each) => all + each[of], 0);
  return {
    planted: sum('planted'),
    named: sum('named'),
    weeks: judged.length,
    falseAlarms: judged.flatMap(({ falseAlarms }) => falseAlarms),
  };
}

/** What the judge prints of it. */
export function figuresOfClaims(client: string, { planted, named, weeks, falseAlarms }: JudgedClaims): Figure[] {
  const quiet: Figure = {
    name: `${client}: four weeks without a false alarm of claims`,
    value: 1 - falseAlarms.length / weeks,
    bar: 1,
    unit: '%',
  };
  if (planted === 0) return [quiet];
  return [quiet, { name: `${client}: tags that fire twice named on their day`, value: named / planted, bar: 1, unit: '%' }];
}

/** Claims and orders as the market's reports tell them. */
function toldOf(market: Market, world: ClientWorld): ClaimsToCheck {
  const days = { from: dayOf(world.from), to: market.today - 1 };
  const reportsOf = (channel: string): readonly Report[] =>
    market.accounts(channel).flatMap(({ client, reports }) => (client === world.id ? reports : []));
  const rowsOf = (report: Report | undefined): { readonly cell: (name: string) => string | number | null }[] => {
    const at = new Map(report?.fields.map(({ name }, place) => [name, place]));
    return (report?.rows(days) ?? []).map((row) => ({ cell: (name) => row[at.get(name) ?? -1] ?? null }));
  };
  const till = reportsOf('till').find(({ id }) => id === 'till');
  const number = till?.fields[1]?.name ?? '';
  const outcomes = rowsOf(till).map(({ cell }): CountedOutcome => ({
    id: String(cell(number)),
    day: dayOf(String(cell('Day'))),
    count: 1,
    value: Number(cell('Goods net') ?? NaN) * MILLION,
  }));
  const channels = [...new Set(world.campaigns.map(({ channel }) => channel))].filter((id) =>
    reportsOf(id).some(({ id: own }) => own === 'claims'),
  );
  const claims = channels.flatMap((id, channel) =>
    rowsOf(reportsOf(id).find(({ id: own }) => own === 'claims')).map(({ cell }): Claim => {
      const [order, value] = [cell(number), cell('Claimed value')];
      return {
        channel,
        order: order === null ? null : String(order),
        day: dayOf(String(cell('Day'))),
        clickDay: dayOf(String(cell('Clicked at')).slice(0, isoDay(0).length)),
        count: 1,
        value: value === null ? NaN : Number(value) * MILLION,
      };
    }),
  );
  const isCovered = (day: number): boolean => day >= days.from && day <= days.to;
  return { outcomes, claims, channels: channels.map((id) => ({ id, name: id })), isCovered, isListed: true };
}
