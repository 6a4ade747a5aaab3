import fc from 'fast-check';
import { type Figure, type OrderTable } from '../index';
import { ask, cellOf, figureOf, rowOf, tablesOf } from '../test/ask';
import { adFeed, adRow, orderTable } from '../test/truth';

const AMOUNTS = ['refunds', 'tax', 'shipping', 'new customers'];
type Told = Readonly<Record<string, number>>;

/** Orders of 100 each, by campaign, with what each tells beside. */
function listOf(orders: readonly { campaign: number; click?: number; told: Told }[], words: readonly string[] = AMOUNTS): OrderTable {
  const table = orderTable(
    orders.map(({ campaign, click = 12 }) => ({ sale: 13, click, campaign, value: 100 })),
    0,
    19,
  );
  const beside = words.map((word) => [word, Float64Array.from(orders, ({ told }) => (told[word] ?? NaN) * 1e6)] as const);
  return { ...table, amounts: new Map([...table.amounts, ...beside]) };
}
const FEED = adFeed([adRow(12, 1, 60, 30), adRow(12, 2, 40, 20)]);
const full = (orders: readonly OrderTable[], key: string, metric: string): Figure =>
  figureOf(ask(tablesOf([FEED], { orders }), { metricSet: 'orders' }), key, metric);
const exactly = (value: number): Figure => ({ kind: 'value', value });

describe('what orders tell beside their value', () => {
  const told = { refunds: 0, tax: 20, shipping: 5, 'new customers': 1 };
  const list = listOf([
    { campaign: 1, told },
    { campaign: 1, told: { ...told, refunds: 100, 'new customers': 0 } },
    { campaign: 2, told: { ...told, 'new customers': 0 } },
    { campaign: -1, told },
  ]);

  it('adds up by member and day, and its ratios are of sums', () => {
    expect(full([list], 'channel:search/campaign:1', 'order-gross-value')).toEqual(exactly(250));
    expect(full([list], 'channel:search/campaign:1', 'order-refund-rate')).toEqual(exactly(0.5));
    expect(full([list], 'channel:search/campaign:1', 'order-value-kept')).toEqual(exactly(100));
    expect(full([list], 'channel:search/campaign:1', 'order-cost-per-new-customer')).toEqual(exactly(60));
    expect(full([list], 'not matched', 'order-refunds')).toEqual(exactly(0));
    expect(full([list], 'total', 'order-refund-rate')).toEqual(exactly(0.25));
    expect(full([list], 'total', 'order-new-customer-share')).toEqual(exactly(0.5));
    // None yet is at least what was spent over the most that chance lets 0 be.
    expect(full([list], 'channel:search/campaign:2', 'order-cost-per-new-customer')).toEqual({
      kind: 'bounds',
      low: 40 / 3.69,
      high: null,
    });
  });

  it('goes by the day of the click where the question does', () => {
    const late = listOf([{ campaign: 1, click: 5, told }]);
    const table = ask(tablesOf([FEED], { orders: [late] }), { metricSet: 'orders', basis: 'click' });
    expect(figureOf(table, 'channel:search/campaign:1', 'order-tax')).toEqual(exactly(0));
    expect(full([late], 'channel:search/campaign:1', 'order-tax')).toEqual(exactly(20));
  });

  it('is at least what is told where an order does not tell it', () => {
    const silent = listOf([
      { campaign: 1, told },
      { campaign: 1, told: { tax: 20 } },
    ]);
    expect(full([silent], 'channel:search/campaign:1', 'order-shipping')).toEqual({ kind: 'bounds', low: 5, high: null });
    expect(full([silent], 'channel:search/campaign:1', 'order-tax')).toEqual(exactly(40));
  });

  it('is not measured, which is not 0, where no list has it, and not known as a whole where one of two lacks it', () => {
    const bare = listOf([{ campaign: 1, told }], ['tax']);
    expect(full([bare], 'channel:search/campaign:1', 'order-refunds')).toEqual({ kind: 'gap', gap: 'not measured' });
    expect(full([bare], 'total', 'order-refund-rate')).toEqual({ kind: 'gap', gap: 'not measured' });
    expect(full([list, bare], 'channel:search/campaign:1', 'order-tax')).toEqual(exactly(60));
    expect(full([list, bare], 'channel:search/campaign:1', 'order-refunds')).not.toMatchObject({ kind: 'value' });
    const { amounts: _, ...rest } = list;
    expect(full([{ ...rest, amounts: new Map() }], 'total', 'value')).toEqual({ kind: 'gap', gap: 'not measured' });
    expect(full([{ ...rest, amounts: new Map() }], 'total', 'purchases')).toEqual(exactly(4));
  });

  it('makes no change of refunds more than chance: nobody knows how many orders they are of', () => {
    const [many, few] = [40, 4].map((paid) =>
      Array.from({ length: 400 }, (_, at) => ({
        campaign: 1,
        told: { ...told, refunds: at < paid ? 100 : 0, 'new customers': at < paid ? 1 : 0 },
      })),
    );
    const now = listOf(many ?? []);
    const before = { ...listOf(few ?? []), saleDay: new Int32Array(400).fill(3), feedId: 98 };
    const days = { period: { from: 10, to: 19 }, comparison: { from: 0, to: 9 }, metricSet: 'orders' };
    const table = ask(tablesOf([FEED], { orders: [now, before] }), days);
    const change = (metric: string) => cellOf(table, rowOf(table, 'channel:search/campaign:1'), metric).change;
    expect(change('order-refund-rate')).toMatchObject({ figure: { value: expect.closeTo(9) as number }, beyondChance: false });
    expect(change('order-new-customer-share')).toMatchObject({ beyondChance: true });
  });

  it('is the sum of its orders, whoever they are of', () => {
    const order = fc.record({
      campaign: fc.constantFrom(-1, 1, 2, 3),
      told: fc.record(Object.fromEntries(AMOUNTS.map((word) => [word, fc.nat(1000)]))),
    });
    fc.assert(
      fc.property(fc.array(order, { minLength: 1, maxLength: 30 }), (orders) => {
        const table = ask(tablesOf([FEED], { orders: [listOf(orders)] }), { metricSet: 'orders' });
        for (const word of ['refunds', 'tax', 'shipping', 'new customers']) {
          const sumOf = (keep: (campaign: number) => boolean) =>
            orders.reduce((sum, { campaign, told: own }) => sum + (keep(campaign) ? (own[word] ?? 0) : 0), 0);
          const metric = `order-${word.replace(' ', '-')}`;
          expect(figureOf(table, 'total', metric)).toEqual(exactly(sumOf(() => true)));
          const unmatched = orders.some(({ campaign }) => campaign < 0);
          if (unmatched) expect(figureOf(table, 'not matched', metric)).toEqual(exactly(sumOf((campaign) => campaign < 0)));
        }
      }),
    );
  });
});
