import { bounds, type ClientNumber, clientNumbers, type Figure, formulaText, gap, isFormulaProblem, readFormula, value } from '../index';
import { bookOf } from '../metric/metric-book';
import { ask, cellOf, tablesOf } from '../test/ask';
import { ownVocabulary, withOwnMetric } from '../test/own-metric';
import { adFeed, adRow, orderTable } from '../test/truth';

const NUMBERS = clientNumbers([
  { name: 'price', unit: 'money' },
  { name: 'share kept', unit: 'share' },
]);
const [PRICE, KEPT] = NUMBERS as [ClientNumber, ClientNumber];

/*
 * A price of 10 that rises to 12 on day 15, a margin of 46 % that falls to 41 % on the same day. Each of the days 10 to
 * 19 has one sale of 30, spend of 5 and 4 clicks.
 */
const DAYS = Array.from({ length: 10 }, (_, at) => 10 + at);
const sales = DAYS.map((day) => ({ click: day, sale: day, campaign: 1, value: 30 }));
const dated = {
  [PRICE.id]: [
    { from: 0, to: 14, value: 10 },
    { from: 15, to: 99, value: 12 },
  ],
  margin: [
    { from: 0, to: 14, value: 0.46 },
    { from: 15, to: 99, value: 0.41 },
  ],
  [KEPT.id]: [{ from: 12, to: 99, value: 0.5 }],
};
const tables = tablesOf([adFeed(DAYS.map((day) => adRow(day, 1, 5, 4)))], { orders: [orderTable(sales, 0, 19)], numbers: dated });

function figure(text: string, period = { from: 10, to: 19 }, of = tables): Figure {
  const table = ask(withOwnMetric(of, text, NUMBERS), { metricSet: 'own', rows: ['channel', 'campaign'], period });
  return cellOf(table, table.rows[0], 'own').now;
}

describe('a number of the client’s', () => {
  it.each([
    ['count of purchase × price', 5 * 10 + 5 * 12],
    ['price × clicks', 4 * (5 * 10 + 5 * 12)],
    ['value of purchase × margin − spend', 30 * (5 * 0.46 + 5 * 0.41) - 50],
    ['AOV × margin', 30 * (5 * 0.46 + 5 * 0.41) * 0.1],
    ['(value of purchase − spend) × margin', 25 * (5 * 0.46 + 5 * 0.41)],
    ['spend × 2 × margin', 5 * 2 * (5 * 0.46 + 5 * 0.41)],
  ])('multiplies the rows of each day: %s', (text, expected) => {
    const told = figure(text);
    expect(told.kind === 'value' && told.value).toBeCloseTo(expected, 9);
  });

  it('lies between what it was where no sum takes it in, and is one number where it did not change', () => {
    expect(figure('price')).toEqual(bounds(10, 12));
    expect(figure('1 / margin', { from: 15, to: 19 })).toEqual(value(1 / 0.41));
    expect(figure('spend / price', { from: 10, to: 14 })).toEqual(value(2.5));
    expect(figure('price × margin', { from: 10, to: 14 })).toEqual(value(10 * 0.46));
  });

  it('makes no figure of days that have none', () => {
    // Of the days 10 and 11 nobody knows what is kept.
    expect(figure('value of purchase × "share kept"')).toMatchObject({ kind: 'bounds', low: 8 * 15, high: null });
    expect(figure('count of purchase × "share kept" / clicks')).toEqual({ ...value(4 / 32), coverage: 0.8 });
    expect(figure('"share kept"')).toEqual(gap('not measured'));
    expect(figure('price', { from: 15, to: 19 }, { ...tables, clients: [...tables.clients, ...tables.clients] })).toEqual(
      gap('not additive'),
    );
  });

  it('is money in the client’s currency, exchanged like all money', () => {
    const clients = tables.clients.map((each) => ({ ...each, rates: [{ from: 0, to: 99, rate: 2 }] }));
    const exchanged = { ...tables, clients };
    expect(figure('clicks × price', undefined, exchanged)).toEqual(value(2 * 440));
    expect(figure('count of purchase × price', undefined, exchanged)).toEqual(value(2 * 110));
    expect(figure('price', { from: 15, to: 19 }, exchanged)).toEqual(value(24));
    // A share is no money.
    expect(figure('clicks × margin', { from: 15, to: 19 }, exchanged)).toEqual(value(20 * 0.41));
  });

  it.each(['count of purchase × price', 'spend / (clicks × price)', 'margin + 1 / margin', 'clicks where device is "a" × price'])(
    'reads as it is written: %s',
    (text) => {
      const { words } = bookOf(ownVocabulary('spend', NUMBERS)).library;
      const read = readFormula(text, words);
      expect(isFormulaProblem(read) ? read.message : formulaText(read.formula)).toBe(text);
    },
  );
});
