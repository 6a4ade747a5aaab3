import type { WireTable } from '@lens/contract';
import { bounds, BUILT_IN_BOOK, type Figure, gap, packFigures, value, withCoverage } from '@lens/core';
import { tableView } from './table-view';

const STYLE = { locale: 'en-GB', currency: 'GBP' };

function table(metric: WireTable['metrics'][number], now: Figure[], change: Figure[], beyondChance: number[]): WireTable {
  const rows = now.map((_, at) => ({
    key: `row ${at}`,
    parent: null,
    kind: 'member' as const,
    level: 'campaign',
    code: 1,
    name: `Row ${at}`,
    note: '',
    channel: null,
    depth: 0,
    hasChildren: false,
    more: 0,
    held: null,
  }));
  const column = { now: packFigures(now), before: packFigures(now), change: packFigures(change), beyondChance, doubt: [] };
  return {
    metrics: [metric],
    rows,
    columns: [column],
    withoutClickDay: [],
    across: null,
    unknown: 0,
    untold: null,
    kept: null,
    arrived: null,
    dataVersion: 1,
  };
}

describe('the comparison in texts', () => {
  it('writes gaps and bounds as what they are', () => {
    const figures = [value(1234.5), gap('not measured'), bounds(135.5, null), withCoverage(value(0.5), 0.757)];
    const cells = tableView(
      table(
        'cpa',
        figures,
        figures.map(() => gap('not measured')),
        [],
      ),
      STYLE,
      BUILT_IN_BOOK,
    ).rows.map((row) => row.cells[0]);
    expect(cells).toMatchObject([
      { text: '£1,235', gap: false },
      { text: '·', spoken: 'not measured', gap: true },
      { text: '> £135.50', spoken: 'more than £135.50' },
      { text: '£0.50', spoken: '£0.50, covers 75% of spend', part: true },
    ]);
  });

  it('says of a row how it stands to its target, and is sure only where there is enough', () => {
    const plain = table('roas', [value(2), value(3), value(1)], [], []);
    const held = (['supported', 'undecided', 'not yet mature'] as const).map((sureness, at) => ({
      ...{ metric: 'roas', countedBy: 'orders' as const, basis: 'sale' as const, bar: 2.5, met: at === 0 ? 0.8 : 1.2, sureness },
    }));
    const view = tableView({ ...plain, rows: plain.rows.map((row, at) => ({ ...row, held: held[at] ?? null })) }, STYLE, BUILT_IN_BOOK);
    expect(view.rows.map(({ target }) => target)).toEqual([
      { text: '80%', spoken: '80% of what ROAS must be, 2.50: surely misses it. As the orders count them, by sale date.', good: 'worse' },
      {
        text: '120%',
        spoken: '120% of what ROAS must be, 2.50: not enough yet to be sure. As the orders count them, by sale date.',
        good: null,
      },
      {
        text: '120%',
        spoken:
          '120% of what ROAS must be, 2.50: too young to judge: its sales are still arriving. As the orders count them, by sale date.',
        good: null,
      },
    ]);
    expect([view.held, tableView(plain, STYLE, BUILT_IN_BOOK).held]).toEqual([true, false]);
  });

  it('calls a change better or worse only beyond chance and beyond a few per cent', () => {
    const changes = [value(0.2), value(0.2), value(-0.2), value(0.01)];
    const view = tableView(
      table(
        'cpa',
        changes.map(() => value(10)),
        changes,
        [1, 2, 3],
      ),
      STYLE,
      BUILT_IN_BOOK,
    );
    expect(view.rows.map((row) => row.cells[0]?.good)).toEqual([null, 'worse', 'better', null]);
    expect(view.rows.map((row) => row.cells[0]?.change)).toEqual(['+20%', '+20%', '−20%', '+1%']);
  });

  it('lets a set say how its columns look', () => {
    const plain = table('cpa', [value(40), value(10.126), gap('not measured')], [value(0.2), value(0.2), gap('not measured')], [0]);
    const total = plain.rows.map((row, at) => (at === 0 ? { ...row, kind: 'total' as const } : row));
    const looks = { cpa: { name: 'Cost', decimals: 1, fill: 'bar', withoutChange: true } } as const;
    const view = tableView({ ...plain, rows: total }, STYLE, BUILT_IN_BOOK, { looks });
    expect(view.columns[0]).toMatchObject({ label: 'Cost', definition: expect.stringMatching(/^CPA: /), look: { fill: 'bar' } });
    expect(view.rows.map(({ cells: [cell] }) => [cell?.text, cell?.change, cell?.good, cell?.fill])).toEqual([
      ['£40.0', '', null, null],
      ['£10.1', '', null, 1],
      ['·', '', null, null],
    ]);
  });

  it('never calls spending more good or bad', () => {
    expect(tableView(table('spend', [value(10)], [value(0.5)], [0]), STYLE, BUILT_IN_BOOK).rows[0]?.cells[0]?.good).toBeNull();
  });

  it('says of few clicks how far a figure may lie away, unless nobody wants to know', () => {
    const plain = table('ctr', [value(0.38)], [value(0)], []);
    const doubted = {
      ...plain,
      columns: plain.columns.map((column) => ({ ...column, doubt: [[0, 0.14, 0.69] as [number, number, number]] })),
    };
    const cell = (doubts: boolean) => tableView(doubted, STYLE, BUILT_IN_BOOK, { doubts }).rows[0]?.cells[0];
    expect(cell(true)).toMatchObject({ doubt: true, spoken: '38.0%, anywhere from 14.0% to 69.0%: there is little to tell it from' });
    expect(cell(false)).toMatchObject({ doubt: false, spoken: '38.0%' });
  });
});
