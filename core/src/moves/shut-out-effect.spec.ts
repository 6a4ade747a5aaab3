import fc from 'fast-check';
import { type ShutOut, shutOutEffect } from './shut-out-effect';

const PART: ShutOut = {
  ...{ spend: 10, together: 10, outcomes: 0.1, seen: 18, mostUnseen: 0.15, rest: 0.05, campaignSpend: 100, lostToBudget: 0 },
  worth: { each: 20, isEarned: true },
};
const effect = (part: Partial<ShutOut> = {}) => shutOutEffect({ ...PART, together: part.spend ?? PART.spend, ...part });

describe('shutting a part out of its campaign', () => {
  it('saves its money where the budget keeps the rest from nothing, and loses what it caused', () => {
    const { spend, outcomes, profit } = effect();
    expect(spend).toEqual({ low: -15, middle: -10, high: expect.closeTo(-4.5, 9) });
    expect(outcomes.middle).toBeCloseTo(-0.07, 9);
    // 10 saved, and 0.07 outcomes of 20 lost.
    expect(profit?.middle).toBeCloseTo(8.6, 9);
  });

  it('has the rest spend it where the budget binds, at what the last money brings', () => {
    // The budget loses half of what could be shown: the rest could take all of the money, and none; half is expected.
    const { spend, outcomes } = effect({ lostToBudget: 0.5 });
    expect(spend).toEqual({ low: -15, middle: -5, high: expect.closeTo(0, 9) });
    expect(outcomes.middle).toBeCloseTo(5 * 0.05 * 0.7 - 0.07, 9);
    // Of 100 a day 2 more could have been spent: a fifth of its money, or none of it.
    expect(effect({ lostToBudget: 0.02 }).spend.middle).toBeCloseTo(-10 + (100 * 0.02) / 0.98 / 2, 9);
    // Of two such parts each has half of that.
    expect(effect({ lostToBudget: 0.02, together: 20 }).spend.middle).toBeCloseTo(-10 + (100 * 0.02) / 0.98 / 4, 9);
    expect(effect({ lostToBudget: null }).spend).toMatchObject({ low: -15, middle: -5 });
  });

  it('may have lost something where nothing was seen, and tells no profit that nobody earns', () => {
    const unseen = effect({ outcomes: 0, seen: 0 });
    expect(unseen.outcomes.middle).toBeCloseTo(0, 12);
    expect(unseen.outcomes.low).toBeLessThan(0);
    // What chance could hide, and as much as the rest brings for this money, at most.
    expect(unseen.outcomes.low).toBeCloseTo(-0.15 * 1.2, 9);
    expect(effect({ outcomes: 0, seen: 0, mostUnseen: 3 }).outcomes.low).toBeCloseTo(-10 * 0.05 * 1.2, 9);
    expect(effect({ worth: { each: 20, isEarned: false } }).profit).toBeNull();
    expect(effect({ worth: null }).profit).toBeNull();
  });

  it('has a range around its middle, whatever is shut out', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1000, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.nat({ max: 500 }),
        fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
        (spend, outcomes, seen, lostToBudget) => {
          const told = effect({ spend, outcomes, seen, lostToBudget });
          for (const range of [told.spend, told.outcomes, told.profit]) {
            expect(range?.low).toBeLessThanOrEqual((range?.middle ?? 0) + 1e-9);
            expect(range?.high).toBeGreaterThanOrEqual((range?.middle ?? 0) - 1e-9);
          }
        },
      ),
    ));
});
