import { creditAnswer, type CreditAnswer, gap, rankCorrelation } from '@lens/core';
import { ASKED, logOf, type ToldPerson } from '../core/src/test/touches';
import type { Market } from '../market/src/market';
import { creditOf } from '../market/src/truth/credit';
import { crowdOf, planOf } from '../market/src/truth/crowd';
import { Expectation } from '../market/src/truth/expected';
import { daysOf } from '../market/src/truth/lived';
import { dayOf } from '../market/src/world/calendar';
import type { ClientWorld } from '../market/src/world/spec';
import type { Figure } from './figures';

/**
 * How credit by removal stands to the world lived without each campaign before which 100 outcomes were met or more: the
 * same people, all that were born since the log began. What a marketplace sells never reaches the site's log, which
 * cannot be asked of it.
 */
export interface JudgedCredit {
  readonly campaigns: number;
  /** Between the shares of outcomes that would be lost, at most. */
  readonly apart: number;
  readonly within: number;
  /** Spearman's, of the two; null for fewer campaigns than say anything. */
  readonly order: number | null;
}

const LEAST_MET = 100;
const TEN_POINTS = 0.1;
const LEAST_RANKED = 5;
const LOOKBACK = 60 * 24;
const NOBODY = {
  spend: () => gap('not measured'),
  claims: () => gap('not measured'),
  claimedValue: () => gap('not measured'),
  marginOn: () => undefined,
  members: [],
};
const HOUR = 3_600_000;
const SINCE = ASKED.days.from * 24 * HOUR;

export function judgeCredit(market: Market, world: ClientWorld): JudgedCredit {
  const crowd = crowdOf(world, market.settingsOf(world), daysOf({ from: dayOf(world.from), to: market.today - 1 }));
  const expectation = new Expectation(crowd);
  const plan = planOf(crowd);
  const { removal } = creditOf(expectation, plan);
  const isElsewhere = (place: number): boolean => world.campaigns[place]?.channel === 'stallway';
  const elsewhere = removal.reduce((sum, each, place) => sum + (isElsewhere(place) ? each : 0), 0);
  const outcomes = expectation.of(plan).outcomes - elsewhere;
  const answer = creditAnswer(
    logOf(peopleOf(market, world)),
    { ...ASKED, action: 'purchase', days: { from: 0, to: 100_000 }, lookback: LOOKBACK },
    NOBODY,
  );
  const [lost, met] = [columnOf(answer, 'lost'), columnOf(answer, 'met')];
  const told = answer.rows.flatMap((member, row) => {
    const place = typeof member === 'string' ? -1 : (member[0] ?? -1);
    const isPaid = place >= 0 && world.campaigns[place]?.channel !== 'unpaid' && !isElsewhere(place);
    const share = (lost[row] ?? 0) / answer.journeys.outcomes;
    return isPaid && (met[row] ?? 0) >= LEAST_MET ? [{ truth: (removal[place] ?? 0) / outcomes, share }] : [];
  });
  const apart = told.map(({ truth, share }) => Math.abs(truth - share));
  return {
    campaigns: told.length,
    apart: Math.max(0, ...apart),
    within: apart.filter((each) => each <= TEN_POINTS).length / Math.max(1, told.length),
    order:
      told.length < LEAST_RANKED
        ? null
        : (rankCorrelation(
            told.map(({ truth }) => truth),
            told.map(({ share }) => share),
          )?.r ?? null),
  };
}

/** What the judge prints of it; nothing where no campaign was met often enough. */
export function figuresOfCredit(client: string, { campaigns, within, order }: JudgedCredit): Figure[] {
  if (campaigns === 0) return [];
  return [
    { name: `${client}: campaigns whose loss, by removal, is within 10 points`, value: within, bar: 1, unit: '%' },
    ...(order === null
      ? []
      : [{ name: `${client}: rank correlation of that loss with the truth`, value: order, bar: 0.8, unit: '%' } satisfies Figure]),
  ];
}

/** The site's log as people, whose members are the places of the world's campaigns. */
function peopleOf(market: Market, world: ClientWorld): ToldPerson[] {
  const reports = market.accounts('footpath').flatMap(({ client, reports: own }) => (client === world.id ? own : []));
  const places = new Map(world.campaigns.map(({ id }, place) => [id, place]));
  const people = new Map<unknown, { touches: [number, number][]; sold: number[]; weight: number }>();
  const report = reports.find(({ id }) => id === 'journeys');
  const weightAt = report?.fields.findIndex(({ name }) => name === 'Weight') ?? -1;
  for (const row of report?.rows({ from: 0, to: market.today - 1 }) ?? []) {
    const [, visitor, at, kind, source, campaign] = row;
    const person = people.get(visitor) ?? { touches: [], sold: [], weight: 1 };
    people.set(visitor, person);
    const hour = (Date.parse(String(at)) - SINCE) / HOUR;
    if (kind === 'click' || kind === 'view') {
      const unpaid = world.campaigns.findIndex(({ channel, name }) => channel === 'unpaid' && name === source);
      person.weight = Number(row[weightAt]);
      person.touches.push([places.get(String(campaign)) ?? unpaid, hour]);
    } else if (kind === world.action) person.sold.push(hour);
  }
  return [...people.values()];
}

const columnOf = ({ columns }: CreditAnswer, of: string): number[] =>
  columns.find((column) => column.of === of)?.figures.map((figure) => (figure.kind === 'value' ? figure.value : NaN)) ?? [];
