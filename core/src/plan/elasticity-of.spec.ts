import { seededRandom } from '../evidence/random';
import { type AnsweredWeek, elasticities } from './elasticity-of';

const normal = (random: () => number): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** Weeks of campaigns with these elasticities, whose demand varies from week to week, and whose prices rise together in some. */
function lived(powers: readonly number[], { weeks = 26, noise = 0.04, varies = 0.4 } = {}): AnsweredWeek[] {
  const random = seededRandom(4);
  const prices = Array.from({ length: weeks }, () => Math.exp(0.25 * normal(random)));
  return powers.flatMap((power, campaign) =>
    prices.map((price, week) => {
      const [spend, demand] = [350 + 40 * campaign, 20_000 * Math.exp(varies * normal(random)) * Math.sqrt(price)];
      const clicks = (demand / 40) * ((40 * spend) / demand / 2 / price) ** power * Math.exp(noise * normal(random));
      return { campaign, week, spend, clicks, demand };
    }),
  );
}

describe('how clicks follow spend', () => {
  it('is found in weeks of more and less demand, whatever a season does to all prices', () => {
    const powers = [0.5, 0.6, 0.7, 0.8, 0.85];
    const of = elasticities(lived(powers));
    powers.forEach((power, campaign) => {
      const { low, middle, high } = of(campaign);
      expect(Math.abs(middle - power)).toBeLessThan(0.12);
      expect(low).toBeLessThan(power);
      expect(high).toBeGreaterThan(power);
    });
    // One that ran in no week is like the others.
    expect(of(99).middle).toBeCloseTo(0.69, 1);
    expect(of(99).high - of(99).low).toBeGreaterThan(of(0).high - of(0).low);
  });

  it('is the usual one where nothing tells, and drawn to it where little does', () => {
    expect(elasticities([])(1)).toEqual({ low: expect.closeTo(0.4, 1), middle: 0.7, high: 0.95 });
    expect(elasticities(lived([0.5, 0.9], { weeks: 7 }))(0).middle).toBe(0.7);
    const still = elasticities(lived([0.5, 0.5], { varies: 0.01, noise: 0.3 }))(0);
    expect(Math.abs(still.middle - 0.7)).toBeLessThan(0.06);
  });

  it('leaves out weeks without spend, clicks or demand', () => {
    const weeks = lived([0.6, 0.7]);
    const broken = weeks.map((each, at) => (at % 5 === 0 ? { ...each, clicks: 0 } : at % 5 === 1 ? { ...each, demand: NaN } : each));
    for (const campaign of [0, 1]) expect(Math.abs(elasticities(broken)(campaign).middle - (campaign === 0 ? 0.6 : 0.7))).toBeLessThan(0.1);
  });
});
