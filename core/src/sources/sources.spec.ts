import { type FeedTable, guessSourceRules, listSources, sourceProblems, type SourceRule, sourceSorter } from '../index';
import { tablesOf } from '../test/ask';
import { cutFeed, orderTable } from '../test/truth';
import { feedOf } from '../test/feed';

const NAMES = ['wren-mobile', 'Go.Wren.example', 'direct', '(not set)'];
const RULES: SourceRule[] = [
  { test: 'contains', value: 'wren', channel: 'Wren Social', kind: 'social' },
  { test: 'is', value: 'DIRECT', channel: 'Direct', kind: 'direct' },
];

/** Visits by source (and page): one row a day and source, as many visits as told. */
function visitsFeed(feedId: number, days: readonly number[], visits: (source: number) => number, more: readonly string[] = []): FeedTable {
  const rows = days.flatMap((day) => NAMES.map((_, source) => ({ day, source })));
  const codes = new Map([
    ['source', Int32Array.from(rows, ({ source }) => source)],
    ...more.map((each) => [each, new Int32Array(rows.length)] as const),
  ]);
  const covers = [{ from: Math.min(...days), to: Math.max(...days), campaigns: 'all' as const, importId: feedId }];
  return feedOf(
    { feedId, account: 1, dimensions: new Set(codes.keys()), covers },
    {
      day: Int32Array.from(rows, ({ day }) => day),
      importId: new Int32Array(rows.length).fill(feedId),
      codes,
      amounts: new Map([['visits', Float64Array.from(rows, ({ source }) => visits(source))]]),
    },
  );
}

describe('rules for sources', () => {
  it('take the first that fits', () => {
    const sort = sourceSorter({ rules: [...RULES, { test: 'contains', value: 'go.', channel: 'Never', kind: 'other site' }] });
    expect(NAMES.map(sort)).toEqual([0, 0, 1, -1]);
  });

  it('say what is wrong with them', () => {
    expect(sourceProblems({ rules: RULES })).toEqual([]);
    expect(
      sourceProblems({
        rules: [
          { ...RULES[0]!, channel: ' ' },
          { ...RULES[1]!, value: '' },
        ],
      }),
    ).toHaveLength(2);
  });

  it('begin with the telling words of channels', () => {
    const rules = guessSourceRules([
      { name: 'Wren Social', kind: 'social' },
      { name: 'The Tern Search', kind: 'search' },
      { name: 'Till', kind: 'orders' },
    ]);
    expect(rules.map(({ value, kind }) => [value, kind])).toEqual([
      ['wren', 'social'],
      ['tern', 'search'],
      ['organic', 'organic'],
      ['direct', 'direct'],
    ]);
  });
});

describe('visits by source', () => {
  const day = (at: number, clicks: number) => ({ day: at, campaign: 1, group: 1, ad: 1, device: 1, spend: 1, clicks });
  const paid = cutFeed([day(10, 60), day(11, 40), day(12, 999)], { dimensions: ['campaign'], from: 10, to: 19, campaigns: 'all' }, 1);
  const accounts = [
    { id: 'w', channel: 'wren', currency: 'GBP', rates: null },
    { id: 'f', channel: 'footpath', currency: 'GBP', rates: null },
  ];
  const about = {
    period: { from: 10, to: 19 },
    action: 'purchase' as const,
    spellingOf: (code: number) => NAMES[code] ?? '',
    channelName: (channel: string) => (channel === 'wren' ? 'Wren Social' : 'Footpath'),
  };
  const orders = orderTable(
    [
      { sale: 10, click: 10, campaign: 1, value: 70 },
      { sale: 11, click: 11, campaign: -1, value: 30 },
      { sale: 15, click: 15, campaign: 1, value: 500 },
    ],
    10,
    19,
  );
  const list = (feeds: FeedTable[]) => listSources(tablesOf([paid, ...feeds], { accounts, orders: [orders] }), { rules: RULES }, about);

  it('sorts them, keeps what falls through with what it is worth, and counts clicks on the same days only', () => {
    const found = list([visitsFeed(2, [10, 11], (source) => [30, 10, 5, 5][source] ?? 0)]);
    expect(found.days).toBe(2);
    expect(found.channels.map(({ channel, visits, clicks }) => [channel, visits, clicks])).toEqual([
      ['Wren Social', 80, { kind: 'value', value: 100 }],
      ['Direct', 10, { kind: 'gap', gap: 'not measured' }],
    ]);
    expect(found.unsorted.visits).toBe(10);
    // 100 of sales on those two days, 100 visits.
    expect(found.valuePerVisit).toBe(1);
    expect(found.spellings[0]).toMatchObject({ spelling: 'wren-mobile', rule: 0, visits: 60 });
  });

  it('never adds two reports of the same visits', () => {
    const coarse = visitsFeed(2, [10, 11], () => 10);
    const fine = visitsFeed(3, [11, 12], () => 7, ['landing page']);
    const { spellings, days } = list([fine, coarse]);
    expect(days).toBe(3);
    expect(spellings.find(({ spelling }) => spelling === 'direct')?.visits).toBe(10 + 10 + 7);
  });

  it('has nothing to tell of days without visits', () => {
    const found = list([]);
    expect(found).toMatchObject({ days: 0, spellings: [], channels: [], valuePerVisit: null });
  });
});
