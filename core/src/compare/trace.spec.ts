import { bucketsOf, type Figure, gap, parseDay, partDimension, type Question, series, trace, value } from '../index';
import { ask, figureOf, LAST, names, QUESTION, rowOf, SPLITS, tablesOf } from '../test/ask';
import { adFeed as feedOf, adRow as row, BY_AD, cutFeed, orderTable } from '../test/truth';
import { changed, withAmounts } from '../test/feed';

describe('trace', () => {
  const truth = [row(12, 1, 30, 3), row(13, 1, 12, 4)];
  const byDevice = cutFeed(truth, { dimensions: ['campaign', 'device'], from: 10, to: 19, campaigns: 'all' }, 2);
  const tables = tablesOf([feedOf(truth), byDevice]);
  const traced = (key: string, question: Partial<Question> = {}) =>
    trace(tables, { ...QUESTION, ...question }, names, { key, metric: 'cpc', lastDay: LAST });

  it('repeats the figure with its formula, inputs, feeds and rows', () => {
    expect(traced('channel:search/campaign:1/group:10')).toMatchObject({
      figure: value(6),
      formula: 'spend / clicks',
      inputs: [
        { term: 'spend', figure: value(42), sources: [{ feedId: 1, rows: 2, amount: value(42), imports: [1] }] },
        { term: 'clicks', figure: value(7), sources: [{ feedId: 1, rows: 2, amount: value(7), imports: [1] }] },
      ],
    });
  });

  it('names the feed that answered: the one with the fewest dimensions', () => {
    expect(traced('total')?.inputs[0]?.sources).toMatchObject([{ feedId: 2, amount: value(42) }]);
    expect(traced('nobody')).toBeUndefined();
  });

  it('of a remainder shows what was taken away', () => {
    const partial = cutFeed([row(12, 1, 30, 3)], { ...BY_AD, from: 10 }, 1);
    const rest = trace(tablesOf([partial, byDevice]), QUESTION, names, {
      key: 'channel:search/campaign:1/rest',
      metric: 'spend',
      lastDay: LAST,
    });
    expect(rest?.figure).toEqual(value(12));
    expect(rest?.inputs[0]?.sources).toMatchObject([
      { feedId: 2, amount: value(42) },
      { feedId: 1, amount: value(-30) },
    ]);
  });
});

describe('series', () => {
  const rows = [row(12, 1, 30, 3), row(13, 1, 12, 4), row(13, 2, 8, 0)];
  const tables = tablesOf([feedOf(rows)], { orders: [orderTable([{ sale: 13, click: 12, campaign: -1, value: 50 }], 10, 19)] });
  const period = { from: 12, to: 14 };
  const line = (key: string, metric: 'spend' | 'cpc' | 'value'): readonly Figure[] | undefined =>
    series(tables, { ...QUESTION, period }, names, { metric, keys: [key], lastDay: LAST }).lines[0]?.figures;

  it('has one figure a day, each from its own sums', () => {
    expect(line('total', 'spend')).toEqual([value(30), value(20), value(0)]);
    expect(line('channel:search/campaign:1/group:10', 'cpc')).toEqual([value(10), value(3), gap('nothing to divide by')]);
    expect(line('not matched', 'value')?.[1]).toEqual(value(50));
  });

  it('goes by Monday to Sunday weeks beyond nine weeks', () => {
    const monday = parseDay('2026-10-05') ?? 0;
    const weeks = bucketsOf({ from: monday + 2, to: monday + 70 });
    expect(weeks[0]).toEqual({ from: monday + 2, to: monday + 6 });
    expect(weeks[1]).toEqual({ from: monday + 7, to: monday + 13 });
    expect(weeks.at(-1)).toEqual({ from: monday + 70, to: monday + 70 });
    expect(bucketsOf({ from: 0, to: 62 })).toHaveLength(63);
  });
});

describe('what is still arriving', () => {
  // Of each day's clicks one sale comes at once and one two days later.
  const sales = Array.from({ length: 60 }, (_, click) =>
    [0, 2].map((lag) => ({ click, sale: click + lag, campaign: 1, value: 50 })),
  ).flat();
  const lastDay = 59;
  const tables = tablesOf([feedOf([row(50, 1, 30, 3)])], {
    orders: [
      orderTable(
        sales.filter(({ sale }) => sale <= lastDay),
        0,
        lastDay,
      ),
    ],
  });
  const settled = (metric: string, counting: Pick<Question, 'countedBy' | 'basis'>): number =>
    series(tables, { ...QUESTION, ...counting, period: { from: 50, to: lastDay } }, names, { metric, keys: ['total'], lastDay }).settled;

  it('is told of the click days that are too young, and of those only', () => {
    expect(settled('value', { countedBy: 'orders', basis: 'click' })).toBe(8);
    expect(settled('value', { countedBy: 'orders', basis: 'sale' })).toBe(10);
    expect(settled('spend', { countedBy: 'orders', basis: 'click' })).toBe(10);
  });
});

describe('a member in two accounts of one channel', () => {
  const stage = partDimension('stage');
  const accounts = ['a', 'b'].map((id) => ({ id, channel: 'search', currency: 'GBP', rates: null }));
  const campaignAccount = new Map([
    [1, 0],
    [2, 1],
  ]);
  const staged = (campaign: number, spend: number, account: number) => {
    const feed = feedOf([row(12, campaign, spend, 1)], account + 1, account);
    const codes = new Map([...feed.plain.codes, [stage, feed.plain.day.map(() => 7)]]);
    return { ...changed(feed, { codes }), dimensions: new Set([...feed.dimensions, stage]) };
  };
  const tables = tablesOf([staged(1, 30, 0), staged(2, 12, 1)], { accounts, campaignAccount });
  const key = `channel:search/${stage}:7`;

  it('is one row, and its trace finds all of it', () => {
    const table = ask(tables, { rows: SPLITS.stage });
    expect(table.rows.map((each) => each.key)).toEqual([
      'total',
      'channel:search',
      key,
      ...[1, 2].flatMap((campaign) => [
        `${key}/campaign:${campaign}`,
        `${key}/campaign:${campaign}/group:${campaign * 10}`,
        `${key}/campaign:${campaign}/group:${campaign * 10}/ad:${campaign * 100}`,
      ]),
    ]);
    expect(figureOf(table, key, 'spend')).toEqual(value(42));
    const found = trace(tables, { ...QUESTION, rows: SPLITS.stage }, names, { key, metric: 'spend', lastDay: LAST });
    expect(found?.figure).toEqual(value(42));
    expect(found?.inputs[0]?.sources.map(({ feedId }) => feedId)).toEqual([1, 2]);
  });
});

describe('chart and table', () => {
  /** Spend of two channels, of which one has not said anything of the last days; some only within limits. */
  const partly = () => {
    const accounts = ['search', 'social'].map((channel) => ({ id: channel, channel, currency: 'GBP', rates: null }));
    const campaignAccount = new Map([
      [1, 0],
      [2, 1],
    ]);
    const social = withAmounts(feedOf([row(12, 2, 100, 9)], 2, 1, 15), { clicks: NaN });
    return tablesOf([feedOf([row(12, 1, 30, 3), row(18, 1, 5, 1)]), social], {
      accounts,
      campaignAccount,
      orders: [orderTable([{ sale: 18, click: 12, campaign: -1, value: 50 }], 10, 19)],
    });
  };

  it.each(['spend', 'clicks', 'cpc', 'purchases', 'roas'] as const)('say the same %s of every row, day by day', (metric) => {
    const tables = partly();
    const keys = ask(tables).rows.map(({ key }) => key);
    const drawn = series(tables, QUESTION, names, { metric, keys, lastDay: LAST });
    drawn.buckets.forEach((period, bucket) => {
      const day = ask(tables, { period });
      for (const { key, figures } of drawn.lines) if (rowOf(day, key)) expect(figures[bucket]).toEqual(figureOf(day, key, metric));
    });
  });

  it('both know that a total is only at least what is known', () => {
    const { lines } = series(partly(), QUESTION, names, { metric: 'spend', keys: ['total'], lastDay: LAST });
    expect(lines[0]?.figures[8]).toMatchObject({ kind: 'bounds', low: 5, high: null });
  });
});
