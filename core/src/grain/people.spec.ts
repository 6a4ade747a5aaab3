import fc from 'fast-check';
import { BUILT_IN, type ClientTables, type FeedTable, type Figure, trace, value } from '../index';
import { guessMapping } from '../test/read';
import { ask, figureOf, names, QUESTION, tablesOf } from '../test/ask';
import { changed, feedOf } from '../test/feed';

interface Reached {
  readonly day: number;
  readonly to?: number;
  readonly campaign: number;
  readonly people: number;
}

/** A report of people by campaign, with ten impressions and one of spend a row. */
function reach(rows: readonly Reached[], feedId = 1, dimension = 'campaign'): FeedTable {
  const column = (of: (row: Reached) => number) => Int32Array.from(rows, of);
  const dimensions = new Set(dimension === '' ? [] : [dimension]);
  const covers = [{ from: 0, to: 40, campaigns: 'all' as const, importId: feedId }];
  return feedOf(
    { feedId, account: 0, dimensions, covers },
    {
      day: column(({ day }) => day),
      ...(rows.some(({ to }) => to !== undefined) ? { to: column(({ day, to }) => to ?? day) } : {}),
      importId: column(() => feedId),
      codes: new Map(dimension === '' ? [] : [[dimension, column(({ campaign }) => campaign)]]),
      amounts: new Map([
        ['spend', Float64Array.from(rows, () => 1e6)],
        ['impressions', Float64Array.from(rows, () => 10)],
        ['people reached', Float64Array.from(rows, ({ people }) => people)],
      ]),
    },
  );
}

const DAY = { from: 12, to: 12 };
const figure = (tables: ClientTables, key: string, metric: string, period = QUESTION.period): Figure =>
  figureOf(ask(tables, { metricSet: 'reach', period }), key, metric);

describe('people', () => {
  const rows = [
    { day: 12, campaign: 1, people: 7 },
    { day: 13, campaign: 1, people: 4 },
    { day: 12, campaign: 2, people: 5 },
  ];
  const tables = tablesOf([reach(rows)]);

  it('are told where one row says them', () => {
    expect(figure(tables, 'channel:search/campaign:1', 'people-reached', DAY)).toEqual(value(7));
    expect(figure(tables, 'channel:search/campaign:1', 'frequency', DAY)).toEqual(value(10 / 7));
  });

  it('are never added up: over days, members and accounts at least the most of any, at most all together', () => {
    expect(figure(tables, 'channel:search/campaign:1', 'people-reached')).toEqual({ kind: 'bounds', low: 7, high: 11 });
    expect(figure(tables, 'total', 'people-reached')).toEqual({ kind: 'bounds', low: 7, high: 16 });
    expect(figure(tables, 'total', 'frequency')).toEqual({ kind: 'bounds', low: 30 / 16, high: 30 / 7 });
    const accounts = ['a', 'b'].map((id) => ({ id, channel: id, currency: 'GBP', rates: null }));
    const two = tablesOf([reach([rows[0]!]), { ...reach([rows[2]!], 2), account: 1 }], {
      accounts,
      vocabulary: BUILT_IN,
      campaignAccount: new Map([
        [1, 0],
        [2, 1],
      ]),
    });
    expect(figure(two, 'total', 'people-reached', DAY)).toEqual({ kind: 'bounds', low: 7, high: 12 });
  });

  it('of a week are taken from a row of the week, before the rows of its days', () => {
    const week = { day: 12, to: 18, campaign: 1, people: 9 };
    const both = (first: number, second: number) => tablesOf([reach(rows.slice(0, 2), first), reach([week], second)]);
    for (const each of [both(1, 2), both(2, 1)]) {
      expect(figure(each, 'channel:search/campaign:1', 'people-reached', { from: 12, to: 18 })).toEqual(value(9));
      expect(figure(each, 'channel:search/campaign:1', 'people-reached', DAY)).toEqual(value(7));
    }
  });

  it('of an account that no report splits are its own, and of a campaign not measured', () => {
    const spend = changed(reach(rows.slice(0, 1), 2), { amounts: new Map([['spend', Float64Array.of(5e6)]]) });
    const whole = tablesOf([spend, reach([{ day: 12, campaign: -1, people: 30 }], 1, '')]);
    expect(figure(whole, 'total', 'people-reached', DAY)).toEqual(value(30));
    expect(figure(whole, 'channel:search/campaign:1', 'people-reached', DAY)).toEqual({ kind: 'gap', gap: 'not measured' });
  });

  it('say in a trace what each report makes certain', () => {
    const found = trace(tables, { ...QUESTION, metricSet: 'reach' }, names, {
      key: 'channel:search/campaign:1',
      metric: 'people-reached',
      lastDay: 19,
    });
    expect(found?.inputs[0]?.sources).toMatchObject([{ rows: 2, amount: { kind: 'bounds', low: 7, high: 11 } }]);
  });

  it('of a question always lie between the bounds', () => {
    const person = fc.record({
      day: fc.integer({ min: 8, max: 21 }),
      campaign: fc.constantFrom(1, 2),
      person: fc.integer({ min: 0, max: 9 }),
    });
    fc.assert(
      fc.property(fc.array(person, { minLength: 1 }), (seen) => {
        const cells = new Map<string, Set<number>>();
        for (const { day, campaign, person: one } of seen)
          cells.set(`${day} ${campaign}`, (cells.get(`${day} ${campaign}`) ?? new Set<number>()).add(one));
        const delivered = [...cells].map(([key, people]) => {
          const [day = 0, campaign = 0] = key.split(' ').map(Number);
          return { day, campaign, people: people.size };
        });
        const inside = seen.filter(({ day }) => day >= 10 && day <= 19);
        const truth = new Set(inside.map((each) => each.person)).size;
        const total = figure(tablesOf([reach(delivered)]), 'total', 'people-reached');
        const [low, high] =
          total.kind === 'value' ? [total.value, total.value] : total.kind === 'bounds' ? [total.low, total.high] : [NaN, NaN];
        expect(truth).toBeGreaterThanOrEqual(low ?? 0);
        expect(truth).toBeLessThanOrEqual(high ?? Infinity);
      }),
      { seed: 5 },
    );
  });

  it('are known by their headers, reached and of an outcome', () => {
    const headers = ['Day', 'Campaign', 'Reach', 'People who clicked', 'Unique purchases', 'Purchases', 'Frequency'];
    const { mapping } = guessMapping(
      headers,
      headers.map(() => []),
    );
    expect(mapping.columns.slice(2)).toEqual([
      { role: 'measure', measure: 'people reached' },
      { role: 'measure', measure: 'people who clicked' },
      { role: 'outcome', action: 'purchase', part: 'people', basis: 'click' },
      { role: 'outcome', action: 'purchase', part: 'count', basis: 'click' },
      { role: 'ignore' },
    ]);
  });
});
