import { bounds, changeText, type Figure, figureText, formatNumber, gap, quantity, type Unit, value } from '../index';

const GBP = { locale: 'en-GB', currency: 'GBP' };

describe('numbers in words', () => {
  it.each<[number, Unit, string]>([
    [12.3, 'money', '£12.30'],
    [999.994, 'money', '£999.99'],
    [1000, 'money', '£1,000'],
    [-1000, 'money', '−£1,000'],
    [-12.5, 'money', '−£12.50'],
    [1234, 'count', '1,234'],
    [12.34, 'count', '12.3'],
    [0.0512, 'share', '5.12%'],
    [0.1, 'share', '10.0%'],
    [-0.0512, 'share', '−5.12%'],
    [2.5, 'ratio', '2.50'],
    [3, 'ratio', '3.00'],
    [3, 'number', '3'],
    [3.14159, 'number', '3.14'],
  ])('%d as %s is %s', (number, unit, text) => expect(formatNumber(number, unit, GBP)).toBe(text));

  it('take the decimals and the language that are asked for', () => {
    expect(formatNumber(1234.5, 'money', GBP, 2)).toBe('£1,234.50');
    expect(formatNumber(0, 'money', GBP, 0)).toBe('£0');
    expect(formatNumber(1234.5, 'number', { locale: 'de-DE', currency: 'EUR' })).toBe('1.234,50');
    // Each currency has a format of its own.
    expect(formatNumber(2, 'money', { locale: 'en-GB', currency: 'USD' })).toBe('$2.00');
    expect(formatNumber(2, 'count', { locale: 'en-GB', currency: 'USD' })).toBe('2');
  });

  it.each(['', 'GB', 'GBPX', '£GBP', 'GBP4'])('are written without a currency where “%s” is none', (currency) =>
    expect(formatNumber(12.3, 'money', { locale: 'en-GB', currency })).toBe('12.30'),
  );

  it('count things in the singular and the plural', () => {
    expect(quantity(1, 'row', 'rows', GBP)).toBe('1 row');
    expect(quantity(2127, 'row', 'rows', GBP)).toBe('2,127 rows');
    expect(quantity(0, 'row', 'rows', GBP)).toBe('0 rows');
  });
});

describe('figures in words', () => {
  it.each<[Figure, string, string]>([
    [value(12), '£12.00', '£12.00'],
    [bounds(3, 4), '£3.00 to £4.00', 'between £3.00 and £4.00'],
    [bounds(3, null), '> £3.00', 'more than £3.00'],
    [bounds(null, 4), '≤ £4.00', 'at most £4.00'],
    [gap('not measured'), '·', 'not measured'],
    [gap('no rate'), '¤', 'no rate'],
    [gap('not additive'), '∅', 'not additive'],
    [gap('nothing to divide by'), '–', 'nothing to divide by'],
    [gap('too little data'), '…', 'too little data'],
    [{ ...value(2), coverage: 0.999 }, '£2.00', '£2.00, covers 99% of spend'],
  ])('%j is %s', (figure, text, spoken) => expect(figureText(figure, 'money', GBP)).toEqual({ text, spoken }));

  it.each<[Figure, string, string]>([
    [value(0.125), '+13%', '+13% against the comparison period'],
    [value(0.055), '+5.5%', '+5.5% against the comparison period'],
    [value(-0.1), '−10%', '−10% against the comparison period'],
    [value(0.1), '+10%', '+10% against the comparison period'],
    [value(0.1049), '+10%', '+10% against the comparison period'],
    [value(0), '0%', '0% against the comparison period'],
    [gap('no rate'), '', 'no rate'],
    [bounds(1, null), '', 'not certain'],
  ])('a change of %j is %s', (figure, text, spoken) => expect(changeText(figure, GBP)).toEqual({ text, spoken }));
});
