import { type ComparisonTable, type Condition, type Page, type Question, value } from '../index';
import { ask, cellOf, figureOf, LAST, names, QUESTION, rowOf, tablesOf } from '../test/ask';
import { adRow, adFeed } from '../test/truth';
import { series } from './series';
import { trace } from './trace';

/** Campaign 1: ads 100 and 101; campaign 2: ad 200; campaign 3: ads 300 to 305. */
const ad = (id: number, spend: number, clicks: number, day = 12) => ({ ...adRow(day, Math.floor(id / 100), spend, clicks), ad: id });
const ROWS = [
  ad(100, 10, 5),
  ad(101, 4, 0),
  ad(200, 7, 7),
  ...[8, 9, 10, 11, 12].map((spend, at) => ad(300 + at, spend, 1)),
  ad(305, 100, 0, 15),
];
const tables = tablesOf([adFeed(ROWS)]);
const ask3 = (having: readonly Condition[], part: Partial<Question> = {}): ComparisonTable =>
  ask(tables, { rows: ['campaign', 'ad'], having, ...part });
const keysOf = (table: ComparisonTable): string[] => table.rows.map(({ key }) => key);
const above = (level: string, metric: string, than: number): Condition => ({ kind: 'amount', level, metric, test: 'above', than });

describe('conditions on what members come to', () => {
  it('show those that pass with what they lie in, and total them beside everything', () => {
    const table = ask3([above('ad', 'spend', 9.5), { kind: 'amount', level: 'ad', metric: 'clicks', test: 'at most', than: 0 }]);
    expect(keysOf(table)).toEqual(['total', 'shown', 'campaign:3', 'campaign:3/ad:305']);
    expect([figureOf(table, 'total', 'spend'), figureOf(table, 'shown', 'spend')]).toEqual([value(171), value(100)]);
    expect(figureOf(table, 'campaign:3', 'spend')).toEqual(value(150));
  });

  it('of an outer level take what lies within with them', () => {
    const table = ask3([above('campaign', 'spend', 10)]);
    expect(keysOf(table).slice(0, 5)).toEqual(['total', 'shown', 'campaign:1', 'campaign:1/ad:100', 'campaign:1/ad:101']);
    expect(keysOf(table)).not.toContain('campaign:2');
    expect(figureOf(table, 'shown', 'spend')).toEqual(value(164));
    const both = ask3([above('campaign', 'spend', 10), above('ad', 'clicks', 1)]);
    expect(keysOf(both)).toEqual(['total', 'shown', 'campaign:1', 'campaign:1/ad:100']);
  });

  it('take the first of siblings after the other conditions, and those far from them', () => {
    const first: Condition = { kind: 'top', level: 'ad', metric: 'spend', end: 'largest', count: 1 };
    expect(keysOf(ask3([first]))).toEqual([
      'total',
      'shown',
      'campaign:1',
      'campaign:1/ad:100',
      'campaign:2',
      'campaign:2/ad:200',
      'campaign:3',
      'campaign:3/ad:305',
    ]);
    expect(keysOf(ask3([first, above('ad', 'clicks', 0)])).filter((key) => key.includes('ad:3'))).toEqual(['campaign:3/ad:304']);
    expect(keysOf(ask3([{ kind: 'apart', level: 'ad', metric: 'spend' }]))).toEqual(['total', 'shown', 'campaign:3', 'campaign:3/ad:305']);
  });

  it('tell how many could not be judged', () => {
    const table = ask3([above('ad', 'purchases', 1)]);
    expect([keysOf(table), table.unknown]).toEqual([['total'], 9]);
    expect(ask3([above('ad', 'spend', 1)]).unknown).toBe(0);
    const byFew = ask3([{ kind: 'apart', level: 'ad', metric: 'spend' }]);
    expect(byFew.unknown).toBe(3);
  });

  it('may ask of metrics that no column shows, and of names at once', () => {
    const table = ask3([above('ad', 'clicks', 4)], { named: 'ad 1' });
    expect(keysOf(table)).toEqual(['total', 'shown', 'campaign:1', 'campaign:1/ad:100']);
    const claimed = ask3([above('ad', 'people-reached', 4)], { metricSet: 'shop' });
    expect(claimed.unknown).toBe(9);
  });

  it('hold in the trace and in the chart', () => {
    const question = { ...QUESTION, rows: ['campaign', 'ad'], having: [above('ad', 'spend', 9.5)] };
    expect(trace(tables, question, names, { key: 'shown', metric: 'spend', lastDay: LAST })?.figure).toEqual(
      value(10 + 10 + 11 + 12 + 100),
    );
    const [line] = series(tables, question, names, { metric: 'spend', keys: ['shown'], lastDay: LAST }).lines;
    expect(line?.figures.filter((each) => each.kind === 'value' && each.value > 0)).toEqual([value(43), value(100)]);
  });
});

describe('a page of rows', () => {
  const page = (open: Page['open'], size = 200, part: Partial<Question> = {}) => ask3([], { page: { open, size }, ...part });

  it('holds the outermost members and those of what is open', () => {
    expect(keysOf(page([]))).toEqual(['total', 'campaign:1', 'campaign:2', 'campaign:3']);
    expect(keysOf(page(['campaign:1']))).toEqual([
      'total',
      'campaign:1',
      'campaign:1/ad:100',
      'campaign:1/ad:101',
      'campaign:2',
      'campaign:3',
    ]);
    expect(page(1)).toEqual(page(['campaign:1', 'campaign:2', 'campaign:3']));
    expect(page('all')).toEqual(ask3([]));
    expect(page([]).rows.map(({ hasChildren }) => hasChildren)).toEqual([false, true, true, true]);
  });

  it('has so many of each, the first of their order, and says how many more there are', () => {
    const bySpend = page(['campaign:3'], 2, { sort: { by: 'spend', of: 'now', direction: 'descending' } });
    expect(keysOf(bySpend)).toEqual(['total', 'campaign:3', 'campaign:3/ad:305', 'campaign:3/ad:304', 'campaign:1']);
    expect(bySpend.rows.map(({ more }) => more)).toEqual([0, 0, 0, 4, 1]);
  });

  it('shows what all rows show, and its totals', () => {
    const all = ask3([]);
    const open = page(['campaign:1', 'campaign:2', 'campaign:3']);
    expect(open).toEqual(all);
    for (const row of page([], 1).rows) expect(row.cells).toEqual(rowOf(all, row.key)?.cells);
  });
});

describe('the order of members', () => {
  it('goes by what was before, or by the change', () => {
    const before = [ad(100, 40, 0, 2), ad(200, 1, 0, 2), ad(300, 20, 0, 2)];
    const own = tablesOf([adFeed([...ROWS, ...before])]);
    const by = (of: Question['sort']['of'], direction: Question['sort']['direction']) =>
      keysOf(ask(own, { rows: ['campaign'], comparison: { from: 0, to: 9 }, sort: { by: 'spend', of, direction } })).slice(1);
    expect(by('before', 'descending')).toEqual(['campaign:1', 'campaign:3', 'campaign:2']);
    expect(by('change', 'descending')).toEqual(['campaign:3', 'campaign:2', 'campaign:1']);
    expect(by('change', 'ascending')).toEqual(['campaign:1', 'campaign:2', 'campaign:3']);
    const table = ask(own, { rows: ['campaign'], comparison: { from: 0, to: 9 } });
    expect(cellOf(table, rowOf(table, 'campaign:2'), 'spend').change?.figure).toEqual(value(6));
  });
});
