import { series } from '../index';
import { names, QUESTION, tablesOf } from '../test/ask';
import { adRow, BY_AD, cutFeed } from '../test/truth';

const LAST = 120;
/** What a day brings: 100 clicks for 50, but for one that brings 400 for 200. */
const SPIKE = 110;
const DAYS = Array.from({ length: LAST + 1 }, (_, day) => day);
const times = (day: number): number => (day === SPIKE ? 4 : 1);
const rows = DAYS.flatMap((day) => [adRow(day, 1, 50 * times(day), 100 * times(day)), adRow(day, 2, 30, 60)]);
const tables = tablesOf([cutFeed(rows, { ...BY_AD, from: 0, to: LAST }, 1)]);
const [FIRST, SECOND] = ['channel:search/campaign:1', 'channel:search/campaign:2'] as const;

const marked = (metric: string, period: { from: number; to: number }, question = {}) =>
  series(tables, { ...QUESTION, rows: ['channel', 'campaign'], period, ...question }, names, {
    metric,
    keys: [FIRST, SECOND, 'total', 'shown', 'nobody'],
    lastDay: LAST,
  }).lines.map(({ key, unusual }) => [key, unusual.map(({ at, value, usual }) => [at, value, usual])]);

describe('a series', () => {
  const period = { from: 100, to: LAST };
  const nothing = { [FIRST]: [], [SECOND]: [], total: [], shown: [], nobody: [] };

  it('marks the days unlike those before its period, of members and of all of them', () => {
    expect(Object.fromEntries(marked('clicks', period))).toEqual({ ...nothing, [FIRST]: [[10, 400, 100]], total: [[10, 460, 160]] });
    expect(Object.fromEntries(marked('spend', period))).toEqual({ ...nothing, [FIRST]: [[10, 200, 50]], total: [[10, 230, 80]] });
  });

  it('asks of the same rows before, and marks none without enough of them', () => {
    const where = [{ dimension: 'campaign', any: [{ test: 'is' as const, value: names('campaign', 2) }] }];
    expect(Object.fromEntries(marked('clicks', period, { where }))).toEqual(nothing);
    expect(Object.fromEntries(marked('clicks', { from: 20, to: 24 }))).toEqual(nothing);
  });

  it('marks neither ratios nor weeks', () => {
    expect(Object.fromEntries(marked('cpc', period))).toEqual(nothing);
    expect(Object.fromEntries(marked('clicks', { from: 40, to: LAST }))).toEqual(nothing);
  });
});
