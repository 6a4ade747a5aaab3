import { type Figure, series, value } from '../index';
import { ask, LAST, names, QUESTION, tablesOf } from '../test/ask';
import { withOwnMetric } from '../test/own-metric';
import { adFeed, adRow, orderTable } from '../test/truth';

// Spend grows by 1 a day from 1 on day 0; each day has 2 clicks, and one sale as many as its last digit.
const DAYS = Array.from({ length: 20 }, (_, day) => day);
const feed = adFeed(DAYS.flatMap((day) => [adRow(day, 1, day + 1, 2), adRow(day, 2, 1, 0)]));
const orders = [
  orderTable(
    DAYS.map((day) => ({ click: day, sale: day, campaign: 1, value: day })),
    0,
    19,
  ),
];
const tablesWith = (text: string) => withOwnMetric(tablesOf([feed], { orders }), text);
const period = { from: 10, to: 13 };
const asked = { period, metricSet: 'own', rows: ['channel', 'campaign'] };

const line = (text: string, key = 'total', question = {}): readonly Figure[] | undefined =>
  series(tablesWith(text), { ...QUESTION, ...asked, ...question }, names, { metric: 'own', keys: [key], lastDay: LAST }).lines[0]?.figures;

describe('what has come together up to a day', () => {
  it('is drawn from the first of the days, sums before ratios', () => {
    expect(line('cumulative (spend)')).toEqual([12, 25, 39, 54].map(value));
    expect(line('cumulative (spend)', 'channel:search/campaign:2')).toEqual([1, 2, 3, 4].map(value));
    expect(line('cumulative (spend / clicks)')).toEqual([12 / 2, 25 / 4, 39 / 6, 54 / 8].map(value));
    expect(line('spend / cumulative (spend)')).toEqual([1, 13 / 25, 14 / 39, 15 / 54].map(value));
    expect(line('cumulative (value of purchase)')).toEqual([10, 21, 33, 46].map(value));
  });

  it('stands in columns and rows of days, and is all of it elsewhere', () => {
    const table = ask(tablesWith('cumulative (spend)'), { ...asked, columns: { by: 'day', metric: 'own' } });
    const total = table.rows.findIndex(({ kind }) => kind === 'total' || kind === 'matched');
    expect(table.across?.cells[total]?.map((cell) => cell?.now)).toEqual([12, 25, 39, 54].map(value));
    expect(table.across?.whole[total]?.now).toEqual(value(54));
    const rows = ask(tablesWith('cumulative (spend)'), { ...asked, rows: ['campaign', 'day'] }).rows;
    const own = rows.filter(({ key }) => /^campaign:1\/day:/.test(key)).map(({ cells }) => cells[0]?.now);
    expect(own).toEqual([11, 23, 36, 50].map(value));
  });

  it('is of the column, as shares are', () => {
    const shares = (text: string, key: string): unknown => {
      const table = ask(tablesWith(text), { ...asked, columns: { by: 'day', metric: 'own' } });
      return table.across?.cells[table.rows.findIndex((row) => row.key === key)]?.map((cell) => cell?.now);
    };
    const key = 'channel:search/campaign:2';
    expect(shares('share of total (spend)', key)).toEqual([1 / 12, 1 / 13, 1 / 14, 1 / 15].map(value));
    expect(shares('share of parent (spend)', key)).toEqual([1 / 12, 1 / 13, 1 / 14, 1 / 15].map(value));
    expect(shares('share of total (spend)', 'total')).toEqual([1, 1, 1, 1].map(value));
    expect(shares('cumulative (spend)', key)).toEqual([1, 2, 3, 4].map(value));
  });

  it('takes each formula once, over sums', () => {
    expect(line('cumulative (smallest of (spend, 20))')).toEqual([12, 20, 20, 20].map(value));
  });
});

describe('what was before', () => {
  it('is drawn day by day beside what it is compared with', () => {
    expect(line('previous (spend)')).toEqual([5, 6, 7, 8].map(value));
    expect(line('previous (spend)', 'total', { comparison: { from: 0, to: 3 } })).toEqual([2, 3, 4, 5].map(value));
    expect(line('cumulative (previous (spend))')?.at(-1)).toEqual(value(8));
    expect(line('previous (cumulative (spend))')).toEqual([5, 11, 18, 26].map(value));
  });
});
