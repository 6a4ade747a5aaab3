import { BUILT_IN, Arrivals, type ClientTables, estimateMaturity, latenessOf, maturityOf, NONE, seededRandom, shareBy } from '../index';
import { runs } from '../test/runs';
import { tablesOf } from '../test/ask';
import { cutFeed, orderTable, type TrueRow } from '../test/truth';

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

describe('late sales of channels and campaigns that differ', () => {
  const LAST_DAY = 99;
  const TAIL = 14;
  /** Share of a campaign's outcomes on the day itself; the rest falls by a fifth a day. */
  const SAME_DAY: Readonly<Record<number, number>> = { 1: 0.75, 2: 0.3, 3: 0.3 };
  const weightsOf = (campaign: number): number[] => {
    const first = SAME_DAY[campaign] ?? 0.5;
    const later = Array.from({ length: TAIL }, (_, at) => 0.8 ** at);
    const total = later.reduce((sum, each) => sum + each, 0);
    return [first, ...later.map((each) => ((1 - first) * each) / total)];
  };
  const truthAt = (campaign: number, age: number): number =>
    weightsOf(campaign)
      .slice(0, age + 1)
      .reduce((sum, each) => sum + each, 0);

  /** Campaign 1 in search, 2 and 3 in social; late orders are worth three times the others. */
  function tablesFor(seed: number, perDay: Readonly<Record<number, number>>): ClientTables {
    const random = seededRandom(seed);
    const orders = Object.entries(perDay).flatMap(([code, count]) =>
      Array.from({ length: LAST_DAY + 1 }, (_, click) => click).flatMap((click) =>
        Array.from({ length: count }, () => {
          let left = random();
          const lag = weightsOf(Number(code)).findIndex((weight) => (left -= weight) < 0);
          return { sale: click + Math.max(0, lag), click, campaign: Number(code), value: lag > 2 ? 90 : 30 };
        }),
      ),
    );
    return tablesOf([], {
      accounts: ['search', 'social'].map((channel) => ({ id: channel, channel, currency: 'GBP', rates: null })),
      vocabulary: BUILT_IN,
      campaignAccount: new Map([
        [1, 0],
        [2, 1],
        [3, 1],
      ]),
      orders: [
        orderTable(
          orders.filter(({ sale }) => sale <= LAST_DAY),
          0,
          LAST_DAY,
        ),
      ],
    });
  }
  const COUNT = { outcome: BUILT_IN.outcome('purchase'), part: 'count', countedBy: 'orders' } as const;
  const at = (tables: ClientTables, campaign: number, age: number, part: 'count' | 'value' = 'count'): number => {
    const curve = latenessOf(tables, LAST_DAY).of({ ...COUNT, part }, campaign);
    return curve ? shareBy(curve, age) : NaN;
  };

  it.each([1, 2, 3])('each campaign has a curve of its own, within 3 points at every age (seed %i)', (seed) => {
    const tables = tablesFor(seed, { 1: 60, 2: 60 });
    for (const campaign of [1, 2])
      for (let age = 0; age <= TAIL; age++) expect(Math.abs(at(tables, campaign, age) - truthAt(campaign, age))).toBeLessThan(0.03);
    expect(at(tables, NONE, 0)).toBeCloseTo((0.75 + 0.3) / 2, 1);
  });

  it('a campaign of few outcomes goes by its channel, not by the client', () => {
    const tables = tablesFor(4, { 1: 80, 2: 40, 3: 0 });
    expect(Math.abs(at(tables, 3, 0) - 0.3)).toBeLessThan(0.05);
    expect(at(tables, 3, 0)).toBeLessThan(at(tables, NONE, 0));
  });

  it('values arrive by a curve of their own', () => {
    const tables = tablesFor(5, { 2: 60 });
    expect(at(tables, 2, 2, 'value')).toBeLessThan(at(tables, 2, 2) - 0.1);
  });

  it('the interval of a period’s maturity holds the truth about as often as it says', () => {
    const days = [0, 1, 2, 3].map((age) => ({ day: LAST_DAY - age, weight: 1 }));
    const truth = days.reduce((sum, { day }) => sum + truthAt(2, LAST_DAY - day), 0) / days.length;
    const held = Array.from({ length: runs(60, 20) }, (_, seed) => {
      const curve = latenessOf(tablesFor(100 + seed, { 2: 6 }), LAST_DAY).of(COUNT, 2);
      const { low, high } = curve ? maturityOf(curve, days, LAST_DAY) : { low: 1, high: 0 };
      return low <= truth && truth <= high;
    }).filter(Boolean).length;
    expect(held).toBeGreaterThanOrEqual(0.88 * runs(60, 20));
    expect(held).toBeLessThan(60);
  });

  it('weighs campaigns by their clicks', () => {
    const rows = [0, 1].map((age): TrueRow => ({ day: LAST_DAY - age, campaign: 1, group: 1, ad: 1, device: 0, spend: 1, clicks: 30 }));
    const few = { ...rows[0], day: LAST_DAY, campaign: 2, clicks: 20 } as TrueRow;
    const feeds = [rows, [few]].map((own, account) =>
      cutFeed(own, { dimensions: ['campaign'], from: 0, to: LAST_DAY, campaigns: 'all' }, account + 1, account),
    );
    const tables = { ...tablesFor(6, { 1: 60, 2: 60 }), feeds };
    const arrived = new Arrivals(tables, { from: LAST_DAY - 1, to: LAST_DAY }, LAST_DAY).of(COUNT);
    const truth = (30 * truthAt(1, 0) + 30 * truthAt(1, 1) + 20 * truthAt(2, 0)) / 80;
    expect(Math.abs((arrived?.share ?? 0) - truth)).toBeLessThan(0.03);
  });
});
