import fc from 'fast-check';
import { type ClientTables, type FeedTable, type Figure, type Limit, trace, value } from '../index';
import { ask, figureOf, names, QUESTION, tablesOf } from '../test/ask';
import { cutFeed, type TrueRow } from '../test/truth';
import { changed, plainOf, withAmounts } from '../test/feed';

const row = (day: number, campaign: number, clicks: number, ad = campaign * 100): TrueRow => ({
  day,
  campaign,
  group: campaign * 10,
  ad,
  device: 0,
  spend: 10,
  clicks,
});

/** The feed with the clicks of some rows known only within limits. */
function blurred(feed: FeedTable, limits: ReadonlyMap<number, Limit>): FeedTable {
  const clicks = plainOf(feed).amounts.get('clicks')!;
  return changed(withAmounts(feed, { clicks: (at) => (limits.has(at) ? NaN : clicks[at]!) }), { limits: new Map([['clicks', limits]]) });
}

const feedOf = (rows: readonly TrueRow[], id = 1, dimensions: Parameters<typeof cutFeed>[1]['dimensions'] = ['campaign']) =>
  cutFeed(rows, { dimensions, from: 0, to: 40, campaigns: 'all' }, id);
const figure = (tables: ClientTables, key: string, metric: string): Figure => figureOf(ask(tables), key, metric);

describe('amounts known only within limits', () => {
  const rows = [row(11, 1, 4), row(12, 1, 30), row(12, 2, 7)];
  const tables = tablesOf([blurred(feedOf(rows), new Map([[0, { least: 0, most: 10 }]]))]);

  it('are neither 0 nor not measured: sums and ratios lie between', () => {
    expect(figure(tables, 'channel:search/campaign:1', 'clicks')).toEqual({ kind: 'bounds', low: 30, high: 40 });
    expect(figure(tables, 'channel:search/campaign:2', 'clicks')).toEqual(value(7));
    expect(figure(tables, 'total', 'clicks')).toEqual({ kind: 'bounds', low: 37, high: 47 });
    expect(figure(tables, 'channel:search/campaign:1', 'cpc')).toEqual({ kind: 'bounds', low: 0.5, high: 20 / 30 });
  });

  it('leave a side open where they are', () => {
    const open = tablesOf([blurred(feedOf(rows), new Map([[2, { least: 5, most: null }]]))]);
    expect(figure(open, 'channel:search/campaign:2', 'clicks')).toEqual({ kind: 'bounds', low: 5, high: null });
    expect(figure(open, 'channel:search/campaign:2', 'cpc')).toEqual({ kind: 'bounds', low: 0, high: 2 });
  });

  it('of parts leave no remainder that is not certain', () => {
    const whole = feedOf([row(12, 1, 30)], 1);
    const parts = (most: number) =>
      blurred(feedOf([row(12, 1, 4, 100), row(12, 1, 22, 101)], 2, ['campaign', 'group', 'ad']), new Map([[0, { least: 0, most }]]));
    const rest = (most: number) => ask(tablesOf([whole, parts(most)])).rows.find(({ key }) => key === 'channel:search/campaign:1/rest');
    const clicksOf = (most: number) => figure(tablesOf([whole, parts(most)]), 'channel:search/campaign:1/rest', 'clicks');
    expect(clicksOf(5)).toEqual({ kind: 'bounds', low: 3, high: 8 });
    // Spend stays over in both: two ads at 10 against a campaign at 10.
    expect(rest(10)).toBeDefined();
    expect(figure(tablesOf([whole, parts(10)]), 'total', 'clicks')).toEqual(value(30));
  });

  it('say in a trace between what each feed’s rows lie', () => {
    const found = trace(tables, QUESTION, names, { key: 'channel:search/campaign:1', metric: 'clicks', lastDay: 19 });
    expect(found?.inputs[0]?.sources).toMatchObject([{ rows: 2, amount: { kind: 'bounds', low: 30, high: 40 } }]);
  });

  it('never exclude the truth', () => {
    const anyRow = fc.record({
      day: fc.integer({ min: 8, max: 21 }),
      campaign: fc.constantFrom(1, 2),
      clicks: fc.integer({ min: 0, max: 40 }),
      below: fc.option(fc.integer({ min: 0, max: 60 })),
    });
    fc.assert(
      fc.property(fc.uniqueArray(anyRow, { selector: ({ day, campaign }) => `${day} ${campaign}`, minLength: 1 }), (truth) => {
        const feed = feedOf(truth.map(({ day, campaign, clicks }) => row(day, campaign, clicks)));
        const limits = new Map<number, Limit>();
        truth.forEach(({ clicks, below }, at) => {
          if (below !== null) limits.set(at, { least: Math.min(clicks, below), most: clicks > below ? null : below });
        });
        const total = figure(tablesOf([blurred(feed, limits)]), 'total', 'clicks');
        const sum = truth.filter(({ day }) => day >= 10 && day <= 19).reduce((all, { clicks }) => all + clicks, 0);
        if (total.kind === 'bounds') {
          expect(total.low ?? 0).toBeLessThanOrEqual(sum);
          expect(total.high ?? Infinity).toBeGreaterThanOrEqual(sum);
        } else expect(total).toEqual(value(sum));
      }),
      { seed: 12 },
    );
  });
});
