import fc from 'fast-check';
import {
  BUILT_IN,
  compareTotals,
  guessDecimal,
  headerNames,
  headerPlace,
  hourElsewhere,
  isProblem,
  isShare,
  isState,
  type Mapping,
  parseDate,
  parseDay,
  parseMoment,
  parseNumber,
  possibleOrders,
  ratioAgrees,
  readOrderRow,
  repeatsHeader,
  saysTotal,
  termKey,
  value,
} from '../index';
import { guessMapping, readReportRow } from '../test/read';

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
    ['1.2K', '.', 1200],
    ['3,4 M', ',', 3_400_000],
    ['£1,2', ',', 1.2],
    [1234.5, ',', 1234.5],
  ] as const)('%s read with %s is %d', (text, decimal, expected) => expect(parseNumber(text, decimal)).toBeCloseTo(expected, 10));

  it('takes no share for an amount', () => {
    expect(['12 %', '0.4%', '12', '%', 12].map((cell) => isShare(cell))).toEqual([true, true, false, false, false]);
    const { mapping, reasons } = guessMapping(['Day', 'Campaign', 'Clicks', 'Cost'], [['2026-10-01'], ['Tea'], ['12 %', '3 %'], ['1']]);
    expect([mapping.columns[2], reasons[2]]).toEqual([{ role: 'ignore' }, 'its cells are shares, which cannot be added up']);
    const taken = { ...mapping, columns: mapping.columns.with(2, { role: 'measure', measure: 'clicks' } as const) };
    const zones = { client: 'UTC', account: 'UTC' };
    expect(readReportRow(['2026-10-01', 'Tea', '12 %', '1'], taken, zones)).toMatchObject({
      column: 2,
      message: '“12 %” is a share, and shares cannot be added up',
    });
  });

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
    expect(guessDecimal(['12.50', '12,50'])).toBeNull();
    expect(guessDecimal([1.5, '12,50'])).toBe(',');
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
    expect(parseDate('5. Okt. 2026', 'day first')).toBe(expected);
    expect(parseDate('5 de out. de 2026', 'day first')).toBe(expected);
    expect(parseDate('Oct 5, 2026', 'month first')).toBe(expected);
    expect(parseDate('5.10.26', 'day first')).toBe(expected);
    expect(parseDate('10/05/26 14:30', 'month first')).toBe(expected);
  });

  it('moves a moment with an offset into the client’s day', () => {
    expect(parseMoment('2026-10-31T04:30:00Z', 'year first', 'America/Denver')).toEqual({
      day: parseDay('2026-10-30'),
      hour: 22,
      isMoved: true,
    });
    expect(parseMoment('2026-10-31 04:30', 'year first', 'America/Denver')).toEqual({
      day: parseDay('2026-10-31'),
      hour: 4,
      isMoved: false,
    });
    expect(parseMoment('2026-13-31T04:30:00Z', 'year first', 'UTC')).toBeUndefined();
  });
});

describe('hours in files', () => {
  it.each([
    ['2026-10-05 14:30', 'year first', 14],
    ['05/10/2026 2:05 PM', 'day first', 14],
    ['10/5/2026, 12:15 am', 'month first', 0],
    ['2026-10-05', 'year first', undefined],
    ['2026-10-05 25:00', 'year first', undefined],
  ] as const)('%s is in hour %s', (text, order, hour) => expect(parseMoment(text, order, 'UTC')?.hour).toBe(hour));

  it('are called otherwise in another zone, over clock changes', () => {
    const day = (text: string): number => parseDay(text) ?? NaN;
    expect(hourElsewhere(day('2026-10-05'), 20, 'America/New_York', 'Europe/London')).toBe(1);
    // London has left summer time, New York not yet.
    expect(hourElsewhere(day('2026-10-27'), 20, 'America/New_York', 'Europe/London')).toBe(0);
    expect(hourElsewhere(day('2026-10-05'), 9, 'Asia/Kolkata', 'UTC')).toBe(3);
    expect(hourElsewhere(day('2026-10-25'), 0, 'Europe/London', 'UTC')).toBe(23);
    expect(hourElsewhere(day('2026-10-25'), 3, 'Europe/London', 'UTC')).toBe(3);
  });

  it('keep every hour of a day apart', () => {
    for (const text of ['2026-07-01', '2026-12-01']) {
      const hours = Array.from({ length: 24 }, (_, hour) => hourElsewhere(parseDay(text) ?? NaN, hour, 'America/Denver', 'Europe/Lisbon'));
      expect(new Set(hours).size).toBe(24);
    }
  });
});

describe('the layout of a table', () => {
  it('begins after titles, at the first wide line of words', () => {
    const lines = [['Ads by day'], ['1 Oct 2026', '31 Oct 2026'], ['Day', 'Campaign', 'Cost'], ['2026-10-01', 'Tea', '3.50']];
    expect(headerPlace(lines)).toBe(2);
    expect(headerPlace(lines.slice(2))).toBe(0);
    expect(headerPlace([['Day', 'Campaign', '']])).toBe(0);
  });

  it('names columns that have none, and tells repeated ones apart', () => {
    expect(headerNames(['Day', ' Cost ', 'Cost', ''])).toEqual(['Day', 'Cost', 'Cost (2)', 'Column 4']);
  });

  it('knows totals in several languages, and not members that sound alike', () => {
    for (const first of ['Total', 'Grand total', 'Gesamt', 'Summe', 'Total general', 'Totaux']) expect(saysTotal([first, '5'])).toBe(true);
    expect(saysTotal(['', '--', 'Total', '5'])).toBe(true);
    for (const first of ['Totally tea', 'Summer sale', '2026-10-01']) expect(saysTotal([first, '5'])).toBe(false);
  });

  it('knows a header that stands again', () => {
    expect(repeatsHeader(['Day', ' Cost'], ['Day', 'Cost'])).toBe(true);
    expect(repeatsHeader(['Day', '3'], ['Day', 'Cost'])).toBe(false);
  });
});

describe('totals in a file', () => {
  const said = (line: number, spend: number) => ({ line, amounts: new Map([['spend', spend]]) });
  const read = [{ term: 'spend', figure: value(30) }];

  it('agree to the cent, and a total of a part is no difference where the whole agrees', () => {
    expect(compareTotals([said(9, 30.01)], read)).toEqual([{ line: 9, term: 'spend', said: 30.01, read: value(30), agrees: true }]);
    expect(compareTotals([said(5, 10), said(9, 30)], read)).toMatchObject([{ line: 9, agrees: true }]);
  });

  it('differ where none agrees, by the last one', () => {
    expect(compareTotals([said(5, 10), said(9, 31)], read)).toMatchObject([{ line: 9, said: 31, agrees: false }]);
    expect(compareTotals([], read)).toEqual([]);
  });

  it('have keys that say what they are', () => {
    for (const key of ['spend', 'purchase.value.claims.sale', 'lead.count.orders.click'])
      expect(termKey(BUILT_IN.termOfKey(key))).toBe(key);
    expect(['daily budget', 'running', 'spend', 'lead.count.claims.click'].map((key) => isState(BUILT_IN.termOfKey(key)))).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
});

describe('ratios in a file', () => {
  const parts = (key: string): number | null => ({ clicks: 28, impressions: 1000, spend: 14 })[key] ?? null;
  it.each([
    ['ctr', '2.8 %', true],
    ['ctr', '< 10 %', true],
    ['ctr', '> 10 %', false],
    ['ctr', '2.8', true],
    ['ctr', 0.028, true],
    ['ctr', '3.1 %', false],
    ['cpc', '0.50', true],
    ['cpc', '0.49', false],
    ['cpm', '14', true],
    ['roas', '3', undefined],
    ['cpc', '--', undefined],
  ] as const)('%s of %s agrees: %s', (name, cell, expected) => expect(ratioAgrees(name, cell, '.', parts)).toBe(expected));
});

describe('reading rows', () => {
  const mapping: Mapping = {
    kind: 'report',
    action: 'purchase',
    dateOrder: 'year first',
    decimal: '.',
    decimals: [],
    steps: [],
    countedBy: 'orders',
    columns: [
      { role: 'day' },
      { role: 'level', level: 'campaign', part: 'name' },
      { role: 'measure', measure: 'spend' },
      { role: 'measure', measure: 'running' },
    ],
  };

  it('keeps money in millionths and "--" apart from 0', () => {
    const row = readReportRow(['2026-10-01', 'Tea', '12.34', 'active'], mapping, { account: 'UTC', client: 'UTC' });
    expect(row).toMatchObject({ amounts: { spend: 12_340_000, running: 1 }, members: { campaign: { id: 'Tea', name: 'Tea' } } });
    expect(readReportRow(['2026-10-01', 'Tea', '--', 'paused'], mapping, { account: 'UTC', client: 'UTC' })).toMatchObject({
      amounts: { spend: null, running: 0 },
    });
  });

  it('stops to ask where a cell is right only when read the other way', () => {
    const zones = { account: 'UTC', client: 'UTC' };
    expect(readReportRow(['2026-10-01', 'Tea', '12,34', 'active'], mapping, zones)).toMatchObject({ column: 2, against: 'decimal sign' });
    expect(readReportRow(['31/10/2026', 'Tea', '1', 'active'], mapping, zones)).toMatchObject({ column: 0, against: 'date order' });
    expect(readReportRow(['2026-W41', 'Tea', '1', 'active'], mapping, zones)).toMatchObject({
      day: parseDay('2026-10-05'),
      to: parseDay('2026-10-11'),
    });
  });

  it('puts hours of an account abroad under the client’s, on the account’s day', () => {
    const hourly: Mapping = { ...mapping, columns: [{ role: 'day' }, { role: 'hour' }, { role: 'measure', measure: 'clicks' }] };
    const zones = { account: 'America/New_York', client: 'Europe/London' };
    expect(readReportRow(['2026-10-05', '20', '3'], hourly, zones)).toMatchObject({ day: parseDay('2026-10-05'), splits: { hour: '01' } });
    const both: Mapping = { ...mapping, columns: [{ role: 'time' }, { role: 'measure', measure: 'clicks' }] };
    expect(readReportRow(['2026-10-05T20:00:00-04:00', '3'], both, zones)).toMatchObject({
      day: parseDay('2026-10-06'),
      splits: { hour: '01' },
    });
  });

  it('says which cell is wrong and why', () => {
    expect(readReportRow(['yesterday', 'Tea', '1', 'active'], mapping, { account: 'UTC', client: 'UTC' })).toEqual({
      column: 0,
      message: '“yesterday” is not a date (year first)',
    });
    expect(readReportRow(['2026-10-01', '', '1', 'active'], mapping, { account: 'UTC', client: 'UTC' })).toEqual({
      column: 1,
      message: 'The row names no campaign',
    });
    expect(readReportRow(['2026-10-01', 'Tea', '1', 'maybe'], mapping, { account: 'UTC', client: 'UTC' })).toEqual({
      column: 3,
      message: '“maybe” is not a known status',
    });
    expect(isProblem(readReportRow(['2026-10-01', 'Tea', '9'.repeat(20), 'active'], mapping, { account: 'UTC', client: 'UTC' }))).toBe(
      true,
    );
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
    expect(readOrderRow(['A1', '2026-10-03', '2026-10-01', '36.00', 'C9'], orders, 'UTC', BUILT_IN)).toEqual({
      id: 'A1',
      saleDay: parseDay('2026-10-03'),
      clickDay: parseDay('2026-10-01'),
      value: 36_000_000,
      tagCampaign: 'C9',
      tagAd: null,
      tagKeyword: null,
      tagLink: null,
      count: null,
      beside: {},
    });
    expect(readOrderRow(['', '2026-10-03', '', '1', ''], orders, 'UTC', BUILT_IN)).toMatchObject({ message: 'The row has no order id' });
  });

  it('reads what an order tells beside its value, a count also where it is said as yes or no', () => {
    const orders: Mapping = {
      ...mapping,
      kind: 'orders',
      columns: [
        { role: 'order id' },
        { role: 'sale time' },
        { role: 'order count' },
        { role: 'measure', measure: 'refunds' },
        { role: 'measure', measure: 'new customers' },
      ],
    };
    const read = (...cells: string[]) => readOrderRow(cells, orders, 'UTC', BUILT_IN);
    expect(read('A1', '2026-10-03', '1', '12.50', 'Yes')).toMatchObject({
      beside: { refunds: 12_500_000, 'new customers': 1_000_000 },
    });
    expect(read('A1', '2026-10-03', '3', '', 'first')).toMatchObject({ beside: { refunds: null, 'new customers': 3_000_000 } });
    expect(read('A1', '2026-10-03', '3', '0', 'returning')).toMatchObject({ beside: { refunds: 0, 'new customers': 0 } });
    expect(read('A1', '2026-10-03', '3', '0', '2')).toMatchObject({ beside: { 'new customers': 2_000_000 } });
    expect(read('A1', '2026-10-03', '3', 'no', '2')).toEqual({ column: 3, message: '“no” is not a number' });
    expect(read('A1', '2026-10-03', '3', '0', 'maybe')).toEqual({ column: 4, message: '“maybe” is not a number' });
    expect(read('A1', '2026-10-03', '3', '3 %', 'yes')).toMatchObject({
      column: 3,
      message: expect.stringContaining('cannot be added up') as string,
    });
  });
});
