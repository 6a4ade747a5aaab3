import fc from 'fast-check';
import { type ComparisonTable, type Figure, gap, NO_OWN_WORDS, type Question, value, Vocabulary } from '../index';
import { ask, CAMPAIGNS, cellOf, figureOf, names, QUESTION, rowOf, tablesOf } from '../test/ask';
import { adRow, cutFeed, orderTable, type TrueRow } from '../test/truth';
import { runs } from '../test/runs';
import { trace } from './trace';
import { changed } from '../test/feed';

const DIMENSIONS = ['campaign', 'group', 'ad', 'device'] as const;
/** 5 January 1970 is a Monday: days 4–10 and 11–17 are weeks, days 10–19 cut both of their own. */
const row = (day: number, campaign: number, spend: number, part: Partial<TrueRow> = {}): TrueRow => ({
  ...adRow(day, campaign, spend, 1),
  ...part,
});
const feedOf = (rows: readonly TrueRow[], dimensions: readonly (typeof DIMENSIONS)[number][] = DIMENSIONS, id = 1, account = 0) =>
  cutFeed(rows, { dimensions, from: 0, to: 30, campaigns: 'all' }, id, account);
const spendOf = (table: ComparisonTable): Record<string, number> =>
  Object.fromEntries(
    table.rows.map((each) => {
      const { now } = cellOf(table, each, 'spend');
      return [each.key, now.kind === 'value' ? now.value : NaN];
    }),
  );

describe('rows split by what accounts tell', () => {
  const accounts = [
    { id: 'a', channel: 'wren', kind: 'search', currency: 'GBP', rates: null },
    { id: 'b', channel: 'wren', kind: 'search', currency: 'GBP', rates: null },
    { id: 'c', channel: 'finch', kind: 'social', currency: 'GBP', rates: null },
  ] as const;
  const feeds = [0, 1, 2].map((account) =>
    feedOf(
      [row(12, account + 1, 10 ** account, { device: 0 }), row(13, account + 1, 10 ** account, { device: 1 })],
      DIMENSIONS,
      account + 1,
      account,
    ),
  );
  const campaignAccount = new Map(CAMPAIGNS.map((campaign, at) => [campaign, at]));
  const table = (rows: readonly string[], part: Partial<Question> = {}) =>
    ask(tablesOf(feeds, { accounts, campaignAccount }), { rows, ...part });

  it('are one row for what several accounts have in common', () => {
    expect(spendOf(table(['channel kind', 'account']))).toEqual({
      total: 222,
      'channel kind:search': 22,
      'channel kind:search/account:a': 2,
      'channel kind:search/account:b': 20,
      'channel kind:social': 200,
      'channel kind:social/account:c': 200,
    });
  });

  it('may stand inside of what rows tell themselves', () => {
    expect(spendOf(table(['device', 'channel', 'campaign']))).toMatchObject({
      total: 222,
      'device:0': 111,
      'device:0/channel:wren': 11,
      'device:0/channel:wren/campaign:1': 1,
      'device:0/channel:wren/campaign:2': 10,
      'device:1/channel:finch': 100,
    });
    expect(rowOf(table(['device', 'channel']), 'device:0')?.channel).toBeNull();
    expect(rowOf(table(['device', 'channel']), 'device:0/channel:finch')?.channel).toBe('finch');
  });

  it('are kept by their names', () => {
    const kept = table(['channel', 'account'], { where: [{ dimension: 'account', any: [{ test: 'is', value: 'account b' }] }] });
    expect(spendOf(kept)).toEqual({ total: 20, 'channel:wren': 20, 'channel:wren/account:b': 20 });
  });
});

describe('rows split by days', () => {
  const rows = [row(10, 1, 1), row(11, 1, 2), row(16, 2, 4), row(18, 2, 8)];
  const table = (by: readonly string[], part: Partial<Question> = {}) => ask(tablesOf([feedOf(rows)]), { rows: by, ...part });

  it('are weeks from Monday on, each saying how much of it the period has', () => {
    const weeks = table(['week', 'campaign']);
    expect(spendOf(weeks)).toEqual({
      total: 15,
      'week:4': 1,
      'week:4/campaign:1': 1,
      'week:11': 6,
      'week:11/campaign:1': 2,
      'week:11/campaign:2': 4,
      'week:18': 8,
      'week:18/campaign:2': 8,
    });
    expect(weeks.rows.filter(({ depth, level }) => depth === 0 && level === 'week').map(({ note }) => note)).toEqual([
      '1 of 7 days',
      '',
      '2 of 7 days',
    ]);
  });

  it('are weekdays and days of several weeks, and months within members', () => {
    expect(spendOf(table(['weekday']))).toEqual({ total: 15, 'weekday:0': 10, 'weekday:5': 4, 'weekday:6': 1 });
    expect(spendOf(table(['campaign', 'weekday', 'day']))).toMatchObject({
      'campaign:2/weekday:0': 8,
      'campaign:2/weekday:0/day:18': 8,
      'campaign:2/weekday:5/day:16': 4,
    });
    expect(spendOf(table(['campaign', 'month']))).toMatchObject({ 'campaign:1/month:0': 3 });
  });

  it('compare with the same place in the period before', () => {
    const before = feedOf([...rows, row(4, 1, 3), row(11 - 14, 1, 5), row(18 - 14, 2, 7)], DIMENSIONS);
    const compared = ask(tablesOf([{ ...before, covers: [{ from: -10, to: 30, campaigns: 'all', importId: 1 }] }]), {
      rows: ['week'],
      comparison: { from: -4, to: 5 },
    });
    const of = (key: string) => cellOf(compared, rowOf(compared, key), 'spend');
    expect([of('week:4').before, of('week:11').before, of('week:18').before]).toEqual([value(0), value(0), value(10)]);
    expect(of('total').before).toEqual(value(10));
  });

  it('leave what no report tells by day in its place', () => {
    const weekly = cutFeed(rows, { dimensions: ['campaign'], from: 4, to: 17, campaigns: 'all', days: 7 }, 1);
    const own = tablesOf([
      changed(
        { ...weekly, covers: [{ from: 4, to: 17, campaigns: 'all', importId: 1 }] },
        { day: weekly.plain.day.map(() => 10), to: weekly.plain.day.map(() => 16) },
      ),
    ]);
    const table = ask(own, { rows: ['campaign', 'day'], period: { from: 10, to: 16 } });
    expect(figureOf(table, 'campaign:1', 'spend')).toEqual(value(3));
    expect(figureOf(table, 'campaign:1/rest', 'spend')).toEqual(value(3));
    expect(rowOf(table, 'campaign:1/rest')?.name).toBe('Not broken down by day');
  });

  it('are kept by name, weekends out of every week', () => {
    const where = [{ dimension: 'weekday', any: [{ test: 'is' as const, value: 'weekday 0' }] }];
    expect(spendOf(table(['week'], { where }))).toEqual({ total: 10, 'week:11': 2, 'week:18': 8 });
  });

  it('count orders on the day that is asked for', () => {
    const orders = [orderTable([{ sale: 13, click: 11, campaign: 1, value: 9 }], 0, 30)];
    const own = tablesOf([feedOf(rows)], { orders });
    const on = (basis: 'sale' | 'click') => spendValue(ask(own, { rows: ['day'], basis }));
    expect(on('sale')).toEqual(['day:13']);
    expect(on('click')).toEqual(['day:11']);
  });

  it('are traced to the rows of their days', () => {
    const found = trace(tablesOf([feedOf(rows)]), { ...QUESTION, rows: ['weekday'] }, names, {
      key: 'weekday:0',
      metric: 'spend',
      lastDay: 19,
    });
    expect(found?.figure).toEqual(value(10));
    expect(found?.inputs[0]?.sources).toEqual([{ feedId: 1, rows: 2, amount: value(10), imports: [1] }]);
  });
});

const spendValue = (table: ComparisonTable): string[] =>
  table.rows.filter((each) => each.level === 'day' && isSome(cellOf(table, each, 'purchases').now)).map(({ key }) => key);
const isSome = (figure: Figure): boolean => figure.kind === 'value' && figure.value > 0;

describe('what is left of a breakdown', () => {
  it('is no part of a ratio whose other side is all of it', () => {
    const byDevice = feedOf([row(12, 1, 10, { device: 0 })], ['campaign', 'device']);
    const whole = feedOf([row(12, 1, 12)], ['campaign'], 2);
    const orders = [orderTable([{ sale: 12, click: 12, campaign: 1, value: 30 }], 0, 30)];
    const table = ask(tablesOf([byDevice, whole], { orders }), { rows: ['campaign', 'device'] });
    expect(figureOf(table, 'campaign:1/rest', 'spend')).toEqual(value(2));
    expect(figureOf(table, 'campaign:1/rest', 'purchases')).toEqual(value(1));
    for (const metric of ['cpa', 'roas']) expect(figureOf(table, 'campaign:1/rest', metric)).toEqual(gap('not additive'));
    expect(figureOf(table, 'campaign:1/rest', 'cpc')).toMatchObject({ kind: 'gap' });
  });
});

describe('filters on what rows tell', () => {
  const rows = [row(12, 1, 10, { device: 0 }), row(12, 1, 4, { device: 1 }), row(13, 2, 7, { device: 1 })];
  const is = (dimension: string, ...wanted: string[]) => ({ dimension, any: wanted.map((word) => ({ test: 'is' as const, value: word })) });

  it('keep rows of the reports that know it, and those alone', () => {
    const feeds = [feedOf(rows), feedOf(rows, ['campaign'], 2)];
    const phones = ask(tablesOf(feeds), { rows: ['campaign'], where: [is('device', '1')] });
    expect(spendOf(phones)).toEqual({ total: 11, 'campaign:1': 4, 'campaign:2': 7 });
    const either = ask(tablesOf(feeds), { rows: ['campaign'], where: [is('device', '1', '0')] });
    expect(spendOf(either)).toEqual({ total: 21, 'campaign:1': 14, 'campaign:2': 7 });
    const both = ask(tablesOf(feeds), { rows: ['campaign'], where: [is('device', '1'), is('campaign', 'campaign 1')] });
    expect(spendOf(both)).toEqual({ total: 4, 'campaign:1': 4 });
  });

  it('go by the word that another has become', () => {
    const vocabulary = new Vocabulary({ ...NO_OWN_WORDS, joined: { 'own-machine': 'device' } });
    const tables = tablesOf([feedOf(rows)], { vocabulary });
    const asked = (dimension: string) => ask(tables, { rows: ['campaign'], where: [{ dimension, any: [{ test: 'is', value: '1' }] }] });
    expect(asked('own-machine')).toEqual(asked('device'));
    expect(asked('own-machine').kept).toEqual({ all: 21, kept: 11, leftOut: 10, cannotTell: 0 });
  });

  it('tell what no report knows together', () => {
    const feeds = [feedOf(rows, ['campaign', 'device']), feedOf(rows, ['campaign', 'group', 'ad'], 2)];
    const asked = (by: string[], ...where: ReturnType<typeof is>[]) => ask(tablesOf(feeds), { rows: by, where }).untold;
    expect(asked(['device', 'campaign'])).toBeNull();
    expect(asked(['campaign', 'ad', 'week'])).toBeNull();
    expect(asked(['campaign', 'ad', 'device'])).toEqual(['campaign', 'ad', 'device']);
    expect(asked(['ad'], is('device', '1'))).toEqual(['device', 'ad']);
    expect(asked(['channel'], is('hour', 'x'))).toEqual(['hour']);
    // A group that is passed over need not be told.
    expect(asked(['campaign', 'group', 'device'])).toBeNull();
  });

  it('say "not measured" where no report knows it', () => {
    const table = ask(tablesOf([feedOf(rows, ['campaign'])]), { rows: ['campaign'], where: [is('device', '1')] });
    expect(figureOf(table, 'total', 'spend')).toEqual(gap('not measured'));
  });

  it('keep the orders whose tags tell it', () => {
    const orders = [
      orderTable(
        [
          { sale: 12, click: 12, campaign: 1, value: 5 },
          { sale: 12, click: 12, campaign: 2, value: 6 },
          { sale: 12, click: 12, campaign: -1, value: 7 },
        ],
        0,
        30,
      ),
    ];
    const table = ask(tablesOf([feedOf(rows)], { orders }), { rows: ['campaign'], where: [is('campaign', 'campaign 2')] });
    expect(figureOf(table, 'total', 'value')).toEqual(value(6));
    expect(rowOf(table, 'not matched')).toBeUndefined();
    const byDevice = ask(tablesOf([feedOf(rows)], { orders }), { rows: ['campaign'], where: [is('device', '1')] });
    expect(figureOf(byDevice, 'total', 'value')).toEqual(gap('not measured'));
  });

  it('say where all of the money went: kept, left out, and what no report tells it of', () => {
    const feeds = [
      feedOf(rows, ['campaign', 'device']),
      cutFeed([row(12, 3, 50), row(15, 3, 100)], { dimensions: ['campaign'], from: 0, to: 30, campaigns: [3] }, 2),
    ];
    const kept = (...where: ReturnType<typeof is>[]) => ask(tablesOf(feeds), { rows: ['campaign'], where }).kept;
    expect(kept()).toBeNull();
    expect(kept(is('device', '1'))).toEqual({ all: 171, kept: 11, leftOut: 10, cannotTell: 150 });
    expect(kept(is('day', 'day 12'), is('device', '1'))).toEqual({ all: 171, kept: 4, leftOut: 117, cannotTell: 50 });
    expect(kept(is('device', '1'), is('campaign', 'campaign 1'))).toEqual({ all: 171, kept: 4, leftOut: 167, cannotTell: 0 });
    expect(kept(is('channel', 'channel other'))).toEqual({ all: 171, kept: 0, leftOut: 171, cannotTell: 0 });
  });

  it('whatever they say, kept and left out are everything', () => {
    const anyRow = fc.record({
      day: fc.integer({ min: 10, max: 19 }),
      campaign: fc.constantFrom(...CAMPAIGNS),
      device: fc.integer({ min: 0, max: 2 }),
      spend: fc.integer({ min: 0, max: 90 }),
    });
    const anyTest = fc.constantFrom(
      { dimension: 'device', value: '1' },
      { dimension: 'campaign', value: 'campaign 2' },
      { dimension: 'weekday', value: 'weekday 3' },
      { dimension: 'day', value: 'day 12' },
    );
    const anySplit = fc.constantFrom(
      ['device'],
      ['campaign', 'device'],
      ['weekday', 'campaign'],
      ['device', 'week'],
      ['channel', 'day', 'device', 'campaign'],
    );
    fc.assert(
      fc.property(fc.array(anyRow, { minLength: 1, maxLength: 30 }), anyTest, anySplit, (made, { dimension, value: word }, by) => {
        const truth = made.map(({ day, campaign, device, spend }) => row(day, campaign, spend, { device }));
        const tables = tablesOf([feedOf(truth)]);
        const where = (test: 'is' | 'is not') => [{ dimension, any: [{ test, value: word }] }];
        const [all, kept, left] = [[], where('is'), where('is not')].map((each) => ask(tables, { rows: by, where: each }));
        const spend = (table: ComparisonTable | undefined, key: string): number =>
          table && rowOf(table, key) ? (spendOf(table)[key] ?? 0) : 0;
        for (const { key } of all?.rows ?? []) expect((spend(kept, key) || 0) + (spend(left, key) || 0)).toBeCloseTo(spend(all, key), 6);
        expect(spend(all, 'total')).toBe(truth.reduce((sum, each) => sum + each.spend, 0));
      }),
      { seed: 31, numRuns: runs(200) },
    );
  });
});
