import fc from 'fast-check';
import { addLimits, compareTotals, type Mapping, parseLimit } from '../index';
import { readReportRow } from '../test/read';

const mappingOf = (...measures: string[]): Mapping => ({
  kind: 'report',
  action: 'purchase',
  countedBy: 'orders',
  dateOrder: 'year first',
  decimal: '.',
  decimals: [],
  steps: [],
  columns: [{ role: 'day' }, ...measures.map((measure) => ({ role: 'measure' as const, measure }))],
});
const ZONES = { account: 'UTC', client: 'UTC' };

describe('amounts known only within limits', () => {
  it.each([
    ['< 10 %', { least: 0, most: 0.1 }],
    ['<1,000', { least: 0, most: 1000 }],
    ['≥ 90', { least: 90, most: null }],
    ['below 5', { least: 0, most: 5 }],
    ['moins de 3', { least: 0, most: 3 }],
    ['10–100', { least: 10, most: 100 }],
    ['1K to 5K', { least: 1000, most: 5000 }],
    ['at least £2.50', { least: 2.5, most: null }],
    ['10 %', undefined],
    ['-3', undefined],
    ['--', undefined],
    ['belowground', undefined],
    ['< many', undefined],
    ['100–10', undefined],
  ])('%s', (text, limit) => expect(parseLimit(text, '.')).toEqual(limit));

  it('never fail on any text', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.stringMatching(/^[<>≥\d ,.–a-z-]{0,70}$/)), (text) => {
        const limit = parseLimit(text, ',');
        if (limit) expect(limit.least).toBeLessThanOrEqual(limit.most ?? Infinity);
      }),
      { seed: 8 },
    );
  });

  it('are kept beside the amounts of a row, in stored units', () => {
    const row = readReportRow(['2026-10-01', '< 5', '12'], mappingOf('spend', 'clicks'), ZONES);
    expect(row).toMatchObject({ amounts: { spend: null, clicks: 12 }, limits: { spend: { least: 0, most: 5e6 } } });
  });

  it('are no state: a budget below something cannot be used', () => {
    expect(readReportRow(['2026-10-01', '< 5'], mappingOf('daily budget'), ZONES)).toMatchObject({ column: 1 });
  });

  it('add to limits, with a known amount as with another limit', () => {
    const limited = { amounts: { clicks: null }, limits: { clicks: { least: 0, most: 10 } } };
    const open = { amounts: {}, limits: { clicks: { least: 90, most: null } } };
    const known = { amounts: { clicks: 4 }, limits: {} };
    const together = (parts: boolean) => ({ parts, people: new Set<string>() });
    expect(addLimits(limited, known, together(false))).toEqual({ clicks: { least: 4, most: 14 } });
    expect(addLimits(open, limited, together(false))).toEqual({ clicks: { least: 90, most: null } });
    expect(addLimits(known, known, together(false))).toEqual({});
    // What a row does not measure makes the sum unknown, unless the row is only a part of it.
    expect(addLimits(limited, { amounts: { clicks: null }, limits: {} }, together(false))).toEqual({});
    expect(addLimits(limited, { amounts: { clicks: null }, limits: {} }, together(true))).toEqual({ clicks: { least: 0, most: 10 } });
  });

  it('of people are at least the more of two and at most both', () => {
    const row = (clicks: number) => ({ amounts: { clicks }, limits: {} });
    expect(addLimits(row(7), row(4), { parts: false, people: new Set(['clicks']) })).toEqual({ clicks: { least: 7, most: 11 } });
  });

  it('agree with a total that lies between them', () => {
    const read = [{ term: 'clicks', figure: { kind: 'bounds' as const, low: 30, high: 50 } }];
    const agrees = (said: number) => compareTotals([{ line: 9, amounts: new Map([['clicks', said]]) }], read)[0]?.agrees;
    expect([29, 30, 41, 50, 51].map(agrees)).toEqual([false, true, true, true, false]);
  });
});
