import fc from 'fast-check';
import { type ClientTables, type ComparisonTable, type Condition, type Held, type Target, tablesTogether } from '../index';
import { ask, figureOf, rowOf, tablesOf } from '../test/ask';
import { runs } from '../test/runs';
import { adRow, cutFeed, orderTable } from '../test/truth';

const ROAS: Target = { metric: 'roas', value: 2.5, countedBy: 'orders', basis: 'sale', orders: 'matched', from: 0, to: 99 };
const CPA: Target = { ...ROAS, metric: 'cpa', value: 20 };

interface Sold {
  readonly campaign: number;
  readonly spend: number;
  readonly orders: number;
}

/** Campaigns with their spend, and orders worth 40 each; campaign -1 is where orders lead that match none. */
function sold(all: readonly Sold[], targets: readonly Target[] = [ROAS]): ClientTables {
  const spends = all.filter(({ campaign }) => campaign > 0).map(({ campaign, spend }) => adRow(12, campaign, spend, 1));
  const orders = all.flatMap(({ campaign, orders: count }) =>
    Array.from({ length: count }, () => ({ sale: 12, click: 12, campaign, value: 40 })),
  );
  const feed = cutFeed(spends, { dimensions: ['campaign'], from: 0, to: 30, campaigns: 'all' }, 1);
  return tablesOf([feed], {
    orders: [orderTable(orders, 0, 30)],
    clients: [{ id: 'c', numbers: new Map(), targets }],
    campaignAccount: new Map(all.map(({ campaign }) => [campaign, 0])),
  });
}
const held = (table: ComparisonTable, key: string): Held | null | undefined => rowOf(table, key)?.held;
const COUNTED = { countedBy: 'orders', basis: 'sale' };
const rows = ['campaign'];

describe('rows held against what was promised', () => {
  it('say how much of it is met, and are sure where the count decides', () => {
    const table = ask(
      sold([
        { campaign: 1, spend: 1000, orders: 30 },
        { campaign: 2, spend: 40, orders: 1 },
        { campaign: 3, spend: 100, orders: 0 },
      ]),
      { rows },
    );
    expect(held(table, 'campaign:1')).toEqual({ ...COUNTED, metric: 'roas', bar: 2.5, met: 1.2 / 2.5, sureness: 'supported' });
    expect(held(table, 'campaign:2')).toEqual({ ...COUNTED, metric: 'roas', bar: 2.5, met: 1 / 2.5, sureness: 'undecided' });
    expect(held(table, 'campaign:3')).toMatchObject({ met: 0, sureness: 'undecided' });
    expect(held(table, 'total')).toMatchObject({ met: 1240 / 1140 / 2.5 });
  });

  it('turn costs round: less is better', () => {
    const table = ask(sold([{ campaign: 1, spend: 1000, orders: 100 }], [CPA]), { rows });
    expect(held(table, 'campaign:1')).toEqual({ ...COUNTED, metric: 'cpa', bar: 20, met: 2, sureness: 'supported' });
  });

  it('go by whose count the promise is settled by, whatever is asked for', () => {
    const claims = ask(sold([{ campaign: 1, spend: 100, orders: 10 }]), { rows, countedBy: 'claims' });
    expect(figureOf(claims, 'campaign:1', 'roas')).toEqual({ kind: 'gap', gap: 'not measured' });
    expect(held(claims, 'campaign:1')?.met).toBe(4 / 2.5);
  });

  it('change nothing else in the table', () => {
    const all = [
      { campaign: 1, spend: 100, orders: 10 },
      { campaign: -1, spend: 0, orders: 5 },
    ];
    for (const part of [
      { countedBy: 'claims' },
      { basis: 'click' },
      { metricSet: 'leads', sort: { by: 'target', of: 'now', direction: 'ascending' } },
    ] as const) {
      const [plain, judged] = [[], [ROAS]].map((targets) => ask(sold(all, targets), { rows, ...part }));
      expect(judged?.rows.map((row) => ({ ...row, held: null }))).toEqual(plain?.rows);
    }
  });

  it('are held against nothing outside of its days, by another outcome, or where it means other orders', () => {
    const one = [{ campaign: 1, spend: 100, orders: 10 }];
    expect(held(ask(sold(one, [{ ...ROAS, to: 18 }]), { rows }), 'campaign:1')).toBeNull();
    expect(held(ask(sold(one), { rows, metricSet: 'leads' }), 'campaign:1')).toBeNull();
    const loose = ask(sold([...one, { campaign: -1, spend: 0, orders: 5 }]), { rows });
    expect(held(loose, 'total')).toBeNull();
    expect(held(loose, 'matched')?.met).toBe(4 / 2.5);
  });

  it('need less of campaigns where orders that match none count as well, by just as much as those fall short', () => {
    const tables = sold(
      [
        { campaign: 1, spend: 100, orders: 6 },
        { campaign: -1, spend: 0, orders: 2 },
      ],
      [{ ...ROAS, orders: 'all' }],
    );
    const table = ask(tables, { rows });
    expect(held(table, 'total')).toMatchObject({ bar: 2.5, met: 3.2 / 2.5 });
    expect(held(table, 'campaign:1')).toMatchObject({ bar: 2.5 * 0.75, met: 2.4 / (2.5 * 0.75) });
    // Whatever is kept of the data: the promise is about all of it.
    for (const [dimension, value] of [
      ['campaign', 'campaign 1'],
      ['channel', 'channel search'],
      ['weekday', 'weekday 1'],
    ] as const) {
      const filtered = ask(tables, { rows, where: [{ dimension, any: [{ test: 'is', value }] }] });
      expect(held(filtered, 'campaign:1')?.bar).toBe(2.5 * 0.75);
    }
    const campaign = fc.record({
      campaign: fc.integer({ min: 1, max: 3 }),
      spend: fc.integer({ min: 1, max: 500 }),
      orders: fc.integer({ min: 1, max: 9 }),
    });
    fc.assert(
      fc.property(
        fc.array(campaign, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 9 }),
        fc.constantFrom(ROAS, CPA),
        (all, loose, target) => {
          const whole = ask(sold([...all, { campaign: -1, spend: 0, orders: loose }], [{ ...target, orders: 'all' }]), { rows });
          expect(held(whole, 'matched')?.met).toBeCloseTo(held(whole, 'total')?.met ?? NaN, 9);
        },
      ),
      { seed: 51, numRuns: runs(60) },
    );
  });

  it('are each held against the promise to their own client, in the currency answered in', () => {
    const [ours, theirs] = [sold([{ campaign: 1, spend: 100, orders: 10 }]), sold([{ campaign: 2, spend: 200, orders: 10 }], [CPA])];
    const second = { ...theirs, clients: theirs.clients.map((each) => ({ ...each, id: 'd' })) };
    const together = tablesTogether([
      { tables: ours, rates: null },
      { tables: second, rates: [{ from: 0, to: 99, rate: 2 }] },
    ]);
    const table = ask(together, { clients: ['c', 'd'], rows: ['client'] });
    expect(held(table, 'client:c')).toMatchObject({ metric: 'roas', bar: 2.5 });
    expect(held(table, 'client:d')).toMatchObject({ metric: 'cpa', bar: 40, met: 1 });
    expect(held(table, 'total')).toBeNull();
  });

  it('are held by what is matched where a client’s row has other orders as well', () => {
    const loose = { campaign: -1, spend: 0, orders: 5 };
    const [ours, theirs] = [sold([{ campaign: 1, spend: 100, orders: 10 }, loose]), sold([{ campaign: 2, spend: 100, orders: 5 }])];
    const second = { ...theirs, clients: theirs.clients.map((each) => ({ ...each, id: 'd' })) };
    const parts = [ours, second].map((tables) => ({ tables, rates: null }));
    const table = ask(tablesTogether(parts), { clients: ['c', 'd'], rows: ['client'] });
    expect(figureOf(table, 'client:c', 'roas')).toEqual({ kind: 'value', value: 6 });
    expect(held(table, 'client:c')).toMatchObject({ bar: 2.5, met: 4 / 2.5 });
  });
});

describe('members asked for by how they stand', () => {
  const tables = sold([
    { campaign: 1, spend: 1000, orders: 30 },
    { campaign: 2, spend: 40, orders: 1 },
    { campaign: 3, spend: 100, orders: 60 },
  ]);
  const kept = (having: readonly Condition[]): string[] =>
    ask(tables, { rows, having }).rows.flatMap(({ key, kind }) => (kind === 'member' ? [key] : []));

  it('are those of which it is sure; the others are counted', () => {
    const misses = ask(tables, { rows, having: [{ kind: 'target', level: 'campaign', verdict: 'misses' }] });
    expect(misses.rows.map(({ key }) => key)).toEqual(['total', 'shown', 'campaign:1']);
    expect(misses.unknown).toBe(1);
    expect(kept([{ kind: 'target', level: 'campaign', verdict: 'beats' }])).toEqual(['campaign:3']);
    const none = ask(tables, { rows, having: [{ kind: 'amount', level: 'campaign', metric: 'spend', test: 'above', than: 9999 }] });
    expect(none.rows.map(({ key }) => key)).toEqual(['total']);
  });

  it('may be sorted by how much they meet, the worst first', () => {
    const table = ask(tables, { rows, sort: { by: 'target', of: 'now', direction: 'ascending' } });
    expect(table.rows.flatMap(({ key, kind }) => (kind === 'member' ? [key] : []))).toEqual(['campaign:2', 'campaign:1', 'campaign:3']);
  });

  it('may be those above or below a share of the total', () => {
    expect(kept([{ kind: 'share', level: 'campaign', metric: 'spend', test: 'above', than: 0.08 }])).toEqual(['campaign:1', 'campaign:3']);
    expect(kept([{ kind: 'share', level: 'campaign', metric: 'purchases', test: 'at most', than: 1 / 91 }])).toEqual(['campaign:2']);
  });
});
