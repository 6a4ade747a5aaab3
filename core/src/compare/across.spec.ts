import fc from 'fast-check';
import { type ComparisonTable, type Figure, type Question, value } from '../index';
import { ask, CAMPAIGNS, cellOf, figureOf, LAST, names, QUESTION, rowOf, tablesOf } from '../test/ask';
import { adRow, cutFeed, orderTable, type TrueRow } from '../test/truth';
import { runs } from '../test/runs';
import { trace } from './trace';

const DIMENSIONS = ['campaign', 'group', 'ad', 'device'] as const;
const row = (day: number, campaign: number, spend: number, part: Partial<TrueRow> = {}): TrueRow => ({
  ...adRow(day, campaign, spend, 1),
  ...part,
});
const feedOf = (rows: readonly TrueRow[], dimensions: readonly (typeof DIMENSIONS)[number][] = DIMENSIONS, id = 1) =>
  cutFeed(rows, { dimensions, from: 0, to: 30, campaigns: 'all' }, id);
const columns = (by: string, metric = 'spend') => ({ by, metric });
/** Cell by row and column, "−" where a row has no such part. */
const cellsOf = ({ rows, across }: ComparisonTable): Record<string, unknown> =>
  Object.fromEntries(
    rows.flatMap(({ key }, at) =>
      (across?.heads ?? []).map((head, column) => {
        const now = across?.cells[at]?.[column]?.now;
        return [`${key}|${head.key}`, now?.kind === 'value' ? now.value : now ? now.kind : '−'];
      }),
    ),
  );

describe('a metric in columns', () => {
  const rows = [row(11, 1, 2), row(12, 1, 3, { device: 1 }), row(18, 2, 8), row(19, 1, 4)];

  it('of time stands beside its total, rows that have none of it empty', () => {
    const table = ask(tablesOf([feedOf(rows)]), { rows: ['campaign', 'device'], columns: columns('week') });
    expect(table.across?.heads.map(({ key, name, note }) => [key, name, note])).toEqual([
      ['week:11', 'week 11', ''],
      ['week:18', 'week 18', '2 of 7 days'],
    ]);
    expect(cellsOf(table)).toEqual({
      'total|week:11': 5,
      'total|week:18': 12,
      'campaign:1|week:11': 5,
      'campaign:1|week:18': 4,
      'campaign:1/device:0|week:11': 2,
      'campaign:1/device:0|week:18': 4,
      'campaign:1/device:1|week:11': 3,
      'campaign:1/device:1|week:18': '−',
      'campaign:2|week:11': '−',
      'campaign:2|week:18': 8,
      'campaign:2/device:0|week:11': '−',
      'campaign:2/device:0|week:18': 8,
    });
  });

  it('of time beside rows of days is answered by rows that stand for a whole week, which no day of it is', () => {
    const weekly = cutFeed([row(11, 1, 5), row(18, 1, 7)], { dimensions: ['campaign'], from: 4, to: 24, campaigns: 'all', days: 7 }, 1);
    // Rows of the weeks from 7 and 14 on: asked about are the fourteen days of both.
    const table = ask(tablesOf([weekly]), { period: { from: 7, to: 20 }, rows: ['campaign', 'weekday'], columns: columns('month') });
    expect(table.across?.heads.map(({ key, note }) => [key, note])).toEqual([['month:0', '14 of 31 days']]);
    expect(cellsOf(table)).toMatchObject({ 'total|month:0': 12, 'campaign:1|month:0': 12 });
  });

  it('by members come with the largest first, and what no report tells stays in its row', () => {
    const table = ask(tablesOf([feedOf(rows, ['campaign', 'device']), feedOf([...rows, row(15, 3, 50)], ['campaign'], 2)]), {
      rows: ['channel', 'campaign'],
      columns: columns('device'),
    });
    expect(table.across?.heads.map(({ key }) => key)).toEqual(['device:0', 'device:1']);
    expect(cellsOf(table)).toMatchObject({ 'total|device:0': 14, 'channel:search|device:1': 3, 'channel:search/campaign:3|device:0': '−' });
    expect(figureOf(table, 'total', 'spend')).toEqual(value(67));
  });

  it('counts orders that match nothing on their days, and in no other column', () => {
    const orders = [
      orderTable(
        [
          { sale: 11, click: 11, campaign: 1, value: 5 },
          { sale: 12, click: 12, campaign: -1, value: 7 },
          { sale: 10, click: 10, campaign: -1, value: 9 },
        ],
        0,
        30,
      ),
    ];
    const table = (by: string) => ask(tablesOf([feedOf(rows)], { orders }), { rows: ['campaign'], columns: columns(by, 'value') });
    expect(cellsOf(table('day'))).toMatchObject({
      'total|day:10': 9,
      'total|day:11': 5,
      'total|day:12': 7,
      'matched|day:11': 5,
      'matched|day:10': '−',
      'not matched|day:12': 7,
      'campaign:1|day:11': 5,
    });
    expect(cellsOf(table('device'))['not matched|device:0']).toBe('−');
  });

  it('is what remains of a breakdown, column by column, and the sum of what is shown', () => {
    const whole = feedOf([...rows, row(18, 1, 10)], ['campaign'], 2);
    const table = ask(tablesOf([feedOf(rows), whole]), { rows: ['campaign', 'ad'], columns: columns('week') });
    expect(cellsOf(table)).toMatchObject({ 'campaign:1/rest|week:18': 10, 'campaign:1|week:18': 14, 'campaign:1/rest|week:11': '−' });
    const shown = ask(tablesOf([feedOf(rows)]), { rows: ['campaign'], columns: columns('week'), named: 'campaign 1' });
    expect(cellsOf(shown)).toMatchObject({ 'shown|week:11': 5, 'shown|week:18': 4, 'total|week:18': 12 });
  });

  it('compares each column with its own before, and is traced', () => {
    const before = [row(4, 1, 1), row(5, 1, 30)];
    const tables = tablesOf([feedOf([...rows, ...before])]);
    const question: Partial<Question> = {
      rows: ['campaign'],
      columns: columns('week'),
      period: { from: 11, to: 17 },
      comparison: { from: 4, to: 10 },
    };
    expect(ask(tables, question).across?.cells[0]?.[0]).toMatchObject({ now: value(5), before: value(31) });
    const found = trace(tables, { ...QUESTION, ...question }, names, { key: 'campaign:1|week:11', metric: 'spend', lastDay: LAST });
    expect(found?.figure).toEqual(value(5));
    expect(found?.inputs[0]?.sources[0]?.rows).toBe(2);
  });

  it('shows so many columns and says how many there are beyond', () => {
    const many = Array.from({ length: 70 }, (_, at) => row(12, 1, at + 1, { device: at }));
    const table = ask(tablesOf([feedOf(many)]), { rows: ['campaign'], columns: columns('device') });
    expect([table.across?.heads.length, table.across?.more, table.across?.heads[0]?.key]).toEqual([60, 10, 'device:69']);
  });

  it('is in every cell what the same cut says in rows, and adds up to its row', () => {
    const anyRow = fc.record({
      day: fc.integer({ min: 8, max: 21 }),
      campaign: fc.constantFrom(...CAMPAIGNS),
      device: fc.integer({ min: 0, max: 2 }),
      spend: fc.integer({ min: 1, max: 90 }),
    });
    const anyCuts = fc.subarray<(typeof DIMENSIONS)[number][]>(
      [['campaign'], ['campaign', 'device'], ['campaign', 'group', 'ad'], [...DIMENSIONS]],
      { minLength: 1 },
    );
    const anyAsked = fc.constantFrom<[string[], string]>(
      [['campaign'], 'week'],
      [['campaign', 'ad'], 'device'],
      [['device'], 'weekday'],
      [['week', 'campaign'], 'device'],
      [['channel', 'campaign'], 'day'],
    );
    let compared = 0;
    fc.assert(
      fc.property(fc.array(anyRow, { minLength: 1, maxLength: 25 }), anyCuts, anyAsked, (made, cuts, [split, by]) => {
        const truth = made.map(({ day, campaign, device, spend }) => row(day, campaign, spend, { device }));
        const tables = tablesOf(cuts.map((cut, at) => feedOf(truth, cut, at + 1)));
        const table = ask(tables, { rows: split, columns: columns(by) });
        const asRows = ask(tables, { rows: [...split, by] });
        table.rows.forEach(({ key, kind, level }, at) => {
          if (kind !== 'member' || level !== split.at(-1)) return;
          for (const [column, head] of (table.across?.heads ?? []).entries()) {
            const cell = table.across?.cells[at]?.[column]?.now;
            const same = rowOf(asRows, `${key}/${head.key}`);
            expect(cell).toEqual(same && cellOf(asRows, same, 'spend').now);
            compared += 1;
          }
        });
        const of = (figure: Figure | undefined): number => (figure?.kind === 'value' ? figure.value : 0);
        const all = table.rows.map((each, at) => ({
          each,
          sum: (table.across?.cells[at] ?? []).reduce((sum, cell) => sum + of(cell?.now), 0),
        }));
        for (const { each, sum } of all) expect(sum).toBeLessThanOrEqual(of(cellOf(table, each, 'spend').now) + 1e-6);
      }),
      { seed: 32, numRuns: runs(150) },
    );
    expect(compared).toBeGreaterThan(runs(150));
  });
});
