import {
  BUILT_IN,
  Arrivals,
  arrivalsOf,
  arrivedOf,
  type ClientTables,
  DRAWS,
  estimateMaturity,
  type LaggedOutcome,
  latenessOf,
  maturitiesOf,
  maturityOf,
  resampleDays,
  shareBy,
  type OutcomePart,
} from '../index';
import { tablesOf } from '../test/ask';
import { cutFeed, orderTable, type TrueRow } from '../test/truth';
import { changed } from '../test/feed';

/** Each click day brings two outcomes at once, one a day later and one two days later: ½, ¾, all. */
const onDay = (clickDay: number, weight = 1): LaggedOutcome[] => [0, 0, 1, 2].map((lag) => ({ clickDay, saleDay: clickDay + lag, weight }));
const daysUpTo = (last: number, weight = 1): LaggedOutcome[] => Array.from({ length: last + 1 }, (_, day) => onDay(day, weight)).flat();
const share = (outcomes: readonly LaggedOutcome[], lastDay: number): readonly number[] | undefined =>
  estimateMaturity(outcomes, lastDay)?.share;

describe('a curve worked out by hand', () => {
  it('is the same while the last days still fill', () => {
    const outcomes = daysUpTo(14);
    for (const lastDay of [14, 15, 16, 40]) {
      const found = share(outcomes, lastDay);
      expect(found?.map((each) => Math.round(each * 1e9) / 1e9)).toEqual([0.5, 0.75, 1]);
    }
  });

  it('counts no outcome after the last day, nor one before its click', () => {
    const wrong = Array.from({ length: 200 }, () => ({ clickDay: 9, saleDay: 8, weight: 1 }));
    const later = Array.from({ length: 200 }, () => ({ clickDay: 9, saleDay: 30, weight: 1 }));
    expect(share([...daysUpTo(14), ...wrong, ...later], 16)).toEqual(share(daysUpTo(14), 16));
    expect(estimateMaturity([...daysUpTo(14), ...wrong, ...later], 16)).toMatchObject({ tail: 2, outcomes: 60 });
  });

  it('weighs outcomes by what they are worth', () => {
    const late = daysUpTo(14).map((each) => ({ ...each, weight: each.saleDay > each.clickDay ? 3 : 1 }));
    // Of 2 + 3 + 3 the first day has 2, the second 5.
    expect(share(late, 16)?.map((each) => each * 8)).toEqual([expect.closeTo(2, 9), expect.closeTo(5, 9), 8]);
  });

  it('needs fifty outcomes and a history longer than the tail', () => {
    const fifty = [...daysUpTo(11), { clickDay: 5, saleDay: 5, weight: 1 }, { clickDay: 6, saleDay: 6, weight: 1 }];
    expect(share(fifty, 20)).toBeDefined();
    expect(share(fifty.slice(1), 20)).toBeUndefined();
    const long = [...fifty, { clickDay: 0, saleDay: 15, weight: 1 }];
    expect(share(long, 16)).toBeDefined();
    expect(share(long, 15)).toBeUndefined();
  });

  it('of few outcomes is drawn towards its parent’s, twenty outcomes strong', () => {
    const parent = { share: [0.5, 0.75, 1], draws: [], tail: 2, outcomes: 500 };
    const atOnce = (weight: number) => Array.from({ length: 20 }, (_, at) => ({ clickDay: at % 10, saleDay: at % 10, weight }));
    // Hazards ¼ and ⅓ of twenty against none of twenty: ⅛ and ⅙, in whatever they are counted.
    for (const weight of [1, 30])
      expect(estimateMaturity(atOnce(weight), 20, { parent })?.share).toEqual([
        expect.closeTo((7 / 8) * (5 / 6), 9),
        expect.closeTo(7 / 8, 9),
        1,
      ]);
    expect(estimateMaturity([], 20, { parent })?.share).toEqual([expect.closeTo(0.5, 9), expect.closeTo(0.75, 9), 1]);
    // What comes later than the parent knows of counts as its tail.
    const beyond = [{ clickDay: 0, saleDay: 9, weight: 1 }];
    expect(estimateMaturity(beyond, 20, { parent })?.share[1]).toBeCloseTo(1 - (1 + 20 / 4) / 21, 9);
  });

  it('knows nothing of days to come, and everything of days older than the tail', () => {
    const maturity = { share: [0.5, 0.75, 1], draws: [[0.4, 0.7, 1]], tail: 2, outcomes: 60 };
    expect([-1, 0, 1, 2, 3].map((age) => shareBy(maturity, age))).toEqual([0, 0.5, 0.75, 1, 1]);
    const days = [
      { day: 11, weight: 1 },
      { day: 10, weight: 2 },
      { day: 9, weight: 3 },
      { day: 2, weight: 4 },
    ];
    expect(maturitiesOf(maturity, days, 10)).toEqual([(2 * 0.5 + 3 * 0.75 + 4) / 10, (2 * 0.4 + 3 * 0.7 + 4) / 10]);
    expect(maturityOf(maturity, days, 10)).toEqual({ share: 0.725, low: expect.closeTo(0.69, 9), high: 0.725 });
    expect(maturityOf(maturity, [{ day: 9, weight: 0 }], 10).share).toBe(1);
  });

  it('has the middle 95 % of its resamples for an interval, which holds the estimate', () => {
    const draws = Array.from({ length: 201 }, (_, at) => (200 - at) / 200);
    expect(arrivedOf([0.5, ...draws])).toEqual({ share: 0.5, low: expect.closeTo(0.025, 2), high: expect.closeTo(0.975, 2) });
    expect(arrivedOf([0.99, ...draws]).high).toBe(0.99);
    expect(arrivedOf([0.01, ...draws]).low).toBe(0.01);
    expect(arrivedOf([0.7])).toEqual({ share: 0.7, low: 0.7, high: 0.7 });
  });
});

describe('resampled days', () => {
  const times = resampleDays();
  it('are taken once on average, and as often as a Poisson count says', () => {
    const counts = Array.from({ length: 50 }, (_, day) => Array.from({ length: DRAWS }, (__, draw) => times(draw, day))).flat();
    const of = (count: number): number => counts.filter((each) => each === count).length / counts.length;
    expect(counts.reduce((sum, each) => sum + each, 0) / counts.length).toBeCloseTo(1, 1);
    for (const [count, chance] of [0.3679, 0.3679, 0.1839, 0.0613].entries()) expect(Math.abs(of(count) - chance)).toBeLessThan(0.015);
  });

  it('are the same for every curve, another choice for every day, and once beyond the draws', () => {
    const again = resampleDays();
    const of = (from: typeof times, day: number) => Array.from({ length: DRAWS }, (_, draw) => from(draw, day));
    expect(of(again, 7)).toEqual(of(times, 7));
    expect(of(times, 8)).not.toEqual(of(times, 7));
    expect(times(DRAWS, 7)).toBe(1);
  });

  it('make curves of a period that differ where it is still filling', () => {
    const maturity = estimateMaturity(daysUpTo(40), 40, { times });
    expect(maturity?.draws).toHaveLength(DRAWS);
    const mixed = [...daysUpTo(40), ...Array.from({ length: 20 }, (_, at) => ({ clickDay: at * 2, saleDay: at * 2 + 2, weight: 1 }))];
    const { low, high, share: middle } = maturityOf(estimateMaturity(mixed, 40, { times }) ?? fail(), [{ day: 40, weight: 1 }], 40);
    expect(low).toBeLessThan(middle);
    expect(high).toBeGreaterThan(middle);
    expect(high - low).toBeLessThan(0.2);
  });
});

function fail(): never {
  throw new Error('no curve');
}

describe('how late outcomes of lists are', () => {
  const LAST = 40;
  const COUNT = { outcome: BUILT_IN.outcome('purchase'), part: 'count', countedBy: 'orders' } as const;
  /** A campaign a day: half its orders on the day, half so many days later, those worth three times as much. */
  const list = (campaign: number, lag: number) =>
    Array.from({ length: LAST + 1 }, (_, click) =>
      [0, lag].map((each) => ({ click, sale: click + each, campaign, value: each > 0 ? 30 : 10 })),
    ).flat();
  const known = (orders: ReturnType<typeof list>) => orders.filter(({ sale }) => sale <= LAST);
  const tablesWith = (more: Partial<ClientTables>): ClientTables =>
    tablesOf([], {
      accounts: ['search', 'social', 'search'].map((channel, at) => ({ id: `${at}`, channel, currency: 'GBP', rates: null })),
      vocabulary: BUILT_IN,
      campaignAccount: new Map([
        [1, 0],
        [2, 1],
        [3, 2],
      ]),
      ...more,
    });
  const orders = orderTable(known([...list(1, 1), ...list(2, 3)]), 0, LAST);
  const tables = tablesWith({ orders: [orders] });
  const at = (age: number, campaign?: number, term: Parameters<ReturnType<typeof latenessOf>['of']>[0] = COUNT): number => {
    const curve = latenessOf(tables, LAST).of(term, campaign);
    return curve ? shareBy(curve, age) : NaN;
  };

  it('goes by all of them, by the channel, by the campaign', () => {
    expect(at(0)).toBeCloseTo(0.5, 2);
    expect(at(1)).toBeGreaterThan(0.7);
    expect(at(1, 1)).toBeGreaterThan(0.95);
    expect(at(1, 2)).toBeLessThan(0.6);
    // A campaign of no account it knows goes by the client.
    expect(at(1, 77)).toBe(at(1));
    // One without outcomes goes by its channel, in whichever account that is.
    expect(at(1, 3)).toBeGreaterThan(at(1) + 0.1);
  });

  it('values come by what they are worth, claims as orders do', () => {
    expect(at(0, undefined, { ...COUNT, part: 'value' })).toBeCloseTo(0.25, 1);
    expect(at(0, undefined, { ...COUNT, countedBy: 'claims' })).toBe(at(0));
  });

  it('is not known of an action nobody lists', () => {
    expect(latenessOf(tables, LAST).of({ ...COUNT, outcome: BUILT_IN.outcome('lead') })).toBeUndefined();
  });

  it('of a site goes by its own list, and by the other where there is none', () => {
    const site = { ...orderTable(known(list(1, 2)), 0, LAST), countedBy: 'site' as const };
    const both = tablesWith({ orders: [orderTable(known(list(1, 5)), 0, LAST), site] });
    const shared = (of: ClientTables, countedBy: 'site' | 'orders') => {
      const curve = latenessOf(of, LAST).of({ ...COUNT, countedBy });
      return curve ? shareBy(curve, 3) : NaN;
    };
    expect(shared(both, 'site')).toBe(1);
    expect(shared(both, 'orders')).toBeLessThan(0.6);
    expect(shared(tablesWith({ orders: [site] }), 'orders')).toBe(1);
    expect(shared(tables, 'site')).toBe(shared(tables, 'orders'));
  });

  it('is asked once for tables and a day, and anew for another', () => {
    expect(latenessOf(tables, LAST)).toBe(latenessOf(tables, LAST));
    expect(latenessOf(tables, LAST - 1).lastDay).toBe(LAST - 1);
  });

  it('leaves out orders without a click day, of no count and of no known value', () => {
    const more = orderTable(
      [...list(1, 1), ...list(1, 1)].map((each) => ({ ...each, sale: LAST, click: -1 })),
      0,
      LAST,
    );
    const empty = {
      ...orderTable(
        list(1, 9).map((each) => ({ ...each, sale: LAST })),
        0,
        LAST,
      ),
      count: new Float64Array(200),
    };
    const with_ = tablesWith({ orders: [orders, more, empty] });
    expect(latenessOf(with_, LAST).of(COUNT)?.share).toEqual(latenessOf(tables, LAST).of(COUNT)?.share);
    const unpriced = { ...orders, amounts: new Map([['value', new Float64Array(orders.length).fill(NaN)]]) };
    expect(latenessOf(tablesWith({ orders: [unpriced] }), LAST).of({ ...COUNT, part: 'value' })).toBeUndefined();
  });

  describe('in a period', () => {
    const row = (day: number, campaign: number, spend: number, clicks: number): TrueRow => ({
      ...{ day, campaign, group: campaign, ad: campaign, device: 0 },
      ...{ spend, clicks },
    });
    const days = { from: LAST - 1, to: LAST };
    const feed = (rows: readonly TrueRow[], account: number, withClicks = true) => {
      const made = cutFeed(rows, { dimensions: ['campaign'], from: 0, to: LAST, campaigns: 'all' }, account + 1, account);
      return withClicks ? made : changed(made, { amounts: new Map([...made.plain.amounts].filter(([term]) => term !== 'clicks')) });
    };

    it('weighs each campaign by its clicks on each day', () => {
      const with_ = { ...tables, feeds: [feed([row(LAST, 1, 5, 10), row(LAST - 1, 1, 5, 30)], 0), feed([row(LAST, 2, 5, 40)], 1)] };
      const arrived = new Arrivals(with_, days, LAST);
      const curve = (campaign: number, age: number): number => {
        const found = latenessOf(with_, LAST).of(COUNT, campaign);
        return found ? shareBy(found, age) : NaN;
      };
      expect(arrived.of(COUNT, [1])?.share).toBeCloseTo((10 * curve(1, 0) + 30 * curve(1, 1)) / 40, 9);
      expect(arrived.of(COUNT, [2])?.share).toBeCloseTo(curve(2, 0), 9);
      expect(arrived.of(COUNT)?.share).toBeCloseTo((10 * curve(1, 0) + 30 * curve(1, 1) + 40 * curve(2, 0)) / 80, 9);
      const { low = 1, high = 0, share: middle = 0 } = arrived.of(COUNT) ?? {};
      expect(low).toBeLessThan(middle);
      expect(high).toBeGreaterThan(middle);
      expect(arrived.of(COUNT, [1])).toBe(arrived.of(COUNT, [1]));
    });

    it('weighs one whose clicks are not measured by what its spend would buy', () => {
      const with_ = { ...tables, feeds: [feed([row(LAST, 1, 5, 10)], 0), feed([row(LAST, 2, 15, 0)], 1, false)] };
      const arrived = new Arrivals(with_, days, LAST);
      const [one, two] = [arrived.of(COUNT, [1])?.share ?? NaN, arrived.of(COUNT, [2])?.share ?? NaN];
      expect(arrived.of(COUNT)?.share).toBeCloseTo((10 * one + 30 * two) / 40, 9);
    });

    it('goes by money for what is told in money beside the value, by counts for the rest', () => {
      const worth = Float64Array.from(orders.saleDay, (sale, at) => (sale > (orders.clickDay[at] ?? 0) ? 5e6 : 1e6));
      const late = { ...orders, amounts: new Map([['value', worth]]) };
      const with_ = { ...tablesWith({ orders: [late] }), feeds: [feed([row(LAST, 1, 5, 10)], 0)] };
      const arrived = new Arrivals(with_, days, LAST);
      const share = (part: OutcomePart) => arrived.of({ ...COUNT, part }, [1])?.share;
      expect(share('value')).not.toEqual(share('count'));
      expect(share(BUILT_IN.measure('new customers'))).toEqual(share('count'));
      expect(share(BUILT_IN.measure('refunds'))).toEqual(share('value'));
    });

    it('without any weight all has arrived, and without a list nothing is said', () => {
      const arrived = new Arrivals(tables, days, LAST);
      expect(arrived.of(COUNT, [1])).toEqual({ share: 1, low: 1, high: 1 });
      expect(arrived.of({ ...COUNT, outcome: BUILT_IN.outcome('lead') })).toBeUndefined();
    });

    it('is kept for its days, and for others worked out anew', () => {
      expect(arrivalsOf(tables, days, LAST)).toBe(arrivalsOf(tables, days, LAST));
      for (let nth = 0; nth < 30; nth++) arrivalsOf(tables, { from: nth, to: LAST }, LAST);
      expect(arrivalsOf(tables, days, LAST)).not.toBe(arrivalsOf(tables, { ...days, from: 3 }, LAST));
      expect(arrivalsOf(tables, days, LAST)).not.toBe(arrivalsOf(tables, days, LAST - 1));
    });
  });
});
