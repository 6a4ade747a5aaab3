import { KNOWN, shopOf } from '../test/situation';
import { orderTable } from '../test/truth';
import { barOfParts } from './bar-of-parts';

describe('the bar of campaigns', () => {
  const target = { metric: 'roas', value: 2.6, countedBy: 'orders', basis: 'sale', from: 0, to: 999 } as const;
  const orders = Array.from({ length: 30 }, (_, at) => ({ sale: 270, click: at < 20 ? 270 : -1, campaign: at < 20 ? 1 : -1, value: 40 }));

  it('comes from the promise and what no campaign is matched with: 2.6 over everything, a third unmatched, is 1.733', () => {
    const base = shopOf();
    const tables = { ...base.tables, orders: [orderTable(orders, KNOWN.from, KNOWN.to)] };
    const bar = barOfParts({ ...base, tables, target: { ...target, orders: 'all' } });
    expect(bar?.matched).toBeCloseTo(2 / 3, 9);
    expect(bar?.value).toBeCloseTo(1.7333, 4);
    const cost = barOfParts({ ...base, tables, target: { ...target, metric: 'cpa', value: 20, orders: 'all' } });
    expect(cost?.value).toBeCloseTo(30, 9);
    expect(barOfParts({ ...base, tables, target: { ...target, orders: 'matched' } })).toEqual({ value: 2.6, matched: null });
    expect(barOfParts({ ...base, target: null })).toBeNull();
  });
});
