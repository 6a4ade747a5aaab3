import fc from 'fast-check';
import {
  gammaP,
  gammaQuantile,
  judge,
  keepDiscoveries,
  poissonAtMost,
  poissonInterval,
  seededRandom,
  valueInterval,
  wilson,
} from '../index';

describe('evidence', () => {
  it('does not take 4 of 9 clicks for a fact', () => {
    const { low, high } = wilson(4, 9);
    expect(low).toBeCloseTo(0.1888, 3);
    expect(high).toBeCloseTo(0.7333, 3);
  });

  it('keeps Wilson inside 0 to 1 and around the share', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.double({ min: 0, max: 1, noNaN: true }), (trials, part) => {
        const successes = Math.floor(trials * part);
        const { low, high } = wilson(successes, trials);
        expect(low).toBeGreaterThanOrEqual(0);
        expect(high).toBeLessThanOrEqual(1);
        expect(low - 1e-12).toBeLessThanOrEqual(successes / trials);
        expect(high + 1e-12).toBeGreaterThanOrEqual(successes / trials);
      }),
      { seed: 4 },
    );
  });

  it('gives the published exact Poisson limits', () => {
    expect(poissonInterval(0).high).toBeCloseTo(3.6889, 4);
    expect(poissonInterval(10).low).toBeCloseTo(4.7954, 4);
    expect(poissonInterval(10).high).toBeCloseTo(18.3904, 4);
  });

  it('inverts its gamma distribution', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 2000, noNaN: true }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        (shape, probability) => {
          expect(gammaP(shape, gammaQuantile(probability, shape))).toBeCloseTo(probability, 6);
        },
      ),
      { seed: 5 },
    );
  });

  it('adds Poisson probabilities as the slow sum does', () => {
    let term = Math.exp(-6.5);
    let sum = term;
    for (let k = 1; k <= 4; k++) sum += term *= 6.5 / k;
    expect(poissonAtMost(4, 6.5)).toBeCloseTo(sum, 10);
  });

  it('covers the true value about as often as it says', () => {
    const random = seededRandom(11);
    let covered = 0;
    const trials = 120;
    for (let trial = 0; trial < trials; trial++) {
      const orders: number[] = [];
      for (let spent = -Math.log(1 - random()); spent < 25; spent -= Math.log(1 - random())) orders.push(20 + 40 * random());
      const { low, high } = valueInterval(orders, 40, trial);
      if (low <= 25 * 40 && 25 * 40 <= high) covered += 1;
    }
    expect(covered / trials).toBeGreaterThan(0.89);
    expect(covered / trials).toBeLessThan(0.995);
  });

  it('keeps the findings Benjamini and Hochberg keep', () => {
    expect(keepDiscoveries([0.005, 0.009, 0.05, 0.06, 0.3, 0.9])).toEqual([true, true, true, true, false, false]);
    expect(keepDiscoveries([])).toEqual([]);
  });

  it('judges by the side of the bar the interval lies on', () => {
    const at = (count: number, atBar: number) => {
      const { low, high } = poissonInterval(count);
      return judge({ count, atBar, reached: { low: low / atBar, high: high / atBar }, clicks: 100, spend: 50 });
    };
    expect(at(10, 40).verdict).toBe('misses');
    expect(at(60, 20).verdict).toBe('beats');
    expect(at(1000, 1001).verdict).toBe('at the bar');
    const open = at(4, 8);
    expect(open.verdict).toBe('undecided');
    expect(open.more?.clicks).toBeGreaterThan(0);
  });

  it('asks for as much more data as then decides', () => {
    const { more } = judge({ count: 4, atBar: 8, reached: { low: 0.1, high: 1.3 }, clicks: 100, spend: 50 });
    const times = 1 + (more?.clicks ?? 0) / 100;
    expect(poissonInterval(4 * times).high).toBeLessThan(8 * times);
    expect(poissonInterval(4 * (times - 0.1)).high).toBeGreaterThan(8 * (times - 0.1));
  });
});
