import { BUILT_IN, gap, type Question, relativeChange, value } from '../index';
import { ask, cellOf, figureOf, LAST, rowOf, tablesOf } from '../test/ask';
import { adFeed as feedOf, adRow as row, BY_AD, cutFeed, orderTable } from '../test/truth';
import { type PlainFeed, withAmounts } from '../test/feed';

const BEFORE = { from: 0, to: 9 };

/** The feed with outcomes of an action it claims: fewer on recent days. */
const claiming = (feed: PlainFeed, action: string): PlainFeed =>
  withAmounts(feed, { [`${action}.count.claims.click`]: (row) => (feed.plain.day[row]! < 10 ? 400e6 : 200e6) });

describe('change', () => {
  it('is now over before, and only of known numbers on a positive base', () => {
    expect(relativeChange(value(3), value(2))).toEqual(value(0.5));
    expect(relativeChange(value(3), value(0))).toEqual(gap('nothing to divide by'));
    expect(relativeChange(gap('no rate'), value(2))).toEqual(gap('no rate'));
    expect(relativeChange({ kind: 'bounds', low: 1, high: null }, value(2))).toEqual(gap('too little data'));
  });

  const changes = (before: number, now: number, spend = 100) => {
    const table = ask(tablesOf([feedOf([row(5, 1, spend, before), row(15, 1, spend, now)])]), { comparison: BEFORE });
    return cellOf(table, rowOf(table, 'channel:search/campaign:1'), 'cpc').change;
  };

  it('of nine clicks is chance, of nine thousand is not', () => {
    expect(changes(9, 5)).toEqual({ figure: value(0.8), beyondChance: false });
    expect(changes(9000, 5000)).toEqual({ figure: value(0.8), beyondChance: true });
  });

  it('is had of any counts in several accounts, in whatever order their fractions are summed', () => {
    const accounts = ['a', 'b'].map((id) => ({ id, channel: 'search', currency: 'GBP', rates: null }));
    const campaignAccount = new Map([1, 2, 3, 4].map((campaign) => [campaign, campaign % 2]));
    const spent = [1, 2, 3, 4].flatMap((each) => [row(5, each, 3, 9), row(15, each, 3, 9)]);
    const feeds = [
      feedOf(spent.filter(({ campaign }) => campaign % 2 === 0)),
      feedOf(
        spent.filter(({ campaign }) => campaign % 2 === 1),
        2,
        1,
      ),
    ];
    for (let count = 1; count < 40; count++) {
      const sold = [1, 2, 3, 4].flatMap((campaign) =>
        Array.from({ length: count * campaign }, (_, at) => ({ sale: at % 2 === 0 ? 5 : 15, click: 5, campaign, value: 7.77 })),
      );
      const table = ask(tablesOf(feeds, { accounts, campaignAccount, orders: [orderTable(sold, 0, 19)] }), { comparison: BEFORE });
      expect(cellOf(table, rowOf(table, 'total'), 'value').change?.figure.kind).toBe('value');
    }
  });

  it('of what outcomes are worth is less sure than of their number: their values differ too', () => {
    const sold = (count: number, sale: number) => Array.from({ length: count }, () => ({ sale, click: sale, campaign: 1, value: 10 }));
    const grown = (to: number) => {
      const orders = orderTable([...sold(100, 5), ...sold(to, 15)], 0, 19);
      const table = ask(tablesOf([feedOf([row(5, 1, 10, 500), row(15, 1, 10, 500)])], { orders: [orders] }), { comparison: BEFORE });
      return ['purchases', 'value'].map((metric) => cellOf(table, rowOf(table, 'channel:search/campaign:1'), metric).change?.beyondChance);
    };
    expect([grown(110), grown(140), grown(200)]).toEqual([
      [false, false],
      [true, false],
      [true, true],
    ]);
  });

  it('of money spent needs no evidence', () => {
    const table = ask(tablesOf([feedOf([row(5, 1, 10, 1), row(15, 1, 12, 1)])]), { comparison: BEFORE });
    expect(cellOf(table, rowOf(table, 'total'), 'spend').change).toMatchObject({ beyondChance: true });
  });

  it.each([
    [4, 2, false],
    [80, 20, true],
  ])('of ROAS depends on how many orders are behind it: %i and %i', (before, now, beyond) => {
    const many = (count: number, day: number) => Array.from({ length: count }, () => ({ sale: day, click: day, campaign: 1, value: 30 }));
    const tables = tablesOf([feedOf([row(5, 1, 100, 50), row(15, 1, 100, 50)])], {
      orders: [orderTable([...many(before, 5), ...many(now, 15)], 0, 19)],
    });
    const table = ask(tables, { comparison: BEFORE });
    expect(cellOf(table, rowOf(table, 'channel:search/campaign:1'), 'roas').change).toMatchObject({ beyondChance: beyond });
  });

  it('compares only accounts measured in both periods, and says what share of spend that is', () => {
    const tables = tablesOf([feedOf([row(5, 1, 100, 50), row(15, 1, 300, 75)]), feedOf([row(15, 2, 100, 1)], 2, 1)], {
      accounts: [
        { id: 'a', channel: 'search', currency: 'GBP', rates: null },
        { id: 'b', channel: 'social', currency: 'GBP', rates: null },
      ],
      vocabulary: BUILT_IN,
      campaignAccount: new Map([
        [1, 0],
        [2, 1],
      ]),
    });
    // The second account is known from day 10 on.
    const feeds = tables.feeds.map((feed, at) =>
      at === 0 ? feed : { ...feed, covers: feed.covers.map((cover) => ({ ...cover, from: 10 })) },
    );
    const table = ask({ ...tables, feeds }, { comparison: BEFORE });
    const cell = cellOf(table, rowOf(table, 'total'), 'clicks');
    expect(cell.now).toEqual(value(76));
    expect(cell.change?.figure).toEqual({ kind: 'value', value: 0.5, coverage: 0.75 });
    expect(cellOf(table, rowOf(table, 'channel:social'), 'clicks').change?.figure).toEqual(gap('not measured'));
  });
});

describe('by click date', () => {
  /** Every click day sells one order on the day itself and one five days later. */
  const rows = Array.from({ length: 20 }, (_, day) => row(day, 1, 10, 10));
  const late = rows.flatMap(({ day }) => [
    { sale: day, click: day, campaign: 1, value: 30 },
    { sale: day + 5, click: day, campaign: 1, value: 30 },
  ]);
  const known = late.filter(({ sale }) => sale <= LAST);
  const tables = tablesOf([feedOf(rows)], { orders: [orderTable(known, 0, LAST)] });

  it('the earlier period is counted at the same age as the later one', () => {
    const table = ask(tables, { basis: 'click', comparison: BEFORE });
    const cell = cellOf(table, rowOf(table, 'channel:search/campaign:1'), 'purchases');
    // Ten on their own day, five of the late ones have come by day 19; days 0–9 counted as of day 9.
    expect(cell).toMatchObject({ now: value(15), before: value(15), change: { figure: value(0) } });
    expect(figureOf(ask(tables, { basis: 'click', period: BEFORE }), 'channel:search/campaign:1', 'purchases')).toEqual(value(20));
  });

  it('a channel’s claims of days still filling are not called better or worse', () => {
    const days = Array.from({ length: 120 }, (_, day) => row(day - 100, 1, 10, 10));
    const orders = days.flatMap(({ day }) => [
      { sale: day, click: day, campaign: 1, value: 30 },
      { sale: day + 9, click: day, campaign: 1, value: 30 },
    ]);
    const all = tablesOf([claiming(cutFeed(days, { ...BY_AD, from: -100 }, 1), 'purchase')], {
      orders: [
        orderTable(
          orders.filter(({ sale }) => sale <= LAST),
          -100,
          LAST,
        ),
      ],
    });
    const question: Partial<Question> = { basis: 'click', countedBy: 'claims', comparison: BEFORE };
    const recent = ask(all, question);
    expect(recent.arrived).toBeCloseTo(0.55, 1);
    expect(cellOf(recent, rowOf(recent, 'channel:search/campaign:1'), 'purchases').change).toEqual({
      figure: value(-0.5),
      beyondChance: false,
    });
    const settled = ask(all, { ...question, period: { from: 5, to: 10 }, comparison: { from: -2, to: 3 } });
    expect(settled.arrived).toBeGreaterThan(0.95);
    expect(cellOf(settled, rowOf(settled, 'channel:search/campaign:1'), 'purchases').change).toMatchObject({ beyondChance: true });
  });
});

describe('order and filter', () => {
  const tables = tablesOf([feedOf([row(12, 1, 30, 3), row(12, 2, 10, 5), row(12, 3, 20, 1)])]);
  const shown = (question: Partial<Question>) =>
    ask(tables, question)
      .rows.filter(({ depth }) => depth < 2)
      .map(({ key }) => key);

  it('sorts siblings by a metric, either way', () => {
    expect(shown({ sort: { by: 'spend', of: 'now', direction: 'descending' } })).toEqual([
      'total',
      'channel:search',
      'channel:search/campaign:1',
      'channel:search/campaign:3',
      'channel:search/campaign:2',
    ]);
    expect(shown({ sort: { by: 'cpc', of: 'now', direction: 'ascending' } })).toEqual([
      'total',
      'channel:search',
      'channel:search/campaign:2',
      'channel:search/campaign:1',
      'channel:search/campaign:3',
    ]);
  });

  it('keeps what is above and below a named member, and totals just that', () => {
    const table = ask(tables, { named: 'Campaign 2' });
    expect(table.rows.map(({ key }) => key)).toEqual([
      'total',
      'shown',
      'channel:search',
      'channel:search/campaign:2',
      'channel:search/campaign:2/group:20',
      'channel:search/campaign:2/group:20/ad:200',
    ]);
    expect(figureOf(table, 'shown', 'spend')).toEqual(value(10));
    expect(figureOf(table, 'total', 'spend')).toEqual(value(60));
  });

  it('counts nothing twice where the filter names a member and its parent', () => {
    const table = ask(tables, { named: '2' });
    expect(figureOf(table, 'shown', 'spend')).toEqual(value(10));
  });
});

describe('changes of claims that still arrive', () => {
  const days = Array.from({ length: 120 }, (_, at) => at - 100);
  /** Bookings of campaign 1 come the same day, half of those of campaign 2 ten days later. */
  const lists = orderTable(
    days.flatMap((day) =>
      [1, 2].flatMap((campaign) =>
        [0, campaign === 1 ? 0 : 10].flatMap((lag) => (day + lag > LAST ? [] : [{ sale: day + lag, click: day, campaign, value: 30 }])),
      ),
    ),
    -100,
    LAST,
  );
  const claimed = (action: string) => {
    const feed = cutFeed(
      days.flatMap((day) => [row(day, 1, 10, 10), row(day, 2, 10, 10)]),
      { ...BY_AD, from: -100 },
      1,
    );
    return tablesOf([claiming(feed, action)], {
      orders: [{ ...lists, action }],
    });
  };

  it.each([
    ['booking', 'bookings', 'bookings'],
    ['install', 'installs', 'installs'],
    ['lead', 'leads', 'leads'],
  ] as const)('go by the lag of the %s itself, campaign by campaign', (action, metricSet, metric) => {
    const table = ask(claimed(action), { metricSet, basis: 'click', countedBy: 'claims', comparison: BEFORE });
    const changed = (key: string) => cellOf(table, rowOf(table, key), metric).change;
    expect(changed('channel:search/campaign:2')).toEqual({ figure: value(-0.5), beyondChance: false });
    expect(changed('channel:search/campaign:1')).toEqual({ figure: value(-0.5), beyondChance: true });
    expect(changed('total')).toMatchObject({ beyondChance: false });
  });
});

describe('orders that match no campaign', () => {
  const feed = feedOf([row(12, 1, 100, 50)]);
  const sold = (...campaigns: number[]) =>
    orderTable(
      campaigns.map((campaign) => ({ sale: 12, click: 12, campaign, value: 60 })),
      0,
      19,
    );

  it.each(['sale', 'click'] as const)('are told apart from those that do, by %s date', (basis) => {
    const table = ask(tablesOf([feed], { orders: [sold(1, 1, -1)] }), { basis });
    expect(table.rows.slice(0, 2).map(({ key, kind, name }) => [key, kind, name])).toEqual([
      ['total', 'total', 'Total'],
      ['matched', 'matched', 'Matched to campaigns'],
    ]);
    expect(figureOf(table, 'total', 'roas')).toEqual(value(1.8));
    expect(figureOf(table, 'matched', 'roas')).toEqual(value(1.2));
    expect(figureOf(table, 'matched', 'spend')).toEqual(value(100));
  });

  it('make no row of their own where there are none', () => {
    expect(rowOf(ask(tablesOf([feed], { orders: [sold(1)] })), 'matched')).toBeUndefined();
  });
});
