import fc from 'fast-check';
import { audienceOf, nextThousand, reachOf } from './audience';

describe('reach of an audience', () => {
  it('is that of negative-binomial exposures', () => {
    // 10,000 people, evenness 1, 10,000 impressions: 1 − 1 / 2 of them.
    expect(reachOf({ people: 10_000, evenness: 1 }, 10_000)).toBeCloseTo(5000, 9);
    // Evenness 0.5: 1 − (1 + 2)^−0.5.
    expect(reachOf({ people: 10_000, evenness: 0.5 }, 10_000)).toBeCloseTo(4226.4973, 3);
    expect(reachOf({ people: 10_000, evenness: 0.5 }, 0)).toBe(0);
  });

  it('grows with impressions, ever slower, and never beyond the audience', () => {
    const audience = fc.record({ people: fc.integer({ min: 100, max: 1e6 }), evenness: fc.double({ min: 0.1, max: 10, noNaN: true }) });
    fc.assert(
      fc.property(audience, fc.integer({ min: 1, max: 1e7 }), (of, impressions) => {
        expect(reachOf(of, impressions)).toBeLessThanOrEqual(of.people);
        expect(nextThousand(of, impressions)).toBeGreaterThanOrEqual(0);
        expect(nextThousand(of, impressions)).toBeLessThanOrEqual(nextThousand(of, impressions / 2) + 1e-6);
      }),
      { seed: 8, numRuns: 200 },
    );
  });
});

describe('the audience behind some windows', () => {
  const windows = (of: { people: number; evenness: number }, noise: (at: number) => number = () => 1) =>
    [0.8, 0.9, 1, 1.1, 1.2].map((scale, at) =>
      [20_000, 80_000].map((impressions) => ({
        impressions: impressions * scale,
        people: Math.round(reachOf(of, impressions * scale) * noise(at)),
      })),
    );

  it('is found again, with its evenness', () => {
    for (const evenness of [0.4, 0.8, 2]) {
      const found = audienceOf(windows({ people: 30_000, evenness }));
      expect((found?.people ?? 0) / 30_000).toBeCloseTo(1, 1);
      expect((found?.evenness ?? 0) / evenness).toBeCloseTo(1, 0);
    }
  });

  it('is less sure the less its windows agree', () => {
    const width = (noise: (at: number) => number): number => {
      const size = audienceOf(windows({ people: 30_000, evenness: 0.6 }, noise))?.size;
      return (size?.high ?? Infinity) / (size?.low ?? 1);
    };
    expect(width(() => 1)).toBeLessThan(1.01);
    expect(width((at) => 1 + 0.05 * (at % 2))).toBeGreaterThan(1.1);
  });

  it('is not told of fewer than three days, or of windows that contradict themselves', () => {
    const [first, second] = windows({ people: 30_000, evenness: 1 });
    expect(audienceOf([first ?? [], second ?? []])).toBeNull();
    expect(audienceOf([...windows({ people: 30_000, evenness: 1 }), [{ impressions: 10, people: 20 }]])).toBeNull();
  });
});
