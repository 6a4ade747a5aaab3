import {
  gammaP,
  gammaQuantile,
  gammaVariate,
  judge,
  keepDiscoveries,
  poissonAtLeast,
  poissonAtMost,
  poissonInterval,
  seededRandom,
  valueInterval,
  wilson,
} from '../index';

/** Σ e^−m m^k / k! for k below a count: what the gamma function stands for, term by term. */
function below(count: number, mean: number): number {
  let term = Math.exp(-mean);
  let sum = 0;
  for (let k = 0; k < count; k++, term *= mean / k) sum += term;
  return sum;
}

describe('the gamma distribution', () => {
  it.each([
    [1, 1],
    [3, 10],
    [10, 3],
    [10, 11],
    [10, 10.9],
    [120, 90],
    [120, 150],
  ])('of shape %d at %d is a Poisson sum', (shape, x) => expect(gammaP(shape, x)).toBeCloseTo(1 - below(shape, x), 12));

  it('of shape ½ is the error function', () => {
    expect(gammaP(0.5, 0.5)).toBeCloseTo(0.6826894921370859, 12);
    expect(gammaP(0.5, 2)).toBeCloseTo(0.9544997361036416, 12);
  });

  it('begins at 0 and refuses what is no shape, place or probability', () => {
    expect(gammaP(2, 0)).toBe(0);
    for (const wrong of [() => gammaP(0, 1), () => gammaP(-1, 1), () => gammaP(1, -1), () => gammaP(NaN, 1)])
      expect(wrong).toThrow(/No gamma probability for shape/);
    for (const probability of [0, 1, -0.1, 1.1, NaN])
      expect(() => gammaQuantile(probability, 1)).toThrow(`No quantile for probability ${probability}`);
  });

  it('has the quantiles of an exponential at shape 1, far out as well', () => {
    for (const probability of [0.025, 0.5, 0.975, 0.999999]) {
      const exact = -Math.log1p(-probability);
      expect(Math.abs(gammaQuantile(probability, 1) / exact - 1)).toBeLessThan(1e-9);
    }
  });

  it('is drawn with its mean and spread, also below shape 1', () => {
    const random = seededRandom(5);
    for (const shape of [0.5, 1, 2.5, 40]) {
      const draws = Array.from({ length: 20_000 }, () => gammaVariate(shape, random));
      const mean = draws.reduce((sum, each) => sum + each, 0) / draws.length;
      const spread = draws.reduce((sum, each) => sum + (each - mean) ** 2, 0) / draws.length;
      expect(Math.abs(mean - shape)).toBeLessThan(4 * Math.sqrt(shape / draws.length));
      expect(Math.abs(spread / shape - 1)).toBeLessThan(0.08);
      // And its shape: as many below its median as there should be.
      const median = gammaQuantile(0.5, shape);
      expect(Math.abs(draws.filter((each) => each < median).length / draws.length - 0.5)).toBeLessThan(0.015);
    }
  });

  it('is drawn from numbers that are the same everywhere', () => {
    const random = seededRandom(1);
    expect([random(), random(), random()]).toEqual([0.6270739405881613, 0.002735721180215478, 0.5274470399599522]);
    expect(seededRandom(-1)()).toBe(seededRandom(4_294_967_295)());
  });
});

describe('Poisson counts', () => {
  it.each([
    [0, 2],
    [4, 6.5],
    [30, 20],
  ])('%d around %d', (count, mean) => {
    expect(poissonAtMost(count, mean)).toBeCloseTo(below(count + 1, mean), 12);
    expect(poissonAtLeast(count, mean)).toBeCloseTo(1 - below(count, mean), 12);
  });

  it('that are no whole numbers are taken to the nearest that says less', () => {
    expect(poissonAtMost(4.7, 6.5)).toBe(poissonAtMost(4, 6.5));
    expect(poissonAtLeast(3.2, 6.5)).toBe(poissonAtLeast(4, 6.5));
  });

  it('of nothing are certain', () => {
    expect([poissonAtMost(3, 0), poissonAtLeast(0, 0), poissonAtLeast(1, 0), poissonAtLeast(0, 5)]).toEqual([1, 1, 0, 1]);
  });

  it('have the limits of Garwood at other levels too, and refuse less than nothing', () => {
    expect(poissonInterval(0)).toMatchObject({ low: 0 });
    // 99 %: 0.005 and 0.995 quantiles, as published for 5.
    expect(poissonInterval(5, 0.99).low).toBeCloseTo(1.078, 3);
    expect(poissonInterval(5, 0.99).high).toBeCloseTo(14.15, 2);
    expect(() => poissonInterval(-1)).toThrow('No count of -1');
    expect(() => poissonInterval(NaN)).toThrow('No count of NaN');
  });

  it('as proportions have the limits of Wilson, and need trials', () => {
    expect(wilson(3, 8).low).toBeCloseTo(0.1368, 4);
    expect(wilson(3, 8).high).toBeCloseTo(0.6943, 4);
    expect(wilson(3, 8, 2.5758).low).toBeCloseTo(0.1008, 4);
    expect(wilson(0, 10).low).toBe(0);
    expect(wilson(10, 10).high).toBeCloseTo(1, 12);
    for (const [successes, trials] of [
      [0, 0],
      [-1, 5],
      [6, 5],
    ] as const)
      expect(() => wilson(successes, trials)).toThrow(`No proportion from ${successes} of ${trials}`);
  });
});

describe('values of orders', () => {
  it('go by the usual value below five orders', () => {
    const { low, high } = poissonInterval(4);
    expect(valueInterval([1, 1, 1, 1], 40)).toEqual({ low: low * 40, high: high * 40 });
    expect(valueInterval([], 40)).toEqual({ low: 0, high: poissonInterval(0).high * 40 });
    expect(valueInterval([1, 1, 1, 1, 1], 40).high).toBeLessThan(20);
  });

  it('that are all the same are as uncertain as their count', () => {
    const { low, high } = valueInterval(new Array<number>(400).fill(25), 40, 3);
    expect(low / 25).toBeCloseTo(poissonInterval(400).low, -1);
    expect(high / 25).toBeCloseTo(poissonInterval(400).high, -1);
  });

  it('that differ are more uncertain than their count, and around their sum', () => {
    const orders = Array.from({ length: 100 }, (_, at) => (at % 10 === 0 ? 910 : 10));
    const { low, high } = valueInterval(orders, 40, 3);
    const sum = 100 * 100;
    expect(low).toBeLessThan(sum);
    expect(high).toBeGreaterThan(sum);
    // √(1 / 100 + variance of the values / mean² / 100) = 0.286 on each side of 1, in standard errors.
    expect((high - low) / sum / (2 * 1.96)).toBeGreaterThan(0.25);
    expect((high - low) / sum / (2 * 1.96)).toBeLessThan(0.35);
  });
});

describe('verdicts', () => {
  const at = (count: number, atBar: number, reached = { low: 0.5, high: 1.5 }) => judge({ count, atBar, reached, clicks: 100, spend: 50 });

  it('go by the side of the bar, which itself is neither', () => {
    expect(at(10, 20, { low: 0.2, high: 0.99 })).toMatchObject({ verdict: 'misses', more: null });
    expect(at(30, 20, { low: 1.01, high: 2 })).toMatchObject({ verdict: 'beats', more: null });
    expect(at(10, 20, { low: 0.2, high: 1 }).verdict).toBe('undecided');
    expect(at(30, 20, { low: 1, high: 2 }).verdict).toBe('undecided');
  });

  it('tell the chance of such a count at the bar, on both sides', () => {
    expect(at(4, 6.5).pValue).toBeCloseTo(2 * below(5, 6.5), 12);
    expect(at(9, 6.5).pValue).toBeCloseTo(2 * (1 - below(9, 6.5)), 12);
    expect(at(10, 10).pValue).toBe(1);
  });

  it('ask for more only where thirty times as much would decide', () => {
    // 10 of 11.2: undecided until about 30 times as much; 10 of 11 not even then.
    expect(at(10, 11).verdict).toBe('at the bar');
    expect(at(10, 11.2).verdict).toBe('undecided');
    expect(at(10, 11.2).more?.clicks).toBeGreaterThan(2800);
    expect(at(0, 0).verdict).toBe('at the bar');
  });

  it('ask for clicks and money in the same measure, and never for less than a twentieth', () => {
    const { more } = at(10, 13);
    expect(more?.clicks).toBe(Math.ceil((more?.spend ?? NaN) * 2));
    expect(at(10, 20).more?.spend).toBeCloseTo(0.05 * 50, 10);
    expect(at(60, 45).more?.clicks).toBeGreaterThan(5);
    // Just as much as decides: a little less does not.
    const times = 1 + (more?.spend ?? NaN) / 50;
    expect(poissonInterval(10 * times).high).toBeLessThan(13 * times);
    expect(poissonInterval(10 * (times - 0.02)).high).toBeGreaterThan(13 * (times - 0.02));
  });
});

describe('findings that are kept', () => {
  it('are the longest run below the rising line, whatever their order', () => {
    // Of five at 10 %: 0.02, 0.04, 0.06, 0.08, 0.10.
    expect(keepDiscoveries([0.09, 0.02, 0.9, 0.05, 0.03])).toEqual([false, true, false, true, true]);
    expect(keepDiscoveries([0.07, 0.021, 0.061, 0.079, 0.5])).toEqual([true, true, true, true, false]);
    expect(keepDiscoveries([0.1])).toEqual([true]);
    expect(keepDiscoveries([0.1], 0.05)).toEqual([false]);
  });
});
