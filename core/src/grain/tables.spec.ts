import { type AccountInfo, BUILT_IN, type ClientTables, listsOf, numberOn, type OrderTable, rateOn, worthOf } from '../index';

const account = (rates: AccountInfo['rates']): AccountInfo => ({ id: 'a', channel: 'search', currency: 'USD', rates });
const share = (from: number, to: number, amount: number) => ({ from, to, value: amount });
const rate = (from: number, to: number, amount: number) => ({ from, to, rate: amount });

describe('what is dated', () => {
  it('holds on its days, both ends included; the later entry wins where two do', () => {
    const margins = [share(10, 20, 0.4), share(15, 17, 0.5)];
    expect(
      [9, 10, 14, 15, 17, 18, 20, 21].map((day) =>
        numberOn({ clients: [{ id: 'c', numbers: new Map([['margin', margins]]) }] }, 0, 'margin', day),
      ),
    ).toEqual([undefined, 0.4, 0.4, 0.5, 0.5, 0.4, 0.4, undefined]);
    const rates = account([rate(10, 20, 0.8), rate(15, 17, 0.9)]);
    expect([9, 10, 15, 17, 18, 20, 21].map((day) => rateOn(rates, day))).toEqual([undefined, 0.8, 0.9, 0.9, 0.8, 0.8, undefined]);
  });

  it('is one to one in the client’s own currency, and nothing without a rate', () => {
    expect(rateOn(account(null), 5)).toBe(1);
    expect(rateOn(account([]), 5)).toBeUndefined();
  });
});

describe('lists of outcomes', () => {
  const list = (action: string, countedBy: OrderTable['countedBy'], amounts: OrderTable['amounts'] = new Map()): OrderTable =>
    ({ action, countedBy, amounts }) as OrderTable;
  const orders = [list('purchase', 'orders'), list('purchase', 'site'), list('lead', 'orders')];
  const tables: ClientTables = { vocabulary: BUILT_IN, accounts: [], feeds: [], orders, lots: [], campaignAccount: new Map(), clients: [] };

  it('are those of an action by who counts it, by the orders where nobody says', () => {
    expect(listsOf(tables, 'purchase')).toEqual([orders[0]]);
    expect(listsOf(tables, 'purchase', 'site')).toEqual([orders[1]]);
    expect(listsOf(tables, 'install')).toEqual([]);
  });

  it('tell what an outcome is worth, or do not', () => {
    const told = list('purchase', 'orders', new Map([['value', Float64Array.of(5e6, NaN)]]));
    expect([0, 1, 2].map((row) => worthOf(told, row))).toEqual([5e6, NaN, NaN]);
    expect(worthOf(list('lead', 'orders'), 0)).toBeNaN();
  });
});
