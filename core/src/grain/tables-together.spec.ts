import { type AccountInfo, type ClientTables, compare, type Question, value } from '../index';
import { figureOf, names, QUESTION, rowOf, tablesOf } from '../test/ask';
import { plainOf, withAmounts } from '../test/feed';
import { adFeed, adRow, orderTable } from '../test/truth';
import { chained, tablesTogether } from './tables-together';

const rate = (from: number, to: number, amount: number) => ({ from, to, rate: amount });

/** A client with one account and one campaign: 10 of spend on day 12, 20 on day 15, an order matched, one not. */
function client(id: string, campaign: number, currency: string, rates: AccountInfo['rates'] = null, margin = 0.5): ClientTables {
  return tablesOf([adFeed([adRow(12, campaign, 10, 5), adRow(15, campaign, 20, 5)])], {
    accounts: [{ id: `${id} account`, channel: 'search', currency, rates }],
    campaignAccount: new Map([[campaign, 0]]),
    clients: [{ id, numbers: new Map([['margin', [{ from: 0, to: 99, value: margin }]]]) }],
    orders: [
      orderTable(
        [
          { sale: 12, click: 12, campaign, ad: campaign * 100, group: campaign * 10, value: 40 },
          { sale: 15, click: 15, campaign: -1, value: 100 },
        ],
        0,
        19,
      ),
    ],
  });
}

describe('several clients in one table', () => {
  const home = client('home', 1, 'EUR', null, 0.5);
  // Its account is in dollars, it in pounds; a pound is worth 1.2 up to day 13 and 1.1 from then on.
  const abroad = client('abroad', 2, 'USD', [rate(0, 99, 0.8)], 0.25);
  const together = tablesTogether([
    { tables: home, rates: null },
    { tables: abroad, rates: [rate(0, 13, 1.2), rate(14, 99, 1.1)] },
  ]);
  const ask = (part: Partial<Question> = {}) =>
    compare(together, { ...QUESTION, clients: ['home', 'abroad'], rows: ['client', 'campaign'], ...part }, names, 19);

  it('have their money exchanged by the rate of each day, twice where the account is abroad as well', () => {
    const table = ask();
    expect(figureOf(table, 'client:home', 'spend')).toEqual(value(30));
    expect(figureOf(table, 'client:abroad', 'spend')).toEqual(value(27.2));
    expect(figureOf(table, 'total', 'spend')).toEqual(value(30 + 9.6 + 17.6));
    expect(figureOf(table, 'client:abroad', 'value')).toEqual(value(40 * 1.2 + 100 * 1.1));
    expect(figureOf(table, 'client:abroad/campaign:2', 'value')).toEqual(value(48));
  });

  it('come to what each comes to alone, with the orders that lead to no campaign of its own', () => {
    const table = ask();
    const alone = compare(home, QUESTION, names, 19);
    for (const metric of ['spend', 'purchases', 'value', 'roas', 'profit'])
      expect(figureOf(table, 'client:home', metric)).toEqual(figureOf(alone, 'total', metric));
    expect(figureOf(table, 'client:home/not matched', 'value')).toEqual(value(100));
    expect(rowOf(table, 'not matched')).toBeUndefined();
    expect(figureOf(table, 'total', 'purchases')).toEqual(value(4));
    expect(figureOf(table, 'matched', 'purchases')).toEqual(value(2));
  });

  it('are where the rows begin with something else one row of it, and the unmatched orders one for all', () => {
    const table = ask({ rows: ['channel', 'client'] });
    expect(figureOf(table, 'channel:search', 'purchases')).toEqual(value(2));
    expect(figureOf(table, 'channel:search/client:abroad', 'value')).toEqual(value(48));
    expect(figureOf(table, 'not matched', 'value')).toEqual(value(210));
  });

  it('earn what their own margin says', () => {
    const table = ask();
    expect(figureOf(table, 'client:home', 'profit')).toEqual(value(140 * 0.5 - 30));
    expect(figureOf(table, 'client:abroad', 'profit')).toEqual(value((48 + 110) * 0.25 - 27.2));
  });

  it('can be told apart by filters and in columns of days', () => {
    const only = ask({ where: [{ dimension: 'client', any: [{ test: 'is', value: 'client abroad' }] }] });
    expect(figureOf(only, 'total', 'spend')).toEqual(value(27.2));
    const { across, rows } = ask({ rows: ['client'], columns: { by: 'week', metric: 'value' } });
    const at = rows.findIndex(({ key }) => key === 'client:home');
    expect(across?.heads.map(({ code }) => code)).toEqual([11]);
    expect(across?.cells[at]?.map((cell) => cell?.now)).toEqual([value(140)]);
  });

  it('say "no rate" of money on days without one, and nothing less of what is no money', () => {
    const without = tablesTogether([
      { tables: home, rates: null },
      { tables: abroad, rates: [] },
    ]);
    const table = compare(without, { ...QUESTION, rows: ['client'] }, names, 19);
    expect(figureOf(table, 'client:abroad', 'spend')).toEqual({ kind: 'gap', gap: 'no rate' });
    expect(figureOf(table, 'client:abroad', 'clicks')).toEqual(value(10));
    expect(figureOf(table, 'total', 'spend')).toMatchObject({ kind: 'bounds', low: 30, high: null });
    expect(figureOf(table, 'client:abroad', 'purchases')).toEqual(value(2));
  });

  it('never add up what two of them claim', () => {
    const claims = (tables: ClientTables, count: number): ClientTables => ({
      ...tables,
      feeds: tables.feeds.map((feed) =>
        withAmounts(feed, { 'purchase.count.claims.click': (row) => (plainOf(feed).day[row] === 12 ? count * 1e6 : 0) }),
      ),
    });
    const both = tablesTogether([
      { tables: claims(home, 3), rates: null },
      { tables: claims(abroad, 5), rates: null },
    ]);
    const table = compare(both, { ...QUESTION, rows: ['client'], countedBy: 'claims', basis: 'click' }, names, 19);
    expect(figureOf(table, 'total', 'purchases')).toEqual({ kind: 'bounds', low: 5, high: 8 });
    expect(figureOf(table, 'client:abroad', 'purchases')).toEqual(value(5));
  });
});

describe('rates by way of a second currency', () => {
  it('hold on the days that both have, the later entry of each winning', () => {
    expect(chained(null, [rate(1, 2, 3)])).toEqual([rate(1, 2, 3)]);
    expect(chained([rate(1, 2, 3)], null)).toEqual([rate(1, 2, 3)]);
    expect(chained([rate(0, 5, 2), rate(3, 9, 4)], [rate(1, 4, 10)])).toEqual([rate(1, 4, 20), rate(3, 4, 40)]);
    expect(chained([rate(0, 5, 2)], [])).toEqual([]);
  });
});
