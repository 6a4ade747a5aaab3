import { breakEvenCpa, breakEvenRoas, bounds, gap, overlaps, pacing, shareMet, stopLoss, sumEffects, type Target, value } from '../index';

describe('economics', () => {
  it('breaks even where the page says', () => {
    expect(breakEvenRoas(20 / 48)).toBeCloseTo(2.4, 10);
    expect(breakEvenCpa(48, 20 / 48)).toBeCloseTo(20, 10);
    expect(breakEvenRoas(0.6)).toBeCloseTo(1.667, 3);
    expect(breakEvenRoas(undefined)).toBeUndefined();
  });

  it('paces 9,000 of 18,000 after 14 of 31 days to 19,929 and 529.41 a day', () => {
    expect(pacing(18_000, 9_000, 14, 31)?.monthEnd).toBeCloseTo(19_928.57, 2);
    expect(pacing(18_000, 9_000, 14, 31)?.neededADay).toBeCloseTo(529.41, 2);
    expect(pacing(18_000, 19_000, 14, 31)?.neededADay).toBe(0);
    expect(pacing(18_000, 0, 0, 31)).toBeUndefined();
  });
});

describe('stop loss', () => {
  it('says how likely a member at the bar looks like this', () => {
    expect(stopLoss({ spend: 10, steps: 0, stepsPerSale: 3, bar: 20 }).chance).toBeCloseTo(0.2231, 4);
    expect(stopLoss({ spend: 12, steps: 0, stepsPerSale: 3, bar: 20 }).chance).toBeCloseTo(0.1653, 4);
  });

  it('stops past the cap and only without one step', () => {
    expect(stopLoss({ spend: 10, steps: 0, stepsPerSale: 3, bar: 20 }).stop).toBe(false);
    expect(stopLoss({ spend: 10.01, steps: 0, stepsPerSale: 3, bar: 20 }).stop).toBe(true);
    expect(stopLoss({ spend: 100, steps: 1, stepsPerSale: 3, bar: 20 }).stop).toBe(false);
  });
});

describe('targets', () => {
  const roas: Target = { metric: 'roas', value: 2.5, countedBy: 'orders', basis: 'sale', orders: 'all', from: 0, to: 10 };
  const cost: Target = { ...roas, metric: 'cost-per-lead', value: 20 };

  it('measures how much is met in the direction of the target', () => {
    expect(shareMet(roas, value(5))).toBe(2);
    expect(shareMet(cost, value(40))).toBe(0.5);
  });

  it('counts spend without an outcome as nothing met, and a gap as not known', () => {
    expect(shareMet(cost, bounds(30, null))).toBe(0);
    expect(shareMet(roas, gap('not measured'))).toBeUndefined();
  });
});

describe('moves together', () => {
  const effect = {
    spend: { low: -12, middle: -10, high: -5 },
    outcomes: { low: -2, middle: -1, high: 0 },
    profit: { low: 1, middle: 2, high: 3 },
    assumption: '',
  };

  it('add up, with the worst and the best of each', () => {
    expect(sumEffects([effect, effect])).toEqual({
      moves: 2,
      spend: { low: -24, middle: -20, high: -10 },
      outcomes: { low: -4, middle: -2, high: 0 },
      profit: { low: 2, middle: 4, high: 6 },
      withoutProfit: 0,
    });
    expect(sumEffects([effect, { ...effect, profit: null }])).toMatchObject({ profit: effect.profit, withoutProfit: 1 });
    expect(sumEffects([{ ...effect, profit: null }]).profit).toBeNull();
  });

  it('overlap where one lies inside another', () => {
    expect(overlaps(['a/1', 'a/1/2'])).toBe(true);
    expect(overlaps(['a/1', 'a/12'])).toBe(false);
  });
});
