import fc from 'fast-check';
import { broughtBy, lastMoneyAt, spendWhereLastBrings } from './response-curve';
import { type Sharer, split } from './split';

const FREE = { total: null, atLeast: 1, average: null };
const within = (sharer: Omit<Sharer, 'low' | 'high' | 'promised'>, share: number): Sharer => ({
  ...sharer,
  promised: sharer.worth,
  low: sharer.curve.spend * (1 - share),
  high: sharer.curve.spend * (1 + share),
});
const P = within({ curve: { spend: 100, brings: 400, elasticity: 0.5 }, worth: 1 }, 0.2);
const Q = within({ curve: { spend: 100, brings: 300, elasticity: 0.8 }, worth: 1 }, 0.2);

describe('a response curve', () => {
  it('brings less for each further part', () => {
    expect(broughtBy(P.curve, 80)).toBeCloseTo(357.77, 2);
    expect(broughtBy(Q.curve, 120)).toBeCloseTo(347.1, 1);
    expect([lastMoneyAt(P.curve, 100), lastMoneyAt(Q.curve, 100)]).toEqual([2, expect.closeTo(2.4, 12)]);
  });

  it('knows the spend at which its last money brings so much', () => {
    expect(lastMoneyAt(P.curve, spendWhereLastBrings(P.curve, 1.3))).toBeCloseTo(1.3, 9);
    expect(spendWhereLastBrings(P.curve, 2)).toBeCloseTo(100, 9);
  });
});

describe('a split', () => {
  it('takes from where the last money brings less, within the limits', () => {
    const { spend, worth, left } = split([P, Q], { ...FREE, total: 200 });
    expect(spend[0]).toBeCloseTo(80, 4);
    expect(spend[1]).toBeCloseTo(120, 4);
    expect(worth - 700).toBeCloseTo(4.9, 1);
    expect(left).toBe(0);
  });

  it('spends as much as pays where no total is given: to where the last money brings itself back', () => {
    const free = { ...P, low: 0, high: 10_000 };
    // 0.5 × 400 / √100 / √s = 1 at s = 400.
    expect(split([free], FREE).spend[0]).toBeCloseTo(400, 4);
    expect(split([free], { ...FREE, atLeast: 2 }).spend[0]).toBeCloseTo(100, 4);
  });

  it('keeps to an average by leaving what brings least, and says where none of it reaches', () => {
    const free = { ...P, low: 10, high: 10_000 };
    // On average 40 / √s: 5 at s = 64.
    const kept = split([free], { ...FREE, average: 5 });
    expect(kept).toMatchObject({ reached: true });
    expect(kept.spend[0]).toBeCloseTo(64, 3);
    expect(split([free], { ...FREE, average: 50 })).toMatchObject({ reached: false });
    expect(split([P, Q], { total: 200, atLeast: 1, average: 3.52 })).toMatchObject({ reached: true });
    expect(split([P, Q], { total: 200, atLeast: 1, average: 3.53 })).toMatchObject({ reached: false });
  });

  it('says what the limits leave of a total, or lack', () => {
    expect(split([P, Q], { ...FREE, total: 250 })).toMatchObject({ left: expect.closeTo(10, 4), spend: [120, 120] });
    expect(split([P, Q], { ...FREE, total: 150 })).toMatchObject({ left: expect.closeTo(-10, 4), spend: [80, 80] });
  });

  it('gives the least to what brings nothing', () => {
    const none = within({ curve: { spend: 50, brings: 0, elasticity: 0.7 }, worth: 1 }, 0.2);
    expect(split([none, P], { ...FREE, total: 150 }).spend).toEqual([40, expect.closeTo(110, 3)]);
  });

  it('of anything is worth more than any other within the limits', () => {
    const sharer = fc
      .record({
        spend: fc.double({ min: 1, max: 500, noNaN: true }),
        brings: fc.double({ min: 0.01, max: 2000, noNaN: true }),
        elasticity: fc.double({ min: 0.3, max: 0.95, noNaN: true }),
        worth: fc.double({ min: 0.1, max: 50, noNaN: true }),
        share: fc.double({ min: 0, max: 0.6, noNaN: true }),
      })
      .map(({ worth, share, ...curve }) => within({ curve, worth }, share));
    fc.assert(
      fc.property(fc.array(sharer, { minLength: 2, maxLength: 8 }), fc.double({ min: 0, max: 1, noNaN: true }), (sharers, place) => {
        const sum = (of: (each: Sharer) => number) => sharers.reduce((all, each) => all + of(each), 0);
        const total = sum(({ low }) => low) + place * (sum(({ high }) => high) - sum(({ low }) => low));
        const { spend, worth, left } = split(sharers, { ...FREE, total });
        expect(Math.abs(left)).toBeLessThan(1e-3 * total);
        // No part of anybody's money is better with anybody else.
        sharers.forEach((from, a) =>
          sharers.forEach((to, b) => {
            const moved = Math.min((spend[a] ?? 0) - from.low, to.high - (spend[b] ?? 0)) / 3;
            if (a === b || moved <= 1e-6) return;
            const worthOf = (each: Sharer, money: number) => each.worth * broughtBy(each.curve, money);
            const others = worth - worthOf(from, spend[a] ?? 0) - worthOf(to, spend[b] ?? 0);
            const changed = others + worthOf(from, (spend[a] ?? 0) - moved) + worthOf(to, (spend[b] ?? 0) + moved);
            expect(changed).toBeLessThanOrEqual(worth * (1 + 1e-6));
          }),
        );
      }),
      { seed: 16, numRuns: 200 },
    );
  });
});
