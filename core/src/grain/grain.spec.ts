import fc from 'fast-check';
import { BUILT_IN, type ClientTables, type FeedTable, type Figure, type Question } from '../index';
import { ask, CAMPAIGNS, cellOf, figureOf, SPLITS, tablesOf } from '../test/ask';
import { adRow, type Cut, cutFeed, orderTable, type TrueRow } from '../test/truth';
import { runs } from '../test/runs';
import { changed, type PlainFeed, withAmounts } from '../test/feed';

const amount = (figure: Figure): number => (figure.kind === 'value' ? figure.value : figure.kind === 'bounds' ? (figure.low ?? NaN) : 0);

/** Random days of three campaigns with two groups of two ads on two devices. */
const anyTruth: fc.Arbitrary<TrueRow[]> = fc
  .array(
    fc.record({
      day: fc.integer({ min: 8, max: 21 }),
      campaign: fc.constantFrom(...CAMPAIGNS),
      part: fc.integer({ min: 0, max: 3 }),
      device: fc.integer({ min: 0, max: 1 }),
      spend: fc.integer({ min: 0, max: 500 }),
      clicks: fc.integer({ min: 0, max: 40 }),
    }),
    { minLength: 1, maxLength: 60 },
  )
  .map((rows) => rows.map(({ part, ...row }) => ({ ...row, group: row.campaign * 10 + (part >> 1), ad: row.campaign * 100 + part })));

const anyCut: fc.Arbitrary<Cut> = fc
  .record({
    dimensions: fc
      .constantFrom<Cut['dimensions'][]>(['campaign'], ['campaign', 'group', 'ad'], ['campaign', 'device'], ['campaign', 'group'], [])
      .map((each) => each),
    from: fc.integer({ min: 8, max: 14 }),
    to: fc.integer({ min: 14, max: 21 }),
    campaigns: fc.oneof(fc.constant<'all'>('all'), fc.subarray(CAMPAIGNS, { minLength: 1 })),
    days: fc.constantFrom(1, 1, 1, 5, 3),
  })
  .map((cut) => (cut.dimensions.length === 0 ? { ...cut, campaigns: 'all' as const } : cut));

const inPeriod = (row: TrueRow): boolean => row.day >= 10 && row.day <= 19;
const sum = (rows: readonly TrueRow[], part: 'spend' | 'clicks'): number => rows.reduce((total, row) => total + row[part], 0);

describe('rows that stand for several days', () => {
  const row = (day: number, campaign: number, spend: number): TrueRow => ({ day, campaign, group: 1, ad: 1, device: 1, spend, clicks: 1 });
  const weekly = (rows: TrueRow[], days: number, id = 1): PlainFeed =>
    cutFeed(rows, { dimensions: ['campaign'], from: 0, to: 34, campaigns: 'all', days }, id);
  const spend = (feeds: FeedTable[], from: number, to: number, key = 'total'): Figure => {
    const table = ask(tablesOf(feeds), { period: { from, to } });
    return figureOf(table, key, 'spend');
  };

  it('answer a period made of whole ones', () => {
    const feed = weekly([row(14, 1, 10), row(20, 1, 5), row(21, 1, 99)], 7);
    expect(spend([feed], 14, 20)).toEqual({ kind: 'value', value: 15 });
    expect(spend([feed], 14, 27)).toEqual({ kind: 'value', value: 114 });
  });

  it('are not prorated, nor taken for 0, where the period cuts them', () => {
    const feed = weekly([row(14, 1, 10), row(22, 1, 5)], 7);
    expect(spend([feed], 14, 22)).toMatchObject({ kind: 'bounds', low: 10, high: null });
    // A campaign whose only row is cut is not there, and the total must not be sure of itself.
    expect(spend([weekly([row(22, 1, 5)], 7)], 14, 22)).not.toMatchObject({ kind: 'value' });
    expect(spend([weekly([row(15, 1, 5)], 7)], 15, 16)).not.toMatchObject({ kind: 'value' });
  });

  it('give way to a finer report that has all of their days, and not to one that has some', () => {
    const rows = [row(14, 1, 10), row(16, 1, 5), row(18, 1, 2)];
    const daily = (from: number, to: number) => cutFeed(rows, { dimensions: ['campaign', 'device'], from, to, campaigns: 'all' }, 2);
    expect(spend([weekly(rows, 7), daily(14, 20)], 14, 16)).toEqual({ kind: 'value', value: 15 });
    expect(spend([weekly(rows, 7), daily(14, 16)], 14, 20)).toEqual({ kind: 'value', value: 17 });
    // The coarser report is preferred day by day; here it has only a part of the week.
    const coarse = cutFeed(rows, { dimensions: ['campaign'], from: 14, to: 16, campaigns: 'all' }, 9);
    const plain = weekly(rows, 7, 3);
    const codes = new Map([...plain.plain.codes, ['device', plain.plain.day.map(() => 0)]]);
    const byDevice = changed({ ...plain, dimensions: new Set(['campaign', 'device']) }, { codes });
    expect(spend([byDevice, coarse], 14, 20)).toMatchObject({
      kind: 'bounds',
      low: 15,
    });
  });
});

describe('overlapping, partial feeds cut from one truth', () => {
  const world = fc.tuple(anyTruth, fc.array(anyCut, { minLength: 1, maxLength: 5 }));

  it('every answer equals the truth or says why it cannot', () => {
    fc.assert(
      fc.property(world, ([truth, cuts]) => {
        const table = ask(tablesOf(cuts.map((cut, at) => cutFeed(truth, cut, at + 1))));
        for (const row of table.rows.filter((each) => each.kind === 'member' || each.kind === 'total')) {
          const code = Number(row.key.split(':').at(-1));
          const own = truth.filter(
            (each) =>
              inPeriod(each) &&
              (row.level === 'total' || row.level === 'channel' || each[row.level as 'campaign' | 'group' | 'ad'] === code),
          );
          for (const part of ['spend', 'clicks'] as const) {
            const figure = cellOf(table, row, part).now;
            if (figure.kind === 'value') expect(figure.value).toBeCloseTo(sum(own, part), 6);
            if (figure.kind === 'bounds') expect(figure.low).toBeLessThanOrEqual(sum(own, part) + 1e-6);
          }
        }
      }),
      { seed: 21, numRuns: runs(280) },
    );
  });

  it('is answered wherever one daily report has it all, whatever else there is', () => {
    let asked = 0;
    fc.assert(
      fc.property(world, ([truth, cuts]) => {
        const table = ask(tablesOf(cuts.map((cut, at) => cutFeed(truth, cut, at + 1))));
        const hasAll = (level: string, campaign: number | 'all'): boolean =>
          cuts.some(
            ({ dimensions, from, to, campaigns, days }) =>
              days === 1 &&
              from <= 10 &&
              to >= 19 &&
              dimensions.includes('campaign') &&
              (level === 'total' || dimensions.includes(level as 'campaign')) &&
              (campaigns === 'all' || (campaign !== 'all' && campaigns.includes(campaign))),
          );
        for (const row of table.rows.filter((each) => each.kind === 'member' || each.kind === 'total')) {
          if (row.level === 'channel') continue;
          const of = /campaign:(\d+)/.exec(row.key)?.[1];
          if (!hasAll(row.level, of === undefined ? 'all' : Number(of))) continue;
          for (const part of ['spend', 'clicks'] as const) expect(cellOf(table, row, part).now.kind).toBe('value');
          asked += 1;
        }
      }),
      { seed: 24, numRuns: runs(280) },
    );
    expect(asked).toBeGreaterThan(runs(60));
  });

  it('the total never moves with the breakdown', () => {
    fc.assert(
      fc.property(world, ([truth, cuts]) => {
        const tables = tablesOf(cuts.map((cut, at) => cutFeed(truth, cut, at + 1)));
        const totals = (['ads', 'keywords', 'devices', 'hours'] as const).map((tree) => {
          const table = ask(tables, { rows: SPLITS[tree] });
          return figureOf(table, 'total', 'spend');
        });
        for (const total of totals) expect(total).toEqual(totals[0]);
      }),
      { seed: 22, numRuns: runs(200) },
    );
  });

  it('members and what is not broken down add up to their parent', () => {
    fc.assert(
      fc.property(world, fc.constantFrom('ads' as const, 'devices' as const), ([truth, cuts], tree) => {
        const table = ask(tablesOf(cuts.map((cut, at) => cutFeed(truth, cut, at + 1))), { rows: SPLITS[tree] });
        for (const parent of table.rows.filter((row) => row.hasChildren)) {
          const children = table.rows.filter((row) => row.parent === parent.key);
          const total = children.reduce((all, child) => all + amount(cellOf(table, child, 'spend').now), 0);
          expect(total).toBeCloseTo(amount(cellOf(table, parent, 'spend').now), 6);
        }
      }),
      { seed: 23, numRuns: runs(200) },
    );
  });
});

describe('what adds up', () => {
  const day = (campaign: number, spend: number, clicks: number): TrueRow => adRow(12, campaign, spend, clicks);
  const all: Cut = { dimensions: ['campaign'], from: 10, to: 19, campaigns: 'all' };
  const two = (): ClientTables => {
    const search = cutFeed([day(1, 300, 600)], all, 1, 0);
    const redirects = cutFeed([day(2, 100, 0)], all, 2, 1);
    return tablesOf([search, changed(redirects, { amounts: new Map([['spend', Float64Array.of(100e6)]]) })], {
      accounts: [
        { id: 's', channel: 'search', currency: 'GBP', rates: null },
        { id: 'r', channel: 'redirect', currency: 'GBP', rates: null },
      ],
      vocabulary: BUILT_IN,
      campaignAccount: new Map([
        [1, 0],
        [2, 1],
      ]),
    });
  };

  it('a ratio is the formula of sums, never the average of ratios', () => {
    const table = ask(tablesOf([cutFeed([day(1, 10, 40), day(2, 10, 10)], all, 1)]));
    expect(figureOf(table, 'total', 'cpc')).toEqual({ kind: 'value', value: 20 / 50 });
  });

  it('a ratio covers only where every input is measured, and says how much that is', () => {
    const table = ask(two());
    expect(figureOf(table, 'total', 'cpc')).toEqual({ kind: 'value', value: 0.5, coverage: 0.75 });
    expect(figureOf(table, 'total', 'clicks')).toMatchObject({ kind: 'bounds', low: 600, high: null });
    expect(figureOf(table, 'channel:redirect', 'cpc')).toEqual({ kind: 'gap', gap: 'not measured' });
  });

  it('of two reports that know the same the one imported last answers, whichever feed is older', () => {
    const told = (spend: number, feedId: number, importId: number) => {
      const feed = cutFeed([day(1, spend, 1)], all, feedId);
      return { ...feed, covers: feed.covers.map((cover) => ({ ...cover, importId })), importId: new Int32Array(1).fill(importId) };
    };
    expect(figureOf(ask(tablesOf([told(10, 1, 8), told(20, 2, 7)])), 'total', 'spend')).toEqual({ kind: 'value', value: 10 });
    expect(figureOf(ask(tablesOf([told(10, 1, 7), told(20, 2, 8)])), 'total', 'spend')).toEqual({ kind: 'value', value: 20 });
    // Imported as one: the feed made last, in whatever order they come.
    expect(figureOf(ask(tablesOf([told(10, 1, 8), told(20, 2, 8)])), 'total', 'spend')).toEqual({ kind: 'value', value: 20 });
    expect(figureOf(ask(tablesOf([told(20, 2, 8), told(10, 1, 8)])), 'total', 'spend')).toEqual({ kind: 'value', value: 20 });
  });

  it('money without an exchange rate is a gap, not a sum of two currencies', () => {
    const tables = two();
    const table = ask({ ...tables, accounts: tables.accounts.map((account, at) => ({ ...account, rates: at === 1 ? [] : null })) });
    expect(figureOf(table, 'total', 'spend')).toMatchObject({ kind: 'bounds', low: 300, high: null });
  });

  it('money of an account in another currency is exchanged row by row, by the rate of its day', () => {
    const feed = cutFeed([day(1, 100, 600), { ...day(1, 50, 100), day: 13 }], all, 1, 0);
    const rates = (to: number) => [
      { from: 0, to: 12, rate: 0.9 },
      { from: 13, to, rate: 0.8 },
    ];
    const exchanged = (to: number) =>
      ask(tablesOf([feed], { accounts: [{ id: 's', channel: 'search', currency: 'USD', rates: rates(to) }] }));
    expect(figureOf(exchanged(99), 'total', 'spend')).toEqual({ kind: 'value', value: 100 * 0.9 + 50 * 0.8 });
    expect(figureOf(exchanged(99), 'total', 'cpc')).toEqual({ kind: 'value', value: 130 / 700 });
    // Days without a rate leave their money out, and say so.
    expect(figureOf(exchanged(12), 'total', 'spend')).toMatchObject({ kind: 'bounds', low: 90, high: null });
    expect(figureOf(exchanged(12), 'total', 'clicks')).toEqual({ kind: 'value', value: 700 });
    // Where no day has one, that is the reason: the money is measured.
    const none = tablesOf([feed], { accounts: [{ id: 's', channel: 'search', currency: 'USD', rates: [{ from: 90, to: 99, rate: 1 }] }] });
    expect(figureOf(ask(none), 'total', 'cpc')).toEqual({ kind: 'gap', gap: 'no rate' });
  });

  it('what only the site counts takes nothing from the totals of the channels', () => {
    const visits = { ...cutFeed([day(1, 0, 300)], all, 2, 1), dimensions: new Set(['landing page']) };
    const site = changed(visits, { codes: new Map<string, Int32Array>(), amounts: new Map([['visits', Float64Array.of(300)]]) });
    const accounts = [
      { id: 's', channel: 'search', currency: 'GBP', rates: null },
      { id: 'f', channel: 'site', currency: 'GBP', rates: null },
    ];
    const table = ask(tablesOf([cutFeed([day(1, 10, 40)], all, 1), site], { accounts }));
    expect(figureOf(table, 'total', 'spend')).toEqual({ kind: 'value', value: 10 });
    expect(figureOf(table, 'total', 'cpc')).toEqual({ kind: 'value', value: 0.25 });
    expect(table.rows.map(({ key }) => key)).not.toContain('channel:site');
  });

  it('days no file covers make a sum "at least"', () => {
    const table = ask(tablesOf([cutFeed([day(1, 10, 4)], { ...all, to: 15 }, 1)]));
    expect(figureOf(table, 'channel:search/campaign:1', 'spend')).toMatchObject({ kind: 'bounds', low: 10, high: null });
  });

  it('a cell that says "--" is not measured, and not 0', () => {
    const table = ask(tablesOf([withAmounts(cutFeed([day(1, 10, 4)], all, 1), { clicks: NaN })]));
    expect(figureOf(table, 'channel:search/campaign:1', 'cpc')).toEqual({ kind: 'gap', gap: 'not measured' });
  });

  it('claims of two accounts are at most their sum and at least the larger', () => {
    const claimed = (feed: FeedTable, count: number) => withAmounts(feed, { 'purchase.count.claims.click': count * 1e6 });
    const tables = two();
    const feeds = tables.feeds.map((feed, at) => claimed(feed, at === 0 ? 60 : 70));
    const table = ask({ ...tables, feeds }, { countedBy: 'claims', basis: 'click' });
    expect(figureOf(table, 'total', 'purchases')).toEqual({ kind: 'bounds', low: 70, high: 130 });
    expect(figureOf(table, 'channel:search', 'purchases')).toEqual({ kind: 'value', value: 60 });
  });
});

describe('orders', () => {
  const truth: TrueRow[] = [{ day: 12, campaign: 1, group: 10, ad: 100, device: 0, spend: 50, clicks: 100 }];
  const feed = cutFeed(truth, { dimensions: ['campaign', 'group', 'ad'], from: 1, to: 19, campaigns: 'all' }, 1);
  const orders = orderTable(
    [
      { sale: 13, click: 12, campaign: 1, group: 10, ad: 100, value: 40 },
      { sale: 25, click: 12, campaign: 1, value: 30 },
      { sale: 26, click: 12, campaign: 1, value: 900 },
      { sale: 14, click: -1, campaign: -1, value: 20 },
    ],
    1,
    30,
  );
  const tables = tablesOf([feed], { orders: [orders], numbers: { margin: [{ from: 0, to: 99, value: 0.5 }] } });
  const of = (question: Partial<Question>, key: string, metric: string): Figure => {
    const table = ask(tables, { ...question }, 25);
    return figureOf(table, key, metric);
  };

  it('by sale date count what came in, with the unmatched as a member of its own', () => {
    expect(of({}, 'channel:search/campaign:1', 'value')).toEqual({ kind: 'value', value: 40 });
    expect(of({}, 'not matched', 'value')).toEqual({ kind: 'value', value: 20 });
    expect(of({}, 'not matched', 'spend')).toEqual({ kind: 'gap', gap: 'not measured' });
    expect(of({}, 'total', 'value')).toEqual({ kind: 'value', value: 60 });
    expect(of({}, 'total', 'roas')).toEqual({ kind: 'value', value: 1.2 });
  });

  it('by click date count what the clicks brought up to the last finished day, whenever', () => {
    expect(of({ basis: 'click' }, 'channel:search/campaign:1', 'value')).toEqual({ kind: 'value', value: 70 });
    expect(ask(tables, { basis: 'click' }).withoutClickDay).toEqual([{ action: 'purchase', count: 1, value: 20 }]);
    const app = [
      { ...orders, action: 'install' },
      { ...orders, action: 'subscription' },
    ];
    expect(ask(tablesOf([feed], { orders: app }), { basis: 'click', metricSet: 'installs' }).withoutClickDay).toEqual([
      { action: 'install', count: 1, value: 20 },
      { action: 'subscription', count: 1, value: 20 },
    ]);
    const worthless = orderTable([{ sale: 12, click: -1, campaign: 1, value: NaN }], 0, 30);
    expect(ask(tablesOf([feed], { orders: [worthless] }), { basis: 'click' }).withoutClickDay).toEqual([
      { action: 'purchase', count: 1, value: 0 },
    ]);
  });

  it('tell of what is not broken down at least so much, and no share of a spend that nothing splits', () => {
    const tenDays = (spend: number): TrueRow[] =>
      Array.from({ length: 10 }, (_, day) => ({ day, campaign: 1, group: 10, ad: 100, device: 0, spend, clicks: 5 }));
    const campaignDays = cutFeed(tenDays(10), { dimensions: ['campaign'], from: 0, to: 9, campaigns: 'all' }, 1);
    const byAd = cutFeed(tenDays(8), { dimensions: ['campaign', 'group', 'ad'], from: 0, to: 9, campaigns: 'all' }, 2);
    // Orders are known of the first five days alone, and one of them reached no ad.
    const known = orderTable([{ sale: 2, click: 2, campaign: 1, value: 40 }], 0, 4);
    const half = tablesOf([campaignDays, byAd], { orders: [known] });
    const table = ask(half, { period: { from: 0, to: 9 } });
    expect(figureOf(table, 'channel:search/campaign:1', 'purchases')).toEqual({ kind: 'bounds', low: 1, high: null, coverage: 0.5 });
    expect(figureOf(table, 'channel:search/campaign:1/rest', 'purchases')).toEqual({ kind: 'bounds', low: 1, high: null });
  });

  it('that reach a campaign but no ad stay with the campaign', () => {
    expect(of({ basis: 'click' }, 'channel:search/campaign:1/group:10/ad:100', 'purchases')).toEqual({ kind: 'value', value: 1 });
    expect(of({ basis: 'click' }, 'channel:search/campaign:1/rest', 'purchases')).toEqual({ kind: 'value', value: 1 });
  });

  it('earn margin row by row', () => {
    expect(of({}, 'channel:search/campaign:1', 'profit')).toEqual({ kind: 'value', value: 40 * 0.5 - 50 });
    const table = ask({ ...tables, clients: [{ id: 'c', numbers: new Map() }] });
    expect(figureOf(table, 'total', 'profit')).toEqual({ kind: 'gap', gap: 'not measured' });
  });

  it('are not known by device where no tag tells it: not measured, not 0, and still in the campaign', () => {
    const byDevice = cutFeed(truth, { dimensions: ['campaign', 'device'], from: 1, to: 19, campaigns: 'all' }, 2);
    const table = ask({ ...tables, feeds: [feed, byDevice] }, { rows: SPLITS.devices });
    expect(figureOf(table, 'channel:search/campaign:1/device:0', 'spend')).toEqual({ kind: 'value', value: 50 });
    expect(figureOf(table, 'channel:search/campaign:1/device:0', 'purchases')).toEqual({ kind: 'gap', gap: 'not measured' });
    expect(figureOf(table, 'channel:search/campaign:1/rest', 'purchases')).toEqual({ kind: 'value', value: 1 });
    expect(figureOf(table, 'channel:search/campaign:1', 'purchases')).toEqual({ kind: 'value', value: 1 });
  });

  it('of a marketplace are not known to the shop, which is not 0', () => {
    const there = { ...tables, accounts: tables.accounts.map((account) => ({ ...account, sellsItself: true })) };
    expect(figureOf(ask(there), 'channel:search/campaign:1', 'cpa')).toEqual({ kind: 'gap', gap: 'not measured' });
  });

  it('are never in one column with claims', () => {
    expect(of({ countedBy: 'claims', basis: 'click' }, 'channel:search/campaign:1', 'purchases')).toEqual({
      kind: 'gap',
      gap: 'not measured',
    });
  });
});
