import { value } from '../index';
import { LAST, names, QUESTION, tablesOf } from '../test/ask';
import { withAmounts } from '../test/feed';
import { cutFeed, orderTable, type TrueRow } from '../test/truth';
import { funnelOf } from './funnel';

const rows: TrueRow[] = [{ day: 12, campaign: 1, group: 10, ad: 100, device: 0, spend: 5, clicks: 40 }];
const sale = { sale: 12, click: 12, campaign: 1, value: 10 };
const reports = [cutFeed(rows, { dimensions: ['campaign'], from: 0, to: 19, campaigns: 'all' }, 10)];

describe('the way from seen to sold', () => {
  it('has a station for what the data tells of, and how many came from the one before', () => {
    const tables = tablesOf(reports, { orders: [orderTable([sale, sale], 0, 19)] });
    expect(funnelOf(tables, QUESTION, names, LAST)).toEqual([
      { label: 'Clicks', isClaimed: false, count: value(40), step: null },
      { label: 'Purchases', isClaimed: false, count: value(2), step: { of: 'Clicks', rate: value(0.05) } },
    ]);
  });

  it('says what only channels count', () => {
    const told = reports.map((report) => withAmounts(report, { 'cart.count.claims.click': 50e6 }));
    const [, cart] = funnelOf(tablesOf(told), QUESTION, names, LAST);
    expect(cart).toEqual({ label: 'Carts', isClaimed: true, count: value(50), step: { of: 'Clicks', rate: value(1.25) } });
  });

  it('is empty where nothing is told', () => {
    expect(funnelOf(tablesOf([]), QUESTION, names, LAST)).toEqual([]);
  });
});
