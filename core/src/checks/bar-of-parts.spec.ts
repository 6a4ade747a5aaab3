import { KNOWN, shopOf } from '../test/situation';
import { orderTable } from '../test/truth';
import { barOfParts } from './bar-of-parts';
import { mayCost } from './worth-of-one';

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

  it('goes by what is known where some days are not: so does what one outcome may cost', () => {
    const base = shopOf();
    // The list covers the second half of the days that are looked at: all figures are at least so much.
    const tables = { ...base.tables, orders: [orderTable(orders, 265, KNOWN.to)] };
    const situation = { ...base, tables, target: { ...target, orders: 'all' } as const };
    expect(barOfParts(situation)?.matched).toBeCloseTo(2 / 3, 9);
    expect(mayCost(situation)).toBeCloseTo(40 / (2.6 * (2 / 3)), 6);
    expect(mayCost({ ...situation, target: { ...target, metric: 'cpa', value: 20, orders: 'matched' } })).toBe(20);
    expect(mayCost({ ...base, target: null })).toBeNull();
  });
});
