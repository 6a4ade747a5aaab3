import fc from 'fast-check';
import {
  grainOf,
  guessDecimal,
  guessMapping,
  isProblem,
  type Mapping,
  mappingProblems,
  parseDate,
  parseDay,
  parseMoment,
  parseNumber,
  possibleOrders,
  readOrderRow,
  readReportRow,
  roleKey,
} from '../index';

describe('numbers in files', () => {
  it.each([
    ['1,234.56', '.', 1234.56],
    ['1.234,56', ',', 1234.56],
    ['1 234,56', ',', 1234.56],
    ['1\u202f234,56', ',', 1234.56],
    ['£1,200', '.', 1200],
    ['1.200,00 €', ',', 1200],
    ['(123)', '.', -123],
    ['−4.5', '.', -4.5],
    ['12 %', '.', 0.12],
    ['USD 3.10', '.', 3.1],
    ['0', '.', 0],
  ] as const)('%s read with %s is %d', (text, decimal, expected) => expect(parseNumber(text, decimal)).toBeCloseTo(expected, 10));

  it.each(['', '--', 'n/a', '–', 'N/A'])('takes "%s" for not measured, not for 0', (text) => expect(parseNumber(text, '.')).toBeNull());

  it.each(['abc', '1,23,4.5', '12.3.4', '1e5x', '=1+1'])('refuses "%s"', (text) => expect(parseNumber(text, '.')).toBeUndefined());

  it('reads back what it would write', () => {
    fc.assert(
      fc.property(fc.integer({ min: -100_000_000, max: 100_000_000 }), (hundredths) => {
        const text = new Intl.NumberFormat('en-GB', { minimumFractionDigits: 2 }).format(hundredths / 100);
        expect(parseNumber(text, '.')).toBeCloseTo(hundredths / 100, 6);
      }),
      { seed: 6 },
    );
  });

  it('never fails on any text', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const read = parseNumber(text, '.');
        expect(read === null || read === undefined || Number.isFinite(read)).toBe(true);
      }),
      { seed: 7 },
    );
  });

  it('settles the decimal sign only where the cells do', () => {
    expect(guessDecimal(['12.50', '3.75'])).toBe('.');
    expect(guessDecimal(['12,50', '1.234,50'])).toBe(',');
    expect(guessDecimal(['1.234', '5.678'])).toBeNull();
    expect(guessDecimal(['12', '40'])).toBe('.');
  });
});

describe('dates in files', () => {
  it('asks when day and month cannot be told apart', () => {
    expect(possibleOrders(['01/02/2026', '03/04/2026'])).toEqual(['day first', 'month first']);
    expect(possibleOrders(['01/02/2026', '23/04/2026'])).toEqual(['day first']);
    expect(possibleOrders(['2026-10-31'])).toEqual(['year first']);
    expect(possibleOrders(['soon'])).toEqual([]);
  });

  it('reads the usual forms', () => {
    const expected = parseDay('2026-10-05');
    expect(parseDate('05.10.2026', 'day first')).toBe(expected);
    expect(parseDate('10/5/2026', 'month first')).toBe(expected);
    expect(parseDate('20261005', 'year first')).toBe(expected);
    expect(parseDate('5 Oct 2026', 'day first')).toBe(expected);
    expect(parseDate('31/02/2026', 'day first')).toBeUndefined();
  });

  it('moves a moment with an offset into the client’s day', () => {
    expect(parseMoment('2026-10-31T04:30:00Z', 'year first', 'America/Denver')).toBe(parseDay('2026-10-30'));
    expect(parseMoment('2026-10-31 04:30', 'year first', 'America/Denver')).toBe(parseDay('2026-10-31'));
    expect(parseMoment('2026-13-31T04:30:00Z', 'year first', 'UTC')).toBeUndefined();
  });
});

describe('guessing a mapping', () => {
  const headers = [
    'Day',
    'Campaign ID',
    'Campaign',
    'Ad',
    'Cost',
    'CTR',
    'Clicks',
    'Purchases',
    'Purchase value (by sale date)',
    'Mystery',
  ];
  const guess = guessMapping(
    headers,
    headers.map((_, at) => (at === 0 ? ['2026-10-01'] : ['12.50'])),
  );

  it('recognises levels, measures and outcomes, and leaves ratios out', () => {
    expect(guess.mapping.columns.map(roleKey)).toEqual([
      'day',
      'campaign id',
      'campaign name',
      'ad name',
      'spend',
      'ignore',
      'clicks',
      'purchase.count.claims.click',
      'purchase.value.claims.sale',
      'ignore',
    ]);
    expect(guess.reasons[5]).toContain('ratio');
    expect(grainOf(guess.mapping)).toEqual(['campaign', 'ad']);
    expect(mappingProblems(guess.mapping, headers)).toEqual([]);
  });

  it('knows an order file by its id and time', () => {
    const till = ['Lead', 'Sent at', 'Clicked at', 'Tag campaign'];
    const { mapping } = guessMapping(
      till,
      till.map((_, at) => (at === 1 || at === 2 ? ['2026-10-01T08:00:00Z'] : ['x'])),
    );
    expect(mapping.kind).toBe('orders');
    expect(mapping.action).toBe('lead');
    expect(mapping.columns.map(roleKey)).toEqual(['order id', 'sale time', 'click time', 'tag campaign']);
  });

  it('says what a mapping lacks', () => {
    const without: Mapping = {
      ...guess.mapping,
      columns: guess.mapping.columns.map((role) => (role.role === 'day' ? { role: 'ignore' } : role)),
    };
    expect(mappingProblems(without, headers).join()).toContain('day');
  });
});

describe('reading rows', () => {
  const mapping: Mapping = {
    kind: 'report',
    action: 'purchase',
    dateOrder: 'year first',
    decimal: '.',
    columns: [
      { role: 'day' },
      { role: 'level', level: 'campaign', part: 'name' },
      { role: 'measure', measure: 'spend' },
      { role: 'measure', measure: 'running' },
    ],
  };

  it('keeps money in millionths and "--" apart from 0', () => {
    const row = readReportRow(['2026-10-01', 'Tea', '12.34', 'active'], mapping);
    expect(row).toMatchObject({ amounts: { spend: 12_340_000, running: 1 }, members: { campaign: { id: 'Tea', name: 'Tea' } } });
    expect(readReportRow(['2026-10-01', 'Tea', '--', 'paused'], mapping)).toMatchObject({ amounts: { spend: null, running: 0 } });
  });

  it('says which cell is wrong and why', () => {
    expect(readReportRow(['yesterday', 'Tea', '1', 'active'], mapping)).toEqual({
      column: 0,
      message: '“yesterday” is not a date (year first)',
    });
    expect(readReportRow(['2026-10-01', '', '1', 'active'], mapping)).toEqual({ column: 1, message: 'The row names no campaign' });
    expect(readReportRow(['2026-10-01', 'Tea', '1', 'maybe'], mapping)).toEqual({ column: 3, message: '“maybe” is not a known status' });
    expect(isProblem(readReportRow(['2026-10-01', 'Tea', '9'.repeat(20), 'active'], mapping))).toBe(true);
  });

  it('reads an order with both of its days', () => {
    const orders: Mapping = {
      ...mapping,
      kind: 'orders',
      columns: [
        { role: 'order id' },
        { role: 'sale time' },
        { role: 'click time' },
        { role: 'order value' },
        { role: 'tag', level: 'campaign' },
      ],
    };
    expect(readOrderRow(['A1', '2026-10-03', '2026-10-01', '36.00', 'C9'], orders, 'UTC')).toEqual({
      id: 'A1',
      saleDay: parseDay('2026-10-03'),
      clickDay: parseDay('2026-10-01'),
      value: 36_000_000,
      tagCampaign: 'C9',
      tagAd: null,
    });
    expect(readOrderRow(['', '2026-10-03', '', '1', ''], orders, 'UTC')).toMatchObject({ message: 'The row has no order id' });
  });
});
