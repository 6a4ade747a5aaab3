import { creditAnswer, type CreditAnswer, gap } from '@lens/core';
import { ASKED, logOf, type ToldPerson } from '../../core/src/test/touches';
import { kelpieKayakTours } from '../../market/src/clients/kelpie-kayak-tours';
import { northwallClimbing } from '../../market/src/clients/northwall-climbing';
import { Market } from '../../market/src/market';
import { creditOf } from '../../market/src/truth/credit';
import { crowdOf, planOf } from '../../market/src/truth/crowd';
import { Expectation } from '../../market/src/truth/expected';
import { usualDays } from '../../market/src/truth/usual-days';
import type { ClientWorld } from '../../market/src/world/spec';

const NOBODY = {
  spend: () => gap('not measured'),
  claims: () => gap('not measured'),
  claimedValue: () => gap('not measured'),
  members: [],
};
const HOUR = 3_600_000;
const SINCE = ASKED.days.from * 24 * HOUR;

/** The site's log of a market as people, their members the places of the world's campaigns. */
function peopleOf(market: Market, world: ClientWorld): ToldPerson[] {
  const report = market
    .accounts('footpath')
    .flatMap(({ client, reports }) => (client === world.id ? reports : []))
    .find(({ id }) => id === 'journeys')!;
  const placeOf = new Map(world.campaigns.map(({ id }, place) => [id, place]));
  const people = new Map<unknown, { touches: [number, number][]; sold: number[]; weight: number }>();
  for (const [, visitor, at, kind, source, campaign, , , , weight] of report.rows({ from: 0, to: market.today - 1 })) {
    const person = people.get(visitor) ?? { touches: [], sold: [], weight: 1 };
    people.set(visitor, person);
    const hour = (Date.parse(String(at)) - SINCE) / HOUR;
    if (kind !== 'click' && kind !== 'view') {
      person.sold.push(hour);
      continue;
    }
    person.weight = Number(weight);
    const unpaid = world.campaigns.findIndex(({ channel, name }) => channel === 'unpaid' && name === source);
    person.touches.push([placeOf.get(String(campaign)) ?? unpaid, hour]);
  }
  return [...people.values()];
}

const outcomesOf = (answer: CreditAnswer, of: string): number[] =>
  answer.columns.find((column) => column.of === of)!.figures.map((figure) => (figure.kind === 'value' ? figure.value : NaN));

/** Spearman's rank correlation. */
function rankCorrelation(a: readonly number[], b: readonly number[]): number {
  const ranks = (of: readonly number[]) => of.map((each) => of.filter((other) => other < each).length);
  const [own, other] = [ranks(a), ranks(b)];
  const squares = own.reduce((sum, rank, at) => sum + (rank - other[at]!) ** 2, 0);
  return 1 - (6 * squares) / (a.length * (a.length ** 2 - 1));
}

describe.each([[northwallClimbing], [kelpieKayakTours]].map(([world]) => [world!.name, world!] as const))(
  'credit by removal against the world of %s lived without each campaign',
  (name, world) => {
    it('is within ten points of it, and in its order', () => {
      const market = Market.open(undefined, undefined, [world]);
      const crowd = crowdOf(world, market.settingsOf(world), usualDays(world, market.today));
      const expectation = new Expectation(crowd);
      const plan = planOf(crowd);
      const { removal } = creditOf(expectation, plan);
      const { outcomes } = expectation.of(plan);
      const days = { from: 0, to: 100_000 };
      const answer = creditAnswer(logOf(peopleOf(market, world)), { ...ASKED, action: 'purchase', days, lookback: 60 * 24 }, NOBODY);
      const [lost, met] = [outcomesOf(answer, 'lost'), outcomesOf(answer, 'met')];
      const told = answer.rows.flatMap((codes, row) => {
        const place = codes?.[0];
        const isPaid = place !== undefined && place >= 0 && world.campaigns[place]?.channel !== 'unpaid';
        return isPaid && met[row]! >= 100 ? [[removal[place]! / outcomes, lost[row]! / answer.journeys.outcomes] as const] : [];
      });
      const apart = Math.max(...told.map(([truth, credit]) => Math.abs(truth - credit)));
      const order = rankCorrelation(
        told.map(([truth]) => truth),
        told.map(([, credit]) => credit),
      );
      console.log(
        `${name}: ${told.length} campaigns, at most ${(100 * apart).toFixed(1)} points apart, rank correlation ${order.toFixed(2)}`,
      );
      expect(told.length).toBeGreaterThan(5);
      expect(apart).toBeLessThan(0.1);
      expect(order).toBeGreaterThanOrEqual(0.8);
    });
  },
);
