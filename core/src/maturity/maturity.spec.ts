import { estimateMaturity, maturityOf, seededRandom, shareBy } from '../index';

/** Click days 0 … 99 with about 45 outcomes each, lags up to 21 days; what happens after day 99 is not known yet. */
function history(seed: number) {
  const random = seededRandom(seed);
  const weights = Array.from({ length: 22 }, (_, lag) => (lag === 0 ? 0.28 : 0.72 * 0.2 * 0.8 ** (lag - 1)));
  const total = weights.reduce((a, b) => a + b, 0);
  const draw = (): number => {
    let left = random() * total;
    return weights.findIndex((weight) => (left -= weight) < 0);
  };
  const outcomes = Array.from({ length: 100 }, (_, clickDay) => clickDay).flatMap((clickDay) =>
    Array.from({ length: 40 + Math.floor(random() * 12) }, () => ({ clickDay, saleDay: clickDay + Math.max(0, draw()), weight: 1 })),
  );
  let reached = 0;
  return { known: outcomes.filter((each) => each.saleDay <= 99), truth: weights.map((weight) => (reached += weight / total)) };
}

describe('late sales', () => {
  it.each([1, 2, 3, 4, 5])('finds the true share at every age within 3 points (seed %i)', (seed) => {
    const { known, truth } = history(seed);
    const maturity = estimateMaturity(known, 99);
    expect(maturity).toBeDefined();
    truth.forEach((share, age) => expect(Math.abs((maturity ? shareBy(maturity, age) : 0) - share)).toBeLessThan(0.03));
  });

  it('weighs a period by its clicks', () => {
    const maturity = { share: [0.5, 1], draws: [], tail: 1, outcomes: 100 };
    expect(
      maturityOf(
        maturity,
        [
          { day: 9, weight: 30 },
          { day: 8, weight: 10 },
        ],
        9,
      ).share,
    ).toBeCloseTo((30 * 0.5 + 10) / 40, 10);
    expect(maturityOf(maturity, [], 9).share).toBe(1);
  });

  it('does not guess from too little, nor from a history shorter than its tail', () => {
    const { known } = history(6);
    expect(estimateMaturity(known.slice(0, 49), 99)).toBeUndefined();
    expect(
      estimateMaturity(
        known.map((each) => ({ ...each, clickDay: 90, saleDay: 99 })),
        99,
      ),
    ).toBeUndefined();
  });
});
