import { coversWhole, type FeedTable, health, trace, type UnreadLine, value } from '../index';
import { ask, figureOf, names, QUESTION, tablesOf } from '../test/ask';
import { cutFeed, orderTable, type TrueRow } from '../test/truth';

const row = (day: number, campaign: number, spend: number): TrueRow => ({ day, campaign, group: 1, ad: 1, device: 0, spend, clicks: 1 });
const feed = cutFeed([row(12, 1, 30), row(12, 2, 5), row(13, 1, 12)], { dimensions: ['campaign'], from: 10, to: 19, campaigns: 'all' }, 1);
const lost = (line: Partial<UnreadLine>): FeedTable => ({
  ...feed,
  unread: [{ importId: 1, day: null, campaign: null, lines: 1, ...line }],
});
const spend = (of: FeedTable, key: string, period = { from: 10, to: 19 }) => figureOf(ask(tablesOf([of]), { period }), key, 'spend');
const atLeast = (low: number) => expect.objectContaining({ kind: 'bounds', low, high: null });

describe('a line that could not be read', () => {
  it('makes its cell at least what the others say, and no other', () => {
    const table = lost({ day: 12, campaign: 1 });
    expect(spend(table, 'channel:search/campaign:1')).toEqual(atLeast(42));
    expect(spend(table, 'channel:search/campaign:2')).toEqual(value(5));
    expect(spend(table, 'total')).toEqual(atLeast(47));
    expect(spend(table, 'total', { from: 13, to: 19 })).toEqual(value(12));
  });

  it('that does not tell its member makes all of the day so, and one that does not tell its day all of the member', () => {
    expect(spend(lost({ day: 12 }), 'channel:search/campaign:2')).toEqual(atLeast(5));
    expect(spend(lost({ day: 12 }), 'total', { from: 13, to: 19 })).toEqual(value(12));
    expect(spend(lost({ campaign: 2 }), 'channel:search/campaign:1')).toEqual(value(42));
    expect(spend(lost({ campaign: 2 }), 'channel:search/campaign:2')).toEqual(atLeast(5));
  });

  it('is forgotten where a later import answers for the cell', () => {
    const again = {
      ...lost({ day: 12, campaign: 1 }),
      covers: [...feed.covers, { from: 12, to: 12, campaigns: 'all' as const, importId: 2 }],
    };
    expect(spend(again, 'channel:search/campaign:1')).toEqual(value(42));
  });

  it('of a list of outcomes makes its day at least', () => {
    const orders = { ...orderTable([{ sale: 12, click: 12, campaign: 1, value: 40 }], 10, 19), unread: lost({ day: 12 }).unread ?? [] };
    const of = (period: { from: number; to: number }) =>
      figureOf(
        ask(tablesOf([feed], { orders: [{ ...orders, unread: [{ importId: 9, day: 12, campaign: null, lines: 1 }] }] }), { period }),
        'total',
        'value',
      );
    expect(of({ from: 10, to: 19 })).toEqual(atLeast(40));
    expect(of({ from: 13, to: 19 })).toEqual(value(0));
  });

  it('is told by the trace and by the health of the data', () => {
    const table = lost({ day: 12, campaign: 1, lines: 3 });
    const tables = tablesOf([table]);
    expect(trace(tables, QUESTION, names, { key: 'total', metric: 'spend', lastDay: 19 })?.unreadLines).toBe(3);
    expect(trace(tables, QUESTION, names, { key: 'channel:search/campaign:2', metric: 'spend', lastDay: 19 })?.unreadLines).toBe(0);
    const notes = health({
      tables,
      range: { from: 10, to: 19 },
      lastDay: 19,
      action: 'purchase',
      otherZone: new Set(),
      twice: { count: 0, value: 0 },
    });
    expect(notes).toContainEqual(
      expect.objectContaining({ kind: 'lines left out', serious: true, feedId: 1, count: 3, days: { from: 12, to: 12 } }),
    );
  });
});

describe('a file of hours', () => {
  const hours = (from: number, to: number, importId: number) => ({
    from: Math.floor(from / 24),
    to: Math.floor(to / 24),
    campaigns: 'all' as const,
    importId,
    hours: { from, to },
  });

  it('covers a day at its edge only together with its neighbour', () => {
    const first = hours(12 * 24 + 1, 13 * 24, 1);
    const second = hours(13 * 24 + 1, 14 * 24, 2);
    expect([12, 13, 14].map((day) => coversWhole([first], 1, day))).toEqual([false, false, false]);
    expect([12, 13, 14].map((day) => coversWhole([first, second], 1, day))).toEqual([false, true, false]);
    expect(spend({ ...feed, covers: [first] }, 'total', { from: 12, to: 12 })).toEqual(atLeast(35));
    expect(spend({ ...feed, covers: [first, second] }, 'total', { from: 13, to: 13 })).toEqual(value(12));
  });
});
