import {
  type ClientTables,
  conflictDays,
  feedDays,
  type FeedTable,
  health,
  type HealthInput,
  type HealthNote,
  type OrderTable,
  runsOf,
} from '../index';
import { tablesOf } from '../test/ask';
import { adRow, cutFeed, orderTable, type TrueRow } from '../test/truth';
import { changed, feedOf, plainOf, withAmounts } from '../test/feed';

const RANGE = { from: 10, to: 20 };
const LAST = 19;
const row = (day: number, spend: number, campaign = 1): TrueRow => adRow(day, campaign, spend, 5);
const days = (from: number, to: number, spend: number): TrueRow[] =>
  Array.from({ length: to - from + 1 }, (_, at) => row(from + at, spend));
const campaigns = (rows: TrueRow[], from: number, to: number, id = 1) =>
  cutFeed(rows, { dimensions: ['campaign'], from, to, campaigns: 'all' }, id);
const ads = (rows: TrueRow[], from: number, to: number, id = 2) =>
  cutFeed(rows, { dimensions: ['campaign', 'group', 'ad'], from, to, campaigns: 'all' }, id);

const inputOf = (tables: ClientTables, more: Partial<HealthInput> = {}): HealthInput => ({
  tables,
  range: RANGE,
  lastDay: LAST,
  action: 'purchase',
  otherZone: new Set(),
  twice: { count: 0, value: 0 },
  ...more,
});
const notesOf = (tables: ClientTables, more: Partial<HealthInput> = {}): HealthNote[] => health(inputOf(tables, more));
const ofKind = (notes: readonly HealthNote[], kind: HealthNote['kind']) => notes.filter((each) => each.kind === kind);

describe('the days of a feed', () => {
  const covers = [
    { from: 12, to: 14, importId: 1, campaigns: 'all' as const },
    { from: 14, to: 14, importId: 2, campaigns: 'all' as const },
    { from: 17, to: 20, importId: 3, campaigns: 'all' as const },
  ];
  const feed = feedOf(
    { feedId: 1, account: 0, dimensions: new Set(), covers },
    { day: Int32Array.of(12, 14, 17, 20), importId: Int32Array.of(1, 2, 3, 3), codes: new Map(), amounts: new Map() },
  );

  it('are there, without a row, changed since, missing in between, before the first, or not over', () => {
    expect(feedDays(feed, RANGE, LAST)).toEqual([
      'not expected',
      'not expected',
      'arrived',
      'nothing',
      'restated',
      'missing',
      'missing',
      'arrived',
      'nothing',
      'nothing',
      'open',
    ]);
  });

  it('are in conflict where another report says otherwise, unless they have not come or not ended', () => {
    const states = feedDays(feed, RANGE, LAST, new Set([12, 15, 17, 20]));
    expect([2, 5, 7, 10].map((at) => states[at])).toEqual(['in conflict', 'missing', 'in conflict', 'open']);
  });

  it('run together where they are alike', () => {
    expect(runsOf(['a', 'a', 'b'])).toEqual([
      { state: 'a', from: 0, to: 1 },
      { state: 'b', from: 2, to: 2 },
    ]);
    expect(runsOf([])).toEqual([]);
  });
});

describe('the health of data', () => {
  it('finds nothing where everything is there and agrees', () => {
    const orders = orderTable([{ sale: 12, click: 12, campaign: 1, value: 40 }], 0, LAST);
    expect(notesOf(tablesOf([campaigns(days(10, 19, 5), 0, 19), ads(days(10, 19, 5), 0, 19)], { orders: [orders] }))).toEqual([]);
  });

  it('says which days no report covers, and what they are about worth', () => {
    const early = campaigns(days(10, 13, 30), 5, 13);
    const late = campaigns(days(17, 19, 30), 17, 19, 3);
    const gap = changed(
      { ...early, covers: [...early.covers, ...late.covers] },
      {
        day: Int32Array.of(...early.plain.day, ...late.plain.day),
        importId: Int32Array.of(...early.plain.importId, ...late.plain.importId),
        codes: new Map([['campaign', new Int32Array(7).fill(1)]]),
        amounts: new Map([['spend', new Float64Array(7).fill(30e6)]]),
      },
    );
    expect(ofKind(notesOf(tablesOf([gap])), 'days missing')).toMatchObject([
      { serious: true, account: 0, days: { from: 14, to: 16 }, count: 3, money: 90 },
    ]);
    // Another report of the account has these days: their money is in the totals.
    expect(ofKind(notesOf(tablesOf([gap, ads(days(10, 19, 30), 5, 19)])), 'days missing')).toEqual([]);
  });

  it('measures two reports against each other: how much, and from when', () => {
    const less = ads([...days(10, 14, 10), ...days(15, 19, 8)], 0, 19);
    const [found] = ofKind(notesOf(tablesOf([campaigns(days(10, 19, 10), 0, 19), less])), 'reports disagree');
    expect(found).toMatchObject({ serious: true, feedId: 2, otherFeedId: 1, days: { from: 15, to: 19 }, count: 5, share: -0.2 });
    expect(found?.money).toBeCloseTo(-10, 9);
    const conflicts = conflictDays(inputOf(tablesOf([campaigns(days(10, 19, 10), 0, 19), less])));
    expect([...conflicts].map(([feed, on]) => [feed, [...on]])).toEqual([
      [2, [15, 16, 17, 18, 19]],
      [1, [15, 16, 17, 18, 19]],
    ]);
  });

  it('measures reports that know no money by their impressions, and says it of no pair twice', () => {
    const shown = (feed: FeedTable, times: number, knowsMoney: boolean): FeedTable => {
      const spend = plainOf(feed).amounts.get('spend')!;
      const impressions = spend.map((each) => (each / 1e6) * times);
      return changed(feed, { amounts: new Map([['impressions', impressions], ...(knowsMoney ? [['spend', spend] as const] : [])]) });
    };
    const [byCampaign, byAd] = [campaigns(days(10, 19, 10), 0, 19), ads(days(10, 19, 10), 0, 19)];
    const notes = (times: number, knowsMoney: boolean) =>
      ofKind(notesOf(tablesOf([shown(byCampaign, 100, true), shown(byAd, times, knowsMoney)])), 'reports disagree');
    expect(notes(100, false)).toEqual([]);
    expect(notes(90, false)).toMatchObject([{ feedId: 2, otherFeedId: 1, money: null, share: -0.1, count: 10 }]);
    expect(notes(90, true)).toEqual([]);
  });

  it('counts money of another currency that has no rate', () => {
    const tables = tablesOf([campaigns(days(10, 19, 10), 0, 19)], {
      accounts: [{ id: 'a', channel: 'search', currency: 'USD', rates: [{ from: 0, to: 16, rate: 0.9 }] }],
    });
    expect(ofKind(notesOf(tables), 'no rate')).toMatchObject([{ serious: true, days: { from: 17, to: 19 }, money: 30 }]);
  });

  it('is serious about orders that reach no campaign only where they become more', () => {
    const range = { from: -40, to: 20 };
    const of = (campaign: number, from: number, to: number) =>
      Array.from({ length: 60 }, (_, at) => ({ sale: from + (at % (to - from + 1)), click: 0, campaign, value: 10 }));
    const unmatched = (now: number): OrderTable => orderTable([...of(1, -40, -10), ...of(now, -5, 19), ...of(1, -5, 19)], -50, 19);
    const tables = (now: number) => tablesOf([campaigns(days(10, 19, 5), -50, 19)], { orders: [unmatched(now)] });
    const notes = notesOf(tables(-1), { range });
    expect(ofKind(notes, 'more not matched')).toMatchObject([{ serious: true, count: 60, money: 600, share: 0.5 }]);
    expect(ofKind(notesOf(tables(1), { range }), 'not matched')).toEqual([]);
  });

  it('knows spend of which nothing tells what it brings, and outcomes without value', () => {
    const silent = tablesOf([campaigns(days(10, 19, 5), 0, 19)]);
    expect(ofKind(notesOf(silent), 'no outcomes')).toMatchObject([{ serious: false, account: 0, money: 50 }]);
    const feed = campaigns(days(10, 19, 5), 0, 19);
    const counted = withAmounts(feed, {
      'purchase.count.claims.click': 2e6,
      'purchase.value.claims.click': (at) => (at < 3 ? 0 : 80e6),
    });
    const notes = notesOf(tablesOf([counted]));
    expect(ofKind(notes, 'no outcomes')).toEqual([]);
    expect(ofKind(notes, 'outcomes without value')).toMatchObject([{ serious: true, count: 6, share: 0.3 }]);
  });

  it('finds the days on which a landing page lost its tag, by what is usual for that page', () => {
    const range = { from: 0, to: 19 };
    const byPage = (column: string, of: (page: number, day: number) => number, feedId: number) => {
      const rows = [1, 2].flatMap((page) => Array.from({ length: 20 }, (_, day) => ({ page, day, amount: of(page, day) })));
      return changed(
        { ...campaigns([], 0, 19, feedId), dimensions: new Set(['landing page']) },
        {
          day: Int32Array.from(rows, (each) => each.day),
          importId: new Int32Array(rows.length).fill(feedId),
          codes: new Map([['landing page', Int32Array.from(rows, (each) => each.page)]]),
          amounts: new Map([[column, Float64Array.from(rows, (each) => each.amount)]]),
        },
      );
    };
    const clicks = byPage('clicks', () => 40, 1);
    const lost = byPage('visits', (page, day) => (page === 2 && day >= 7 && day <= 9 ? 0 : page * 30), 2);
    expect(ofKind(notesOf(tablesOf([clicks, lost]), { range }), 'visits missing')).toMatchObject([
      { serious: true, page: 2, days: { from: 7, to: 9 }, count: 120, share: 0 },
    ]);
    const twice = byPage('visits', (page, day) => (page === 1 && day === 5 ? 60 : 30), 2);
    expect(ofKind(notesOf(tablesOf([clicks, twice]), { range }), 'visits twice')).toMatchObject([
      { page: 1, days: { from: 5, to: 5 }, share: 2 },
    ]);
  });

  it('puts the serious first', () => {
    const notes = notesOf(tablesOf([campaigns(days(10, 19, 5), 0, 19)]), { twice: { count: 2, value: 5 }, otherZone: new Set([0]) });
    expect(notes.map(({ kind, serious }) => [kind, serious])).toEqual([
      ['orders twice', true],
      ['no outcomes', false],
      ['other zone', false],
    ]);
  });
});
