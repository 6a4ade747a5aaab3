import fc from 'fast-check';
import { type Adding, BUILT_IN, bookOf, type Figure, gap, type Measure, NO_OWN_WORDS, trace, value, Vocabulary } from '../index';
import { ask, CAMPAIGNS, figureOf, names, QUESTION, tablesOf } from '../test/ask';
import { type TrueRow } from '../test/truth';
import type { FeedTable } from '../index';
import { changed, feedOf } from '../test/feed';

const own = (id: string, adding: Adding, part: Partial<Measure> = {}): Measure => ({
  ...BUILT_IN.measure('impressions'),
  ...{ id, name: id, label: id, adding },
  ...part,
});
const vocabulary = new Vocabulary({
  ...NO_OWN_WORDS,
  measures: [
    own('sum', 'adds'),
    own('average', 'weighted', { weight: 'clicks', unit: 'number' }),
    own('people', 'people'),
    own('window', 'trailing'),
    own('chances', 'competing'),
    own('state', 'setting'),
    own('grade', 'ordered', { unit: { grades: ['a', 'b', 'c'] } }),
  ],
});
const IDS = ['sum', 'average', 'people', 'window', 'chances', 'state', 'grade'];

interface Amounts extends Pick<TrueRow, 'day' | 'campaign'> {
  readonly clicks: number;
  readonly amount: number;
  /** A row of an ad beside others of its campaign and day. */
  readonly ad: number;
}

/** A feed of ads in which every measure has the same amounts. */
function reportOf(rows: readonly Amounts[], dimensions: readonly ('campaign' | 'ad')[]): FeedTable {
  const column = (of: (row: Amounts) => number) => Float64Array.from(rows, of);
  const covers = [{ from: 10, to: 19, campaigns: 'all' as const, importId: 1 }];
  return feedOf(
    { feedId: 1, account: 0, dimensions: new Set(dimensions), covers },
    {
      day: Int32Array.from(rows, ({ day }) => day),
      importId: new Int32Array(rows.length).fill(1),
      codes: new Map(dimensions.map((dimension) => [dimension, Int32Array.from(rows, (row) => row[dimension])])),
      amounts: new Map([
        ['spend', column(() => 1e6)],
        ['clicks', column(({ clicks }) => clicks)],
        ...IDS.map((id) => [id, column(({ amount, clicks }) => (id === 'average' ? amount * clicks * 1e6 : amount))] as const),
      ]),
    },
  );
}

const figure = (rows: readonly Amounts[], key: string, id: string): Figure =>
  figureOf(ask(tablesOf([reportOf(rows, ['campaign', 'ad'])], { vocabulary }), { metricSet: 'own' }), key, id);
const between = (low: number, high: number): Figure => (low === high ? value(low) : { kind: 'bounds', low, high });

describe('ways of adding', () => {
  const rows = [
    { day: 12, campaign: 1, ad: 11, clicks: 10, amount: 2 },
    { day: 12, campaign: 1, ad: 12, clicks: 30, amount: 3 },
    { day: 13, campaign: 1, ad: 11, clicks: 0, amount: 1 },
    { day: 12, campaign: 2, ad: 21, clicks: 10, amount: 3 },
  ];

  it.each([
    ['sum', value(6), value(9)],
    ['average', value((20 + 90) / 40), value((20 + 90 + 30) / 50)],
    ['people', between(3, 6), between(3, 9)],
    // Of each ad the last day counts; their people may be the same.
    ['window', between(3, 4), between(3, 7)],
    // On a day at least the largest of the ads; days add up; campaigns may compete for the same.
    ['chances', between(3 + 1, 6), between(4, 9)],
    ['state', between(1, 3), between(1, 3)],
    ['grade', between(1, 3), between(1, 3)],
  ])('%s', (id, campaign, total) => {
    expect(figure(rows, 'channel:search/campaign:1', id)).toEqual(campaign);
    expect(figure(rows, 'total', id)).toEqual(total);
  });

  it('tell a state and a grade of one row as they are, and nothing where none was seen', () => {
    expect(figure(rows, 'channel:search/campaign:2', 'grade')).toEqual(value(3));
    const none = rows.map((row) => (row.campaign === 2 ? { ...row, amount: NaN } : row));
    expect(figure(none, 'channel:search/campaign:2', 'state')).toEqual(gap('not measured'));
    expect(figure(none, 'total', 'state')).toMatchObject({ kind: 'bounds', low: 1, high: 3 });
  });

  it('say in a trace what each report makes certain', () => {
    const amount = (key: string, metric: string) =>
      trace(tablesOf([reportOf(rows, ['campaign', 'ad'])], { vocabulary }), { ...QUESTION, metricSet: 'own' }, names, {
        key,
        metric,
        lastDay: 19,
      })?.inputs[0]?.sources[0]?.amount;
    expect(amount('total', 'sum')).toEqual(value(9));
    expect(amount('total', 'people')).toEqual(between(3, 9));
    expect(amount('total', 'window')).toEqual(between(3, 7));
    expect(amount('total', 'state')).toEqual(between(1, 3));
    expect(amount('total', 'chances')).toMatchObject({ high: 9 });
  });

  it('tell of people up to a day those up to the last of the period, whatever else is asked for', () => {
    const day = (at: number, amount: number) => ({ day: at, campaign: 1, ad: 11, clicks: 1, amount });
    const week = [day(10, 9), day(14, 5), day(16, 2), day(18, 8)];
    const until = (to: number, rows = week) =>
      figureOf(
        ask(tablesOf([reportOf(rows, ['campaign', 'ad'])], { vocabulary }), { metricSet: 'own', period: { from: 10, to } }),
        'channel:search/campaign:1',
        'window',
      );
    expect([until(10), until(13), until(16), until(18)]).toEqual([value(9), value(9), value(2), value(8)]);
    // The day that says nothing of them leaves the last that does.
    expect(until(17, [...week, { ...day(17, 1), amount: NaN }])).toMatchObject({ kind: 'bounds', low: 2 });
  });

  it('call no change of a grade so many per cent', () => {
    const both = tablesOf([reportOf([...rows, { day: 10, campaign: 1, ad: 11, clicks: 1, amount: 1 }], ['campaign', 'ad'])], {
      vocabulary,
    });
    const table = ask(both, { metricSet: 'own', period: { from: 12, to: 12 }, comparison: { from: 10, to: 10 } });
    const at = table.metrics.indexOf('grade');
    expect(table.rows.map((row) => row.cells[at]?.change?.figure.kind)).toEqual(table.rows.map(() => 'gap'));
  });

  it('never claim what the rows do not make certain', () => {
    const anyRow = fc.record({
      day: fc.integer({ min: 10, max: 19 }),
      campaign: fc.constantFrom(...CAMPAIGNS),
      ad: fc.integer({ min: 1, max: 3 }),
      clicks: fc.nat(9),
      amount: fc.integer({ min: 1, max: 3 }),
    });
    fc.assert(
      fc.property(fc.array(anyRow, { minLength: 1, maxLength: 12 }), (all) => {
        const unique = [
          ...new Map(all.map((row) => [`${row.day} ${row.campaign} ${row.ad}`, { ...row, ad: row.campaign * 10 + row.ad }])).values(),
        ];
        const sum = unique.reduce((total, { amount }) => total + amount, 0);
        const clicks = unique.reduce((total, row) => total + row.clicks, 0);
        const amounts = unique.map(({ amount }) => amount);
        expect(figure(unique, 'total', 'sum')).toEqual(value(sum));
        if (clicks > 0) {
          const average = unique.reduce((total, row) => total + row.amount * row.clicks, 0) / clicks;
          const told = figure(unique, 'total', 'average');
          expect(told.kind === 'value' ? told.value : NaN).toBeCloseTo(average, 9);
        }
        // Of each ad the last of its days, of all of them as people.
        const last = [...new Map([...unique].sort((a, b) => a.day - b.day).map((row) => [row.ad, row.amount])).values()];
        expect(figure(unique, 'total', 'window')).toEqual(
          between(
            Math.max(...last),
            last.reduce((total, each) => total + each, 0),
          ),
        );
        expect(figure(unique, 'total', 'state')).toEqual(between(Math.min(...amounts), Math.max(...amounts)));
        // The truth of what competes lies between the largest of each day and campaign, and all of it.
        const chances = figure(unique, 'total', 'chances');
        const [low, high] =
          chances.kind === 'bounds'
            ? [chances.low ?? 0, chances.high ?? 0]
            : chances.kind === 'value'
              ? [chances.value, chances.value]
              : [NaN, NaN];
        const least = Math.max(
          ...CAMPAIGNS.map((campaign) =>
            Array.from({ length: 10 }, (_, at) => at + 10).reduce(
              (total, day) =>
                total + Math.max(0, ...unique.filter((row) => row.campaign === campaign && row.day === day).map(({ amount }) => amount)),
              0,
            ),
          ),
        );
        expect([low, high]).toEqual([least, sum]);
      }),
      { seed: 11, numRuns: 80 },
    );
  });
});

describe('a channel nobody pays for', () => {
  const paid = reportOf([{ day: 12, campaign: 1, ad: 11, clicks: 10, amount: 2 }], ['campaign']);
  const views = reportOf([{ day: 12, campaign: 2, ad: 21, clicks: 0, amount: 0 }], ['campaign']);
  const listing = changed({ ...views, feedId: 2, account: 1 }, { amounts: new Map([['listing views', Float64Array.of(50)]]) });
  const tables = (isUnpaid: boolean) =>
    tablesOf([paid, listing], {
      accounts: [
        { id: 'a', channel: 'search', currency: 'GBP', rates: null },
        { id: 'b', channel: 'listing', currency: 'GBP', rates: null, isUnpaid },
      ],
      campaignAccount: new Map([
        [1, 0],
        [2, 1],
      ]),
    });

  it('takes nothing from the totals of what was bought, and shows no 0 for what it does not tell', () => {
    expect(figureOf(ask(tables(true)), 'total', 'clicks')).toEqual(value(10));
    expect(figureOf(ask(tables(true), { metricSet: 'listing' }), 'channel:listing', 'listing-views')).toEqual(value(50));
    expect(figureOf(ask(tables(true), { metricSet: 'listing' }), 'channel:listing', 'site-clicks')).toEqual(gap('not measured'));
    expect(figureOf(ask(tables(false)), 'total', 'clicks')).toMatchObject({ kind: 'bounds', low: 10, high: null });
  });
});

it('an own measure that is counted has its cost', () => {
  expect(bookOf(vocabulary).named('sum cost').label).toBe('Cost per sum');
  expect(bookOf(vocabulary).has('people cost')).toBe(false);
});
